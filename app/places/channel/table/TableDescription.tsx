import { NativeSelect, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { DeviceTable, Input, Patch } from '../../../../core/build/index.ts'
import { findFamily, type AnyFamily } from '../../../../core/curve/index.ts'
import { findUnit, unitsLike, roundFigures } from '../../../../core/quantity/index.ts'
import { aboveZero } from '../../../parts/checks.ts'
import { Fields } from '../../../parts/Fields.tsx'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { differenceUnit } from '../../../parts/units.ts'
import { useOutside } from '../../../parts/useOutside.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { FaultFields } from './FaultFields.tsx'
import { readCells, readFixedAxis } from './fixedAxis.ts'

type Set = (patch: Patch<DeviceTable>) => string | null
type PartProps = { input: Input; spec: DeviceTable; set: Set; family: AnyFamily | undefined }

/** What the device's table is like: its cells, axis, steps, and what it should show on open and short. */
export function TableDescription({
  input,
  spec,
  family: familyId,
}: {
  input: Input
  spec: DeviceTable
  family: string
}) {
  const { edit } = useBuild()
  const family = findFamily(familyId)
  const set: Set = (patch) =>
    edit({ kind: 'editInput', args: { input: input.id, patch: { table: patch } } })
  const part = { input, spec, set, family }
  const isTable = spec.form === 'table'
  return (
    <>
      <h2>The device’s table</h2>
      <Fields>
        <NativeSelect
          label="It takes"
          value={spec.form}
          onChange={(e) => set({ form: e.currentTarget.value as DeviceTable['form'] })}
          data={[
            { value: 'table', label: 'a table' },
            ...(family?.pairs
              ? [
                  { value: 'pairs', label: 'three pairs' },
                  { value: 'coefficients', label: 'coefficients' },
                ]
              : []),
          ]}
          w={150}
        />
        {isTable && <AxisFields {...part} />}
        <StepFields {...part} />
        {isTable && (
          <>
            <NativeSelect
              label="Beyond the ends it"
              value={spec.beyond}
              onChange={(e) => set({ beyond: e.currentTarget.value as DeviceTable['beyond'] })}
              data={[
                { value: 'hold', label: 'holds' },
                { value: 'extrapolate', label: 'extrapolates' },
              ]}
              w={150}
            />
            <FaultFields {...part} on="onOpen" label="Open wire shows" />
            <FaultFields {...part} on="onShort" label="Short shows" />
          </>
        )}
      </Fields>
      {isTable && (
        <>
          <FixedAxis spec={spec} set={set} />
          <p className="pale small tight">{consequence(spec, family?.truthUnit ?? '°C')}</p>
        </>
      )}
    </>
  )
}

/** What an axis begins with in each unit. */
const axesOf = (input: Input): Record<DeviceTable['axis'], Patch<DeviceTable>> => {
  const { counter, bits, referenceV } = input
  const most = counter ? counter.highestHz * counter.gateS : 2 ** (bits ?? 12) - 1
  return {
    V: { axis: 'V', axisStep: 0.01, axisRange: [0, referenceV.value] },
    counts: { axis: 'counts', axisStep: 1, axisRange: [0, most] },
    Ω: { axis: 'Ω', axisStep: 1, axisRange: [0, 100000] },
    Hz: { axis: 'Hz', axisStep: 1, axisRange: [0, counter?.highestHz ?? 10000] },
  }
}

const axisUnits = (input: Input, family: AnyFamily | undefined): DeviceTable['axis'][] => {
  if (input.signal === 'frequency') return ['Hz', 'counts']
  return family?.signal === 'resistance' ? ['V', 'Ω', 'counts'] : ['V', 'counts']
}

function AxisFields({ input, spec, set, family }: PartProps) {
  const [cells, setCells] = useState(String(spec.cells))
  // undo and another tab change them too
  useOutside(String(spec.cells), false, () => setCells(String(spec.cells)))
  const take = (): void => {
    const n = readCells(cells)
    if (n !== null && n !== spec.cells) set({ cells: n, axisFixed: null })
  }
  return (
    <>
      <TextInput
        label="Cells"
        value={cells}
        w={90}
        inputMode="numeric"
        onChange={(e) => setCells(e.currentTarget.value)}
        error={readCells(cells) === null ? '2 to 256' : null}
        onBlur={take}
      />
      <NativeSelect
        label="Axis in"
        value={spec.axis}
        onChange={(e) =>
          set({
            ...axesOf(input)[e.currentTarget.value as DeviceTable['axis']],
            entered: null,
            axisFixed: null,
          })
        }
        data={axisUnits(input, family)}
        w={110}
      />
      <NativeSelect
        label="Listed"
        value={spec.direction}
        onChange={(e) => set({ direction: e.currentTarget.value as DeviceTable['direction'] })}
        data={['rising', 'falling']}
        w={120}
      />
    </>
  )
}

function StepFields({ spec, set, family }: PartProps) {
  const { build } = useBuild()
  const unit = family?.truthUnit ?? '°C'
  const shown = findUnit(spec.valueUnit),
    scale = shown ? shown.toCore(1) - shown.toCore(0) : 1
  return (
    <>
      <QuantityInput
        label={spec.form === 'table' ? 'Axis step' : 'Ohm step'}
        unit={spec.axis}
        value={spec.axisStep}
        width={120}
        hideUnderstood
        check={aboveZero}
        onCommit={({ value }) => set({ axisStep: value })}
      />
      <QuantityInput
        label="Value step"
        unit={differenceUnit(unit)}
        value={spec.valueStep * scale}
        width={120}
        hideUnderstood
        step={0.1}
        check={aboveZero}
        onCommit={({ value }) => set({ valueStep: roundFigures(value / scale, 4) })}
      />
      <NativeSelect
        label="Values in"
        value={spec.valueUnit}
        onChange={(e) => set({ valueUnit: e.currentTarget.value })}
        data={unitsLike(unit, build.vehicle.ethanol)}
        w={110}
      />
    </>
  )
}

/** The axis of a device that has its cells where they are. */
function FixedAxis({ spec, set }: { spec: DeviceTable; set: Set }) {
  const now = spec.axisFixed?.join('; ') ?? ''
  const [text, setText] = useState(now)
  const [problem, setProblem] = useState<string | null>(null)
  useOutside(now, false, () => {
    setText(now)
    setProblem(null)
  })
  const take = (): void => {
    if (text.trim() === '') {
      setProblem(spec.axisFixed ? set({ axisFixed: null }) : null)
      return
    }
    const read = readFixedAxis(text)
    if ('problem' in read) return setProblem(read.problem)
    const { cells } = read
    const changed = JSON.stringify(cells) !== JSON.stringify(spec.axisFixed)
    setProblem(changed ? set({ axisFixed: cells, cells: cells.length }) : null)
  }
  return (
    <TextInput
      label="Axis the device does not let you change (leave empty if it does)"
      mt="xs"
      value={text}
      error={problem}
      onChange={(e) => setText(e.currentTarget.value)}
      onBlur={take}
      placeholder="0 0.3 0.6 … 5"
    />
  )
}

/** What follows from what an open wire shows. */
function consequence({ onOpen: { show } }: DeviceTable, unit: string): string {
  if (unit !== '°C')
    return show === 'low' || show === 'high'
      ? 'A fault shows well outside the range, so that it cannot pass for a reading.'
      : 'A fault shown inside the range may pass for a reading, unless a warning is set.'
  switch (show) {
    case 'low':
      return 'Open shown cold: the engine computer over-fuels a hot engine and the fans may not run.'
    case 'high':
      return 'Open shown hot: the fans run and a cold engine is under-fuelled.'
    case 'value':
      return 'Open shown as a value: the engine runs on, and nobody sees the fault unless a warning is set.'
    default:
      return 'Open shown as the last cell: it may pass for a true reading.'
  }
}
