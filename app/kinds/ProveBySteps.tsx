import { Button, Checkbox } from '@mantine/core'
import { useState } from 'react'
import {
  isEntryProven,
  type ChannelStatus,
  type Entry,
  type Rests,
} from '../../core/channel/index.ts'
import type { Phrase } from '../../core/quantity/index.ts'
import { Say } from '../parts/Say.tsx'
import { Wrong } from '../parts/Wrong.tsx'
import { newId } from '../store/id.ts'
import { useBuild } from '../store/useBuild.ts'

/**
 * A check that is looked at in the vehicle, a step at a time: each is ticked as it is seen, and with all of them the
 * entry is proven, until something of what it rests on changes.
 */
export function ProveBySteps({ entry, status }: { entry: Entry; status: ChannelStatus }) {
  const { build, edit } = useBuild()
  const { kind } = entry
  const steps = kind.keyOn(status) as Phrase[]
  const [seen, setSeen] = useState<ReadonlySet<number>>(new Set())
  const [problem, setProblem] = useState<string | null>(null)
  if (steps.length === 0) return <p className="pale">Nothing to check with the key on.</p>
  const whole = steps.every((_, i) => seen.has(i))
  const ready = status.state === 'measured' || status.state === 'proven'
  const prove = (): void => {
    const refused = edit({
      kind: 'prove',
      args: {
        proof: {
          ...{ id: newId(), read: entry.id, at: new Date().toISOString(), by: '' },
          measurements: kind.evidence?.(build, entry) ?? [],
          ...(kind.rests(build, entry) as Rests),
        },
      },
    })
    setProblem(refused)
    if (!refused) setSeen(new Set())
  }
  const tick = (i: number) => (on: boolean) =>
    setSeen((now) => new Set(on ? [...now, i] : [...now].filter((k) => k !== i)))
  return (
    <section aria-label="Key-on check" className="stage-body">
      <h2>{entry.name}: seen in the vehicle</h2>
      {steps.map((s, i) => (
        <Checkbox
          key={i}
          mb={8}
          label={<Say of={s} />}
          checked={seen.has(i)}
          onChange={(e) => tick(i)(e.currentTarget.checked)}
        />
      ))}
      {isEntryProven(build, entry) ? (
        <p role="status">Proven: it holds until something changes that it rests on.</p>
      ) : (
        <p className="pale" role="status">
          {ready
            ? whole
              ? 'All seen.'
              : `${seen.size} of ${steps.length} seen.`
            : 'First what the line-up says is to be done.'}
        </p>
      )}
      <Wrong>{problem}</Wrong>
      <Button disabled={!whole || !ready} onClick={prove}>
        It is proven
      </Button>
    </section>
  )
}
