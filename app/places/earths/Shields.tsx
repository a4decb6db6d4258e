import { useState } from 'react'
import { elementOf } from '../../../core/build/index.ts'
import { wantedFor } from '../../../core/earths/index.ts'
import { findFamily } from '../../../core/curve/index.ts'
import type { Cable, Comparator } from '../../../core/ground/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { words } from '../../parts/columns.ts'
import { Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import type { TabProps } from './Earths.tsx'
import { Routes } from './Routes.tsx'
import { ShieldEnds } from './ShieldEnds.tsx'
import { CABLE } from './words.ts'

/** A usual one, until somebody knows better: of a coil on a wheel that is cranked slowly. */
const USUAL: Comparator = { peakV: 1, thresholdV: 0.3, hysteresisV: 0.2 }

/** Which end of a shield to ground, what each signal wants, and two ways through the vehicle against each other. */
export default function Shields({ earths }: TabProps) {
  const [comparator, setComparator] = useState(USUAL)
  const hasTrigger = earths.build.triggers.length > 0
  return (
    <div className="stage">
      <div>
        <ShieldEnds earths={earths} comparator={hasTrigger ? comparator : null} />
        <Wants earths={earths} />
      </div>
      <div>
        <Routes comparator={hasTrigger ? comparator : null} />
        {hasTrigger && <ComparatorFields of={comparator} onChange={setComparator} />}
      </div>
    </div>
  )
}

/** What a trigger's edges are made by. */
function ComparatorFields({
  of,
  onChange,
}: {
  of: Comparator
  onChange: (of: Comparator) => void
}) {
  const box = (label: string, key: keyof Comparator) => (
    <QuantityInput
      label={label}
      unit="V"
      value={of[key]}
      width={150}
      check={aboveZero}
      onCommit={({ value }) => onChange({ ...of, [key]: value })}
    />
  )
  return (
    <>
      <h2 className="apart">The trigger’s comparator</h2>
      <Fields name="The trigger’s comparator">
        {box('Peak while cranking', 'peakV')}
        {box('Switches above', 'thresholdV')}
        {box('Hysteresis', 'hysteresisV')}
      </Fields>
      <p className="pale small">
        Guessed until you type yours: the peak is in a capture, the thresholds are in the unit’s
        papers.
      </p>
    </>
  )
}

/** What each signal of the build wants. */
function Wants({ earths: { build } }: Pick<TabProps, 'earths'>) {
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
