import { NativeSelect } from '@mantine/core'
import type { ReactNode } from 'react'
import type { Input, Patch } from '../../../core/build/index.ts'
import { USUAL_FRONT_END } from '../../../core/input/index.ts'
import { useBuild } from '../../store/useBuild.ts'
import { Fields } from '../Fields.tsx'
import { QuantityInput } from '../QuantityInput.tsx'
import type { SwitchedTyped } from './SwitchedInput.tsx'

type Key = 'lowV' | 'sinkA' | 'leastA' | 'sensorFromV' | 'cableF'
const BOXES: readonly [key: Key, label: string, unit: string][] = [
  ['lowV', 'Lost across it, at most', 'V'],
  ['sinkA', 'It may carry', 'A'],
  ['leastA', 'A contact wants', 'A'],
  ['sensorFromV', 'It works from', 'V'],
  ['cableF', 'Cable', 'F'],
]

/** What is known of what switches, the input and the parts. */
export function TaskFields({
  switched,
  input,
  set,
  children,
}: {
  switched: SwitchedTyped
  input: Input
  set: (patch: Patch<SwitchedTyped>) => string | null
  children?: ReactNode
}) {
  // a contact needs no supply; a transistor no current to stay clean
  const contact = switched.sensorFromV === 0
  const shown = BOXES.filter(([key]) => key !== (contact ? 'sensorFromV' : 'leastA'))
  return (
    <Fields name="The input">
      <NativeSelect
        label="It switches to"
        value={switched.switches}
        data={['ground', 'battery']}
        onChange={(e) => set({ switches: e.currentTarget.value as SwitchedTyped['switches'] })}
        w={130}
      />
      {shown.map(([key, label, unit]) => (
        <QuantityInput
          key={key}
          label={label}
          unit={unit}
          value={switched[key]}
          width={140}
          hideUnderstood
          onCommit={({ value }) => set({ [key]: value })}
        />
      ))}
      <FrontEndBoxes input={input} />
      {([0, 1] as const).map((end) => (
        <QuantityInput
          key={end}
          label={end === 0 ? 'Battery, cranking' : 'Battery, charging'}
          unit="V"
          value={switched.batteryV[end]}
          width={140}
          hideUnderstood
          check={(v) => batteryCheck(switched.batteryV, end, v)}
          onCommit={({ value }) => set({ batteryV: { [end]: value } })}
        />
      ))}
      {children}
      <NativeSelect
        label="Parts"
        value={switched.series}
        data={['E12', 'E24']}
        onChange={(e) => set({ series: e.currentTarget.value as 'E12' | 'E24' })}
        w={100}
      />
      <NativeSelect
        label="off by"
        value={String(switched.partTolerance)}
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

/** What of the input itself counts: they are of the device, and whoever reads there finds them. */
function FrontEndBoxes({ input }: { input: Input }) {
  const { edit } = useBuild()
  const thresholds = input.thresholds ?? USUAL_FRONT_END.thresholds
  const set = (patch: Patch<Omit<Input, 'pulls'>>): string | null =>
    edit({ kind: 'editInput', args: { input: input.id, patch } })
  const boxes: [label: string, value: number, set: (value: number) => string | null][] = [
    ['Input: low below', thresholds.lowV, (lowV) => set({ thresholds: { ...thresholds, lowV } })],
    ['high above', thresholds.highV, (highV) => set({ thresholds: { ...thresholds, highV } })],
    ['may see', input.limitV, (limitV) => set({ limitV })],
  ]
  return boxes.map(([label, value, commit]) => (
    <QuantityInput
      key={label}
      label={label}
      unit="V"
      value={value}
      width={140}
      hideUnderstood
      onCommit={(typed) => commit(typed.value)}
    />
  ))
}

function batteryCheck(
  [low, high]: readonly [number, number],
  end: 0 | 1,
  v: number,
): string | null {
  if (end === 0) return v > 0 && v < high ? null : `Above zero, below ${high} V.`
  return v > low ? null : `Above ${low} V.`
}
