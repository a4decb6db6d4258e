import { useState } from 'react'
import { NativeSelect } from '@mantine/core'
import { elementOf, type CoilReader, type Trigger } from '../../../core/build/index.ts'
import { wantedFor } from '../../../core/earths/index.ts'
import { findFamily } from '../../../core/curve/index.ts'
import type { Cable } from '../../../core/ground/index.ts'
import { coilReader } from '../../../core/trigger/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { words } from '../../parts/columns.ts'
import { Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { useBuild } from '../../store/useBuild.ts'
import type { EarthsTabProps } from './Earths.tsx'
import { Routes } from './Routes.tsx'
import { ShieldEnds } from './ShieldEnds.tsx'
import { CABLE } from './words.ts'

/** Which end of a shield to ground, what each signal wants, and two ways through the vehicle against each other. */
export default function Shields({ earths }: EarthsTabProps) {
  const { edit } = useBuild()
  const { triggers } = earths.build
  const [chosen, setChosen] = useState<string | null>(null)
  // a coil's edges are made by a comparator; of a sensor that switches its own are
  const coils = triggers.filter((t) => t.pickup === 'vr')
  const trigger = coils.find((t) => t.id === chosen) ?? coils[0]
  const comparator = trigger ? coilReader(earths.build, trigger) : null
  return (
    <div className="stage">
      <div>
        <ShieldEnds earths={earths} comparator={comparator} />
        <Wants earths={earths} />
      </div>
      <div>
        <Routes comparator={comparator} />
        {trigger && comparator && (
          <ComparatorFields
            of={comparator}
            coils={coils}
            trigger={trigger.id}
            onChoose={setChosen}
            onChange={(patch) =>
              edit({
                kind: 'editCoilReader',
                args: { id: trigger.id, patch, now: comparator },
              })
            }
          />
        )}
      </div>
    </div>
  )
}

/** What a trigger's edges are made by. */
function ComparatorFields({
  of,
  coils,
  trigger,
  onChoose,
  onChange,
}: {
  of: CoilReader
  coils: readonly Trigger[]
  trigger: string
  onChoose: (id: string) => void
  onChange: (patch: Partial<CoilReader>) => string | null
}) {
  const box = (label: string, key: keyof CoilReader) => (
    <QuantityInput
      label={label}
      unit="V"
      value={of[key]}
      width={150}
      check={aboveZero}
      onCommit={({ value }) => onChange({ [key]: value })}
    />
  )
  return (
    <>
      <h2 className="apart">The trigger’s comparator</h2>
      <Fields name="The trigger’s comparator">
        {coils.length > 1 && (
          <NativeSelect
            label="Of"
            value={trigger}
            data={coils.map((t) => ({ value: t.id, label: t.name }))}
            onChange={(e) => onChoose(e.currentTarget.value)}
          />
        )}
        {box('Peak while cranking', 'peakV')}
        {box('Switches above', 'thresholdV')}
        {box('Hysteresis', 'hysteresisV')}
        {box('May see at most', 'limitV')}
      </Fields>
      <p className="pale small">
        Guessed until you type yours: the peak is in a capture, the thresholds are in the unit’s
        papers.
      </p>
    </>
  )
}

/** What each signal of the build wants. */
function Wants({ earths: { build } }: Pick<EarthsTabProps, 'earths'>) {
  const kinds = new Map<string, { cable: Cable; why: string; names: string[] }>()
  for (const c of build.channels) {
    const signal = findFamily(elementOf(build, c.elements[0]!).family)?.signal ?? 'voltage'
    const wanted = wantedFor(signal, false)
    const known = kinds.get(signal) ?? { ...wanted, names: [] }
    kinds.set(signal, { ...known, names: [...known.names, c.name] })
  }
  if (build.triggers.length > 0)
    kinds.set('trigger', {
      ...wantedFor('frequency', true),
      names: build.triggers.map((t) => t.name),
    })
  return (
    <>
      <h2 className="apart">What each signal wants</h2>
      <Sheet
        label="What each signal wants"
        columns={[words('Channels'), words('Cable'), words('Why')]}
        rows={[...kinds].map(([key, k]) => ({
          key,
          cells: [k.names.join('; '), <b key="c">{CABLE[k.cable]}</b>, k.why],
        }))}
      />
    </>
  )
}
