import { ActionIcon, Button, Group, Menu, Modal, TextInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { IconDots, IconFileImport, IconPlus } from '@tabler/icons-react'
import dayjs from 'dayjs'
import { useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import useSWR from 'swr'
import {
  describeDifferences,
  fileNameOf,
  LARGEST_FILE_BYTES,
  writeBuild,
  type Build,
} from '../../../core/build/index.ts'
import { EchtError } from '../../../core/error.ts'
import { saveFile } from '../../parts/saveFile.ts'
import {
  clearBuild,
  DamagedBuild,
  deleteBuild,
  duplicateBuild,
  keepBoth,
  listBuilds,
  newBuild,
  openBuild,
  readImport,
  renameBuild,
  replaceBuild,
  restoreBuild,
  storeBuild,
  undoReplace,
  type Listed,
  type Met,
} from '../../store/builds.ts'
import { storageProblem } from '../../store/problem.ts'
import { KeptOrNot } from './KeptOrNot.tsx'

type Meet = { theirs: Build; met: Met; migratedFrom: number | null }

/** The list of builds, and files in. */
export function Builds() {
  const { data, error, mutate } = useSWR<Listed[], Error>('builds', listBuilds)
  const [naming, setNaming] = useState<Listed | 'new' | null>(null)
  const [meeting, setMeeting] = useState<Meet | null>(null)
  const [clearing, setClearing] = useState<Listed | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const navigate = useNavigate()
  const file = useRef<HTMLInputElement>(null)

  const attempt = async (work: () => Promise<unknown>): Promise<void> => {
    setProblem(null)
    try {
      await work()
      await mutate()
    } catch (e) {
      const forPeople = e instanceof EchtError || e instanceof DamagedBuild
      setProblem(forPeople ? e.message : storageProblem(e))
    }
  }
  const arrive = (build: Build, migratedFrom: number | null, undo?: () => Promise<void>): void => {
    const id = `here-${build.id}`
    notifications.show({
      id,
      message: (
        <>
          {build.name} is imported
          {migratedFrom === null ? '' : `, brought up from schema ${migratedFrom}`}.{' '}
          {undo && (
            <Button
              variant="outline"
              onClick={() => {
                notifications.hide(id)
                void attempt(undo)
              }}
            >
              Undo: put back the one that was here
            </Button>
          )}
        </>
      ),
      autoClose: undo ? 20000 : 4000,
    })
    void navigate(`/build/${build.id}`)
  }
  const take = (chosen: File): Promise<void> =>
    attempt(async () => {
      if (chosen.size > LARGEST_FILE_BYTES)
        throw new EchtError(
          'too-large',
          `${chosen.name} holds ${(chosen.size / 1e6).toFixed(0)} MB; a build is at most ${LARGEST_FILE_BYTES / 1e6} MB. This is some other file; nothing was changed.`,
        )
      const { theirs, met, migratedFrom } = await readImport(await chosen.text())
      if (met) {
        setMeeting({ theirs, met, migratedFrom })
        return
      }
      await storeBuild(theirs)
      arrive(theirs, migratedFrom)
    })
  const remove = (b: Listed): Promise<void> =>
    attempt(async () => {
      await deleteBuild(b.id)
      notifications.show({
        id: `gone-${b.id}`,
        message: (
          <>
            {b.name} is deleted.{' '}
            <Button
              size="xs"
              h={36}
              variant="outline"
              onClick={() => {
                notifications.hide(`gone-${b.id}`)
                void attempt(() => restoreBuild(b.id))
              }}
            >
              Undo
            </Button>
          </>
        ),
        autoClose: 12000,
      })
    })

  const here = data?.filter((b) => !b.deletedAt) ?? [],
    gone = data?.filter((b) => b.deletedAt) ?? []
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
          <Button
            variant="default"
            leftSection={<IconFileImport size={18} aria-hidden />}
            onClick={() => file.current?.click()}
          >
            Import a file
          </Button>
          <input
            ref={file}
            type="file"
            hidden
            accept=".json,application/json"
            aria-label="Build file"
            onChange={(e) => {
              const f = e.currentTarget.files?.[0]
              e.currentTarget.value = ''
              if (f) void take(f)
            }}
          />
          <Button leftSection={<IconPlus size={18} aria-hidden />} onClick={() => setNaming('new')}>
            New build
          </Button>
        </Group>
      </Group>
      {problem && (
        <p className="wrong" role="alert">
          {problem}
        </p>
      )}
      {error && (
        <p className="wrong" role="alert">
          {storageProblem(error)}
        </p>
      )}
      {data && here.length === 0 && (
        <div className="column">
          <h2>Nothing here yet</h2>
          <p>
            A build is one vehicle: its sensors, what reads them, what was measured and what is
            proven. Start one, import a file, or look round the sample, a made-up beach racer with
            some things right and some wrong on purpose.
          </p>
          <Button component={Link} to="/sample" variant="outline">
            Open the sample build
          </Button>
        </div>
      )}
      {here.map((b) => (
        <Group
          key={b.id}
          wrap="nowrap"
          justify="space-between"
          style={{ borderBottom: '1px solid var(--hair)', minHeight: 64 }}
        >
          <Link
            to={`/build/${b.id}`}
            style={{
              flex: 1,
              minWidth: 0,
              padding: '10px 4px',
              color: 'inherit',
              textDecoration: 'none',
              overflowWrap: 'anywhere',
            }}
          >
            <b className="large">{b.name}</b>
            <div className="pale">
              {b.channels} {b.channels === 1 ? 'channel' : 'channels'} · saved{' '}
              {dayjs(b.savedAt).format('D MMM YYYY, HH:mm')}
            </div>
          </Link>
          <Menu position="bottom-end">
            <Menu.Target>
              <ActionIcon color="gray" aria-label={`More for ${b.name}`}>
                <IconDots size={20} />
              </ActionIcon>
            </Menu.Target>
            <Menu.Dropdown>
              <Menu.Item onClick={() => setNaming(b)}>Rename</Menu.Item>
              <Menu.Item onClick={() => void attempt(() => duplicateBuild(b.id))}>
                Duplicate
              </Menu.Item>
              <Menu.Item
                onClick={() =>
                  void attempt(async () => {
                    const { build } = await openBuild(b.id)
                    saveFile(fileNameOf(build), writeBuild(build), 'application/json')
                  })
                }
              >
                Export to a file
              </Menu.Item>
              <Menu.Item onClick={() => void remove(b)}>Delete</Menu.Item>
            </Menu.Dropdown>
          </Menu>
        </Group>
      ))}
      {here.length > 0 && (
        <p>
          <Link to="/sample">Open the sample build</Link>
        </p>
      )}
      {gone.length > 0 && (
        <details className="far">
          <summary className="pale">{gone.length} deleted</summary>
          {gone.map((b) => (
            <Group key={b.id} justify="space-between" style={{ minHeight: 52 }}>
              <span className="pale">{b.name}</span>
              <Group>
                <Button variant="default" onClick={() => void attempt(() => restoreBuild(b.id))}>
                  Restore
                </Button>
                <Button variant="default" onClick={() => setClearing(b)}>
                  Clear for good
                </Button>
              </Group>
            </Group>
          ))}
        </details>
      )}
      {naming && (
        <NameBuild
          start={naming === 'new' ? '' : naming.name}
          title={naming === 'new' ? 'New build' : 'Rename'}
          onClose={() => setNaming(null)}
          onName={(name) =>
            void attempt(async () => {
              const which = naming
              setNaming(null)
              if (which === 'new') {
                const b = await newBuild(name)
                void navigate(`/build/${b.id}`)
              } else setProblem(await renameBuild(which.id, name))
            })
          }
        />
      )}
      {meeting && (
        <Meeting
          {...meeting}
          onClose={() => setMeeting(null)}
          onKeepBoth={() =>
            void attempt(async () => {
              const b = await keepBoth(meeting.theirs)
              setMeeting(null)
              arrive(b, meeting.migratedFrom)
            })
          }
          onReplace={() =>
            void attempt(async () => {
              const { aside } = await replaceBuild(meeting.theirs)
              setMeeting(null)
              arrive(meeting.theirs, meeting.migratedFrom, async () => {
                if (aside) await undoReplace(meeting.theirs.id, aside)
              })
            })
          }
        />
      )}
      {clearing && (
        <ClearForGood
          build={clearing}
          onClose={() => setClearing(null)}
          onClear={() => {
            const { id } = clearing
            setClearing(null)
            void attempt(() => clearBuild(id))
          }}
        />
      )}
      <KeptOrNot />
    </section>
  )
}

function NameBuild({
  start,
  title,
  onName,
  onClose,
}: {
  start: string
  title: string
  onName: (name: string) => void
  onClose: () => void
}) {
  const [name, setName] = useState(start)
  const [error, setError] = useState<string | null>(null)
  return (
    <Modal
      opened
      onClose={onClose}
      title={<b>{title}</b>}
      closeButtonProps={{ 'aria-label': 'Close', size: 44 }}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault()
          if (name.trim() === '') setError('Give it a name, such as the car’s.')
          else onName(name.trim().slice(0, 200))
        }}
      >
        <TextInput
          label="Name"
          value={name}
          onChange={(e) => {
            setName(e.currentTarget.value)
            setError(null)
          }}
          error={error}
          data-autofocus
        />
        <Group justify="flex-end" mt="md">
          <Button type="submit">{title === 'Rename' ? 'Rename' : 'Start'}</Button>
        </Group>
      </form>
    </Modal>
  )
}

/** An imported build meets the one that is here. */
function Meeting({
  theirs,
  met,
  onKeepBoth,
  onReplace,
  onClose,
}: {
  theirs: Build
  met: Met
  onKeepBoth: () => void
  onReplace: () => void
  onClose: () => void
}) {
  const differences = met.build ? describeDifferences(met.build, theirs) : []
  return (
    <Modal
      opened
      onClose={onClose}
      title={<b>{met.deletedAt ? 'This build was deleted here' : 'This build is here already'}</b>}
      size="lg"
      closeButtonProps={{ 'aria-label': 'Close', size: 44 }}
    >
      <p>
        The file holds {theirs.name}, change {theirs.revision}; {met.name} is here at change{' '}
        {met.revision}
        {met.deletedAt ? `, deleted ${dayjs(met.deletedAt).format('D MMM YYYY, HH:mm')}` : ''}.
      </p>
      {met.problem ? (
        <p className="doubt">The one here cannot be compared. {met.problem}</p>
      ) : differences.length === 0 ? (
        <p>They do not differ.</p>
      ) : (
        <ul aria-label="Differences" className="differences">
          {differences.slice(0, 40).map((d) => (
            <li key={d.text}>{d.text}</li>
          ))}
          {differences.length > 40 && <li>and {differences.length - 40} more</li>}
        </ul>
      )}
      <p className="pale">
        Replacing puts the one here among the deleted builds, whole: it can be put back.
      </p>
      <Group justify="flex-end" mt="md">
        <Button variant="default" onClick={onReplace}>
          Replace the one here
        </Button>
        <Button onClick={onKeepBoth}>Keep both</Button>
      </Group>
    </Modal>
  )
}

/** The one thing that cannot be undone is asked for twice. */
function ClearForGood({
  build,
  onClear,
  onClose,
}: {
  build: Listed
  onClear: () => void
  onClose: () => void
}) {
  return (
    <Modal
      opened
      onClose={onClose}
      title={<b>Clear {build.name} for good</b>}
      closeButtonProps={{ 'aria-label': 'Close', size: 44 }}
    >
      <p>
        Its {build.channels} {build.channels === 1 ? 'channel' : 'channels'} and everything measured
        for them go, and cannot be brought back. Restore it and export it first, if in doubt.
      </p>
      <Group justify="flex-end" mt="md">
        <Button variant="default" onClick={onClose}>
          Keep it
        </Button>
        <Button color="red" onClick={onClear}>
          Clear it for good
        </Button>
      </Group>
    </Modal>
  )
}
