import { Button, Group } from '@mantine/core'
import { isRouteErrorResponse, Link, useLocation, useRouteError } from 'react-router'
import { inWords } from '../store/problem.ts'

/** What stands in place of a page that failed or does not exist; the header, the places and undo stay around it. */
export function Broken() {
  const error = useRouteError()
  const { pathname } = useLocation()
  const nowhere = error === undefined || error === null || isRouteErrorResponse(error)
  return (
    <section className="broken">
      <h1>{nowhere ? 'Not here' : 'This page failed'}</h1>
      <p role="alert">
        {nowhere
          ? `There is no page at ${pathname}.`
          : `${inWords(error, 'Drawing this page')} Undo takes back the last change, if that brought it about.`}
      </p>
      <Group>
        <Button component={Link} to="/builds">
          List of builds
        </Button>
        {!nowhere && (
          <Button component={Link} to={pathname} variant="default" reloadDocument>
            Try this page again
          </Button>
        )}
      </Group>
    </section>
  )
}
