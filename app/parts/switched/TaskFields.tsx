import { NativeSelect } from '@mantine/core'
import type { ReactNode } from 'react'
import type { Patch } from '../../../core/build/index.ts'
import { Fields } from '../Fields.tsx'
import { QuantityInput } from '../QuantityInput.tsx'
import type { Typed } from './SwitchedInput.tsx'

type Key =
  | 'lowV'
  | 'sinkA'
  | 'leastA'
  | 'sensorFromV'
  | 'cableF'
  | 'thresholdLowV'
  | 'thresholdHighV'
  | 'limitV'
const BOXES: readonly [key: Key, label: string, unit: string][] = [
  ['lowV', 'Lost across it, at most', 'V'],
  ['sinkA', 'It may carry', 'A'],
  ['leastA', 'A contact wants', 'A'],
  ['sensorFromV', 'It works from', 'V'],
  ['cableF', 'Cable', 'F'],
  ['thresholdLowV', 'Input: low below', 'V'],
  ['thresholdHighV', 'high above', 'V'],
  ['limitV', 'may see', 'V'],
]

/** What is known of what switches, the input and the parts. */
export function TaskFields({
  input,
  set,
  children,
}: {
  input: Typed
  set: (patch: Patch<Typed>) => string | null
  children?: ReactNode
}) {
  // a contact needs no supply; a transistor no current to stay clean
  const contact = input.sensorFromV === 0
  const shown = BOXES.filter(([key]) => key !== (contact ? 'sensorFromV' : 'leastA'))
  return (
    <Fields name="The input">
      <NativeSelect
        label="It switches to"
        value={input.switches}
        data={['ground', 'battery']}
        onChange={(e) => set({ switches: e.currentTarget.value as Typed['switches'] })}
        w={130}
      />
      {shown.map(([key, label, unit]) => (
        <QuantityInput
          key={key}
          label={label}
          unit={unit}
          value={input[key]}
          width={140}
          hideUnderstood
          onCommit={({ value }) => set({ [key]: value })}
        />
      ))}
      {([0, 1] as const).map((end) => (
        <QuantityInput
          key={end}
          label={end === 0 ? 'Battery, cranking' : 'Battery, charging'}
          unit="V"
          value={input.batteryV[end]}
          width={140}
          hideUnderstood
          check={(v) => batteryCheck(input.batteryV, end, v)}
          onCommit={({ value }) => set({ batteryV: { [end]: value } })}
        />
      ))}
      {children}
      <NativeSelect
        label="Parts"
        value={input.series}
        data={['E12', 'E24']}
        onChange={(e) => set({ series: e.currentTarget.value as 'E12' | 'E24' })}
        w={100}
      />
      <NativeSelect
        label="off by"
        value={String(input.partTolerance)}
        data={[
          { value: '0.05', label: '5 %' },
          { value: '0.01', label: '1 %' },
        ]}
        onChange={(e) => set({ partTolerance: Number(e.currentTarget.value) })}
        w={100}
      />
    </Fields>
  )
}

function batteryCheck(
  [low, high]: readonly [number, number],
  end: 0 | 1,
  v: number,
): string | null {
  if (end === 0) return v > 0 && v < high ? null : `Above zero, below ${high} V.`
  return v > low ? null : `Above ${low} V.`
}
