import { Button, Group } from '@mantine/core'
import { Link } from 'react-router'
import { DamagedBuild } from '../store/builds.ts'
import { saveFile } from './saveFile.ts'

/** What stands in place of a build that cannot be opened. Its raw record can still be saved. */
export function Problem({ error }: { error: Error }) {
  return (
    <section className="column">
      <h1>This build cannot be opened</h1>
      <p role="alert">{error.message}</p>
      <Group>
        {error instanceof DamagedBuild && (
          <Button
            variant="outline"
            onClick={() => saveFile('damaged-build.json', error.raw, 'application/json')}
          >
            Save the raw record to a file
          </Button>
        )}
        <Button component={Link} to="/builds">
          List of builds
        </Button>
      </Group>
    </section>
  )
}
