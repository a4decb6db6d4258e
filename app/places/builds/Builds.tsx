import { ActionIcon, Button, Group, Menu, Progress } from '@mantine/core'
import { IconDots, IconFileImport, IconPlus } from '@tabler/icons-react'
import dayjs from 'dayjs'
import { lazy, Suspense, useRef, useState } from 'react'
import { Link } from 'react-router'
import type { Listed } from '../../store/builds.ts'
import css from './Builds.module.css'
import { KeptOrNot } from './KeptOrNot.tsx'
import { useBuilds, useImport } from './useBuilds.tsx'
import { Wrong } from '../../parts/Wrong.tsx'

// the first screen does without what asks only when something is pressed
const dialogs = () => import('./dialogs.tsx')
const NameBuild = lazy(async () => ({ default: (await dialogs()).NameBuild }))
const Meeting = lazy(async () => ({ default: (await dialogs()).Meeting }))
const ClearForGood = lazy(async () => ({ default: (await dialogs()).ClearForGood }))

/** The list of builds, and files in. */
export function Builds() {
  const builds = useBuilds()
  const { meeting, reading, take, keep, replace, leave } = useImport(builds.attempt)
  const [naming, setNaming] = useState<Listed | 'new' | null>(null)
  const { here, gone } = builds
  const name = (text: string): void => {
    setNaming(null)
    if (naming === 'new') void builds.start(text)
    else if (naming) void builds.rename(naming, text)
  }
  return (
    <section
      className="column wide"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault()
        const f = e.dataTransfer.files[0]
        if (f) void take(f)
      }}
    >
      <Group justify="space-between" mb="md" wrap="wrap">
        <h1>Builds</h1>
        <Group>
          <ImportFile onFile={(f) => void take(f)} />
          <Button leftSection={<IconPlus size={18} aria-hidden />} onClick={() => setNaming('new')}>
            New build
          </Button>
        </Group>
      </Group>
      {reading && (
        <Group mb="md">
          <Progress aria-label="Reading the file" value={reading.share * 100} w={200} />
          <Button variant="outline" onClick={reading.stop}>
            Stop
          </Button>
        </Group>
      )}
      <Wrong>{builds.problem}</Wrong>
      {here?.length === 0 && <Nothing />}
      {here?.map((b) => (
        <Row key={b.id} build={b} builds={builds} onRename={() => setNaming(b)} />
      ))}
      {here && here.length > 0 && (
        <p>
          <Link to="/sample">Open the sample build</Link>
        </p>
      )}
      {gone.length > 0 && <Deleted builds={builds} />}
      <Suspense fallback={null}>
        {naming && (
          <NameBuild
            start={naming === 'new' ? '' : naming.name}
            title={naming === 'new' ? 'New build' : 'Rename'}
            onClose={() => setNaming(null)}
            onName={name}
          />
        )}
        {meeting && (
          <Meeting
            {...meeting}
            onClose={leave}
            onKeepBoth={() => void keep(meeting)}
            onReplace={() => void replace(meeting)}
          />
        )}
      </Suspense>
      <KeptOrNot />
    </section>
  )
}

type AllBuilds = ReturnType<typeof useBuilds>

function ImportFile({ onFile }: { onFile: (file: File) => void }) {
  const box = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button
        variant="default"
        leftSection={<IconFileImport size={18} aria-hidden />}
        onClick={() => box.current?.click()}
      >
        Import a file
      </Button>
      <input
        ref={box}
        type="file"
        hidden
        accept=".json,.zip,application/json,application/zip"
        aria-label="Build file"
        onChange={(e) => {
          const f = e.currentTarget.files?.[0]
          e.currentTarget.value = ''
          if (f) onFile(f)
        }}
      />
    </>
  )
}

const Nothing = () => (
  <div className="column">
    <h2>Nothing here yet</h2>
    <p>
      A build is one vehicle: its sensors, what reads them, what was measured and what is proven.
      Start one, import a file, or look round the sample, a made-up beach racer with some things
      right and some wrong on purpose.
    </p>
    <Button component={Link} to="/sample" variant="outline">
      Open the sample build
    </Button>
  </div>
)

type RowProps = { build: Listed; builds: AllBuilds; onRename: () => void }

const Row = ({ build, builds, onRename }: RowProps) => (
  <Group className={css.row!} wrap="nowrap" justify="space-between">
    <Link to={`/build/${build.id}`} className={css.open}>
      <b className="large">{build.name}</b>
      <div className="pale">
        {build.channels} {build.channels === 1 ? 'channel' : 'channels'} · saved{' '}
        {dayjs(build.savedAt).format('D MMM YYYY, HH:mm')}
      </div>
    </Link>
    <Menu position="bottom-end">
      <Menu.Target>
        <ActionIcon color="gray" aria-label={`More for ${build.name}`}>
          <IconDots size={20} />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item onClick={onRename}>Rename</Menu.Item>
        <Menu.Item onClick={() => void builds.duplicate(build)}>Duplicate</Menu.Item>
        <Menu.Item onClick={() => void builds.exportFile(build)}>Export to a file</Menu.Item>
        <Menu.Item onClick={() => void builds.remove(build)}>Delete</Menu.Item>
      </Menu.Dropdown>
    </Menu>
  </Group>
)

/** Deleted builds: put back, or cleared for good. */
function Deleted({ builds }: { builds: AllBuilds }) {
  const [clearing, setClearing] = useState<Listed | null>(null)
  const { gone } = builds
  return (
    <details className="far">
      <summary className="pale">{gone.length} deleted</summary>
      {gone.map((b) => (
        <Group key={b.id} className={css.gone!} justify="space-between">
          <span className="pale">{b.name}</span>
          <Group>
            <Button variant="default" onClick={() => void builds.restore(b)}>
              Restore
            </Button>
            <Button variant="default" onClick={() => setClearing(b)}>
              Clear for good
            </Button>
          </Group>
        </Group>
      ))}
      <Suspense fallback={null}>
        {clearing && (
          <ClearForGood
            build={clearing}
            onClose={() => setClearing(null)}
            onClear={() => {
              setClearing(null)
              void builds.clear(clearing)
            }}
          />
        )}
      </Suspense>
    </details>
  )
}
