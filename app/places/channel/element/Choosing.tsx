import { fixed } from '../../../../core/quantity/index.ts'
import { Button, Checkbox, NativeSelect } from '@mantine/core'
import { useMemo, useState } from 'react'
import {
  AIR_PLACES,
  airReading,
  compareCandidates,
  HOUSINGS,
  settlesIn,
  type SensorCandidate,
} from '../../../../core/choose/index.ts'
import { type AnyFamily, choiceSetting, familyOf } from '../../../../core/curve/index.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { newId } from '../../../store/id.ts'
import { Fields } from '../../../parts/Fields.tsx'
import { Say } from '../../../parts/Say.tsx'
import { TextField } from '../../../parts/TextField.tsx'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { useQuantity } from '../../../parts/units.ts'
import type { StageProps } from '../tabs.tsx'
import { num, unseen, words } from '../../../parts/columns.ts'
import { Sheet } from '../../../parts/Sheet.tsx'
import { RemoveButton } from '../../../parts/RemoveButton.tsx'

/** Keep the old sensor, change it, share it: candidates side by side in this very chain. */
export default function Choosing({ status }: StageProps) {
  const { build, edit } = useBuild()
  const { read, sensor } = status.assembled
  const { element } = sensor
  const family = familyOf(sensor.family)
  const medium =
    choiceSetting(element.settings, 'medium', 'liquid') === 'air'
      ? ('air' as const)
      : ('liquid' as const)
  const kept = useMemo(
    () =>
      (element.settings.candidates as SensorCandidate[] | undefined) ?? [
        candidate('own', 'the one that is fitted', { curve: null, housing: 'brass' }),
        ...family.library.slice(0, 2).map((c) => candidate(c.id, c.name, { curve: c.id })),
      ],
    [element.settings.candidates, family],
  )
  // the list nobody has changed yet is recorded with the first change
  const list = { element: element.id, list: 'candidates', start: kept }
  const put = (id: string, patch: Partial<SensorCandidate>): string | null =>
    edit({ kind: 'putInSetting', args: { ...list, item: { id, ...patch } } })
  const choice = useMemo(
    () => compareCandidates(build, read.id, kept, medium),
    [build, read.id, kept, medium],
  )
  return (
    <section aria-label="Choosing a sensor">
      <h2>Keep it, change it, share it</h2>
      <p role="status">
        <b>
          {choice.recommended === null
            ? ''
            : `Recommended: ${kept.find((c) => c.id === choice.recommended)?.name}. `}
        </b>
        <Say of={choice.why} />
      </p>
      <Candidates
        choice={choice}
        family={family}
        onPut={put}
        onRemove={(item) => edit({ kind: 'removeFromSetting', args: { ...list, item } })}
      />
      <Button
        variant="subtle"
        onClick={() => {
          const { id, ...rest } = candidate(newId(), 'another', {
            curve: family.library[0]?.id ?? null,
          })
          put(id, rest)
        }}
      >
        One more candidate
      </Button>
      <p className="pale small">
        Error with a table made for each, in this input; time constants are typical of the build.
        Prefer one type across all your cars: one spare, one curve.
      </p>
      {medium === 'air' && <AirSoak />}
    </section>
  )
}

/** A candidate to begin from: thin-walled, no thread, no spare, one element. */
const candidate = (
  id: string,
  name: string,
  { curve, housing = 'thin' }: { curve: string | null; housing?: string },
): SensorCandidate => ({ id, name, curve, housing, thread: '', spare: false, second: false })

type Choice = ReturnType<typeof compareCandidates>
type Judged = Choice['judged'][number]
type RowProps = {
  family: AnyFamily
  onPut: (id: string, patch: Partial<SensorCandidate>) => string | null
  onRemove: (id: string) => void
}

function Candidates({ choice, ...row }: RowProps & { choice: Choice }) {
  const q = useQuantity(row.family.truthUnit)
  return (
    <div className="scroll-x">
      <Sheet
        label="Candidates"
        columns={[
          ...['Sensor', 'Curve', 'Built as', 'Thread', 'Spare', 'Second element'].map(words),
          num(`worst at ${q.text(choice.at, 0)}`),
          num('follows in'),
          unseen('Remove'),
        ]}
      >
        {choice.judged.map((c) => (
          <CandidateRow key={c.id} of={c} {...row} />
        ))}
      </Sheet>
    </div>
  )
}

/** One candidate: what it is, and how far off it would be at worst. */
function CandidateRow({ of: c, family, onPut, onRemove }: RowProps & { of: Judged }) {
  const put = (patch: Partial<SensorCandidate>): string | null => onPut(c.id, patch)
  return (
    <tr className={c.goodEnough ? undefined : 'is-suspect'}>
      <td>
        <TextField
          ariaLabel={`Name of ${c.name}`}
          value={c.name}
          width={190}
          required
          onCommit={(name) => put({ name: name.slice(0, 200) })}
        />
      </td>
      <td>
        <NativeSelect
          aria-label={`Curve of ${c.name}`}
          value={c.curve ?? ''}
          onChange={(e) => put({ curve: e.currentTarget.value || null })}
          data={[
            { value: '', label: 'as measured' },
            ...family.library.map((l) => ({ value: l.id, label: l.name })),
          ]}
          w={190}
        />
      </td>
      <td>
        <NativeSelect
          aria-label={`Housing of ${c.name}`}
          value={c.housing}
          onChange={(e) => put({ housing: e.currentTarget.value })}
          data={HOUSINGS.map((h) => ({ value: h.id, label: h.name }))}
          w={170}
        />
      </td>
      <td>
        <TextField
          ariaLabel={`Thread of ${c.name}`}
          value={c.thread}
          placeholder="M12 × 1.5"
          width={110}
          onCommit={(thread) => put({ thread: thread.slice(0, 200) })}
        />
      </td>
      {(
        [
          ['Spare', 'spare'],
          ['Second element', 'second'],
        ] as const
      ).map(([label, key]) => (
        <td key={key}>
          <Checkbox
            aria-label={`${label} of ${c.name}`}
            checked={c[key]}
            onChange={(e) => put({ [key]: e.currentTarget.checked })}
          />
        </td>
      ))}
      <td className="num">
        <Worst of={c} unit={family.truthUnit} />
      </td>
      <td className="num">{c.lagS} s</td>
      <td>{c.id !== 'own' && <RemoveButton of={c.name} onClick={() => onRemove(c.id)} />}</td>
    </tr>
  )
}

/** How far off it would be at worst, or why it cannot be read at all. */
function Worst({ of: { worst, problem, goodEnough }, unit }: { of: Judged; unit: string }) {
  const q = useQuantity(unit)
  if (worst === null) return <span title={problem ?? ''}>no chain</span>
  return `${q.pm(worst)}${goodEnough ? '' : ' too much'}`
}

/** Heat soak and lag of an air sensor by place and housing. */
function AirSoak() {
  const q = useQuantity('°C'),
    d = useQuantity('Δ°C')
  const [airC, setAirC] = useState(25)
  const [speed, setSpeed] = useState(5)
  return (
    <section aria-label="Heat soak">
      <h3 className="tight">Where an air sensor sits</h3>
      <Fields>
        <QuantityInput
          label="Air"
          unit="°C"
          value={airC}
          width={130}
          hideUnderstood
          onCommit={({ value }) => setAirC(value)}
        />
        <QuantityInput
          label="moving at"
          unit="counts"
          unitText="m/s"
          value={speed}
          width={150}
          hideUnderstood
          check={(v) => (v > 0 ? null : '0.1 is still air')}
          onCommit={({ value }) => setSpeed(value)}
        />
      </Fields>
      <Sheet
        label="Heat soak by place and housing"
        columns={[words('Place'), ...HOUSINGS.slice(0, 3).map((h) => num(h.name))]}
        rows={AIR_PLACES.map((p) => ({
          key: p.id,
          cells: [
            `${p.name}, boss at ${q.text(p.bossC, 0)}`,
            ...HOUSINGS.slice(0, 3).map((h) => {
              const r = airReading(h, airC, p.bossC, speed)
              return `${d.off(r.soakC, 1)}, ${fixed(settlesIn(r.lagS), 0)} s`
            }),
          ],
        }))}
      />
      <p className="pale small">
        What it reads above the air, and seconds to nine tenths of a step: a first-order model, to
        rank places and housings by. An open bead in a plastic pipe is recommended.
      </p>
    </section>
  )
}
