import { Button, Group, NativeSelect } from '@mantine/core'
import dayjs from 'dayjs'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import type { Build } from '../../../core/build/index.ts'
import {
  entryOfLine,
  logLines,
  type ToDoAgain,
  type LogEntry,
  type EntryKind,
} from '../../../core/logbook/index.ts'
import { Wrong } from '../../parts/Wrong.tsx'
import { exportToFile } from '../../parts/exportBuild.tsx'
import { useBuild } from '../../store/useBuild.ts'
import { dueIn } from '../../workers/dueIn.ts'
import { useWork } from '../../workers/useWork.ts'
import { Paged } from '../../parts/Paged.tsx'
import { Sentence } from './Sentence.tsx'
import css from './Logbook.module.css'

const KINDS: { value: EntryKind | ''; label: string }[] = [
  { value: '', label: 'everything' },
  { value: 'measured', label: 'measurements' },
  { value: 'checked', label: 'key-on checks' },
  { value: 'proven', label: 'verdicts' },
  { value: 'entered', label: 'tables entered' },
  { value: 'changed', label: 'changes' },
]
const PER_PAGE = 50

/** What happened, newest first, by day; what is due again; the build out as a file. */
export function Logbook() {
  const { build } = useBuild()
  const [channel, setChannel] = useState('')
  const [kind, setKind] = useState<EntryKind | ''>('')
  const lines = useMemo(() => logLines(build), [build])
  // what is not shown is not worked out
  const shown = useMemo(
    () =>
      lines.filter(
        (line) =>
          (kind === '' || line.kind === kind) &&
          (channel === '' || entryOfLine(build, line).channels.includes(channel)),
      ),
    [build, lines, kind, channel],
  )
  return (
    <section>
      <Group justify="space-between" wrap="wrap">
        <h1>Logbook</h1>
        <Button onClick={() => void exportToFile(build)}>Export this build</Button>
      </Group>
      <DueAgain build={build} />
      <Group mt="md" align="flex-end" wrap="wrap">
        <NativeSelect
          label="Channel"
          value={channel}
          onChange={(e) => setChannel(e.currentTarget.value)}
          data={[
            { value: '', label: 'every channel' },
            ...build.channels.map((c) => ({ value: c.id, label: c.name })),
          ]}
          w={260}
        />
        <NativeSelect
          label="Show"
          value={kind}
          onChange={(e) => setKind(e.currentTarget.value as EntryKind | '')}
          data={KINDS}
          w={200}
        />
        <p className={`pale ${css.count}`} role="status">
          {shown.length === lines.length
            ? `${lines.length} entries`
            : `${shown.length} of ${lines.length} entries`}
        </p>
      </Group>
      {lines.length === 0 ? (
        <p className="pale">
          Nothing has happened yet. Points are taken under a channel’s element; every change is
          noted here by itself.
        </p>
      ) : shown.length === 0 ? (
        <p className="pale">Nothing of this kind yet. Choose another channel or show everything.</p>
      ) : (
        <Paged items={shown} perPage={PER_PAGE}>
          {(page) =>
            byDay(page.map((line) => entryOfLine(build, line))).map((day) => (
              <Day key={day.name} {...day} />
            ))
          }
        </Paged>
      )}
    </section>
  )
}

type DayOf = { name: string; entries: LogEntry[] }

function byDay(entries: readonly LogEntry[]): DayOf[] {
  const days: DayOf[] = []
  for (const entry of entries) {
    const name = dayjs(entry.at).format('dddd, D MMMM YYYY')
    if (days.at(-1)?.name !== name) days.push({ name, entries: [] })
    days.at(-1)!.entries.push(entry)
  }
  return days
}

const Day = ({ name, entries }: DayOf) => (
  <section aria-label={name}>
    <h2 className={css.day}>{name}</h2>
    <ol className={css.entries} aria-label={`What happened on ${name}`}>
      {entries.map((e) => (
        <li key={e.id}>
          <time dateTime={e.at} className="mono pale">
            {dayjs(e.at).format('HH:mm')}
          </time>
          <span>
            <Sentence said={e.said} />
          </span>
          <span className="pale">{e.by}</span>
        </li>
      ))}
    </ol>
  </section>
)

function DueAgain({ build }: { build: Build }) {
  const { value: due, error } = useWork(
    (core) => dueIn(core, build, new Date().toISOString()),
    [build],
  )
  if (error) return <Wrong>What is due again could not be worked out: {error}</Wrong>
  if (!due?.length) return null
  return (
    <section aria-labelledby="due-again" className={`aside-bar ${css.dueAgain}`}>
      <h2 id="due-again" className={css.due}>
        Due again
      </h2>
      <ul className={css.dueList}>
        {due.map((d) => (
          <li key={d.kind === 'prove' ? d.path : d.id}>
            <DueText build={build} due={d} />
          </li>
        ))}
      </ul>
    </section>
  )
}

function DueText({ build, due }: { build: Build; due: ToDoAgain }) {
  const since = due.since === null ? '' : dayjs(due.since).format('D MMM YYYY')
  if (due.kind === 'prove')
    return (
      <>
        Check <Link to={`/build/${build.id}${due.path}`}>{due.name}</Link> at key-on:{' '}
        {due.why === 'changed'
          ? `something its proof of ${since} rested on has changed.`
          : `its proof is of ${since}, a season ago.`}
      </>
    )
  return (
    <>
      Hold <Link to={`/build/${build.id}/vehicle`}>{due.name}</Link>{' '}
      {due.why === 'never'
        ? 'in stirred ice: nobody has, and its offset is in every point.'
        : `against something known again: it was checked on ${since}.`}
    </>
  )
}
