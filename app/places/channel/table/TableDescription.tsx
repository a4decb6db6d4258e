import { Group, NativeSelect, TextInput } from '@mantine/core'
import { useState } from 'react'
import {
  MOST,
  type DeviceTable,
  type FaultShow,
  type Input,
  type Patch,
} from '../../../../core/build/index.ts'
import { findFamily } from '../../../../core/curve/registry.ts'
import { findUnit, unitsLike } from '../../../../core/quantity/index.ts'
import { differenceUnit } from '../../../parts/units.ts'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { useOutside } from '../../../parts/useOutside.ts'
import { useBuild } from '../../../store/useBuild.ts'

const shows = (heat: boolean): { value: FaultShow['show']; label: string }[] => [
  { value: 'low', label: heat ? 'low (cold)' : 'low' },
  { value: 'high', label: heat ? 'high (hot)' : 'high' },
  { value: 'last', label: 'the last cell' },
  { value: 'value', label: 'a value' },
]

/** What the device's table is like: its cells, axis, steps, and what it should show on open and short. */
export function TableDescription({
  input,
  spec,
  family,
}: {
  input: Input
  spec: DeviceTable
  family: string
}) {
  const face = findFamily(family)
  const unit = face?.truthUnit ?? '°C'
  // where a fault is to show a value, one from the middle of what matters to begin with
  const usual = face ? (face.needs.best[0] + face.needs.best[1]) / 2 : 0
  const step = findUnit(spec.valueUnit),
    scale = step ? step.toCore(1) - step.toCore(0) : 1
  const { build, edit } = useBuild()
  const units = unitsLike(unit, build.vehicle.ethanol)
  const set = (patch: Patch<DeviceTable>): string | null =>
    edit({ kind: 'editInput', args: { input: input.id, patch: { table: patch } } })
  const [axisText, setAxisText] = useState(spec.axisFixed?.join('; ') ?? '')
  const [axisProblem, setAxisProblem] = useState<string | null>(null)
  const [cells, setCells] = useState(String(spec.cells))
  // undo and another tab change them too
  const axisNow = spec.axisFixed?.join('; ') ?? ''
  useOutside(`${spec.cells} ${axisNow}`, false, () => {
    setCells(String(spec.cells))
    setAxisText(axisNow)
    setAxisProblem(null)
  })
  const fixAxis = (text: string): void => {
    if (text.trim() === '') {
      setAxisProblem(null)
      if (spec.axisFixed) set({ axisFixed: null })
      return
    }
    const values = text
      .split(/[;\s]+/)
      .filter(Boolean)
      .map((v) => Number(v.replace(',', '.')))
    if (values.length < 2 || values.some((v) => !Number.isFinite(v))) {
      setAxisProblem('Write the axis cells, separated by spaces or semicolons.')
      return
    }
    if (values.length > MOST.cells) {
      setAxisProblem(`${values.length} cells: a table has at most ${MOST.cells}.`)
      return
    }
    const sorted = [...values].sort((a, b) => a - b)
    if (sorted.some((v, i) => i > 0 && v === sorted[i - 1])) {
      setAxisProblem('Two axis cells are the same.')
      return
    }
    const changed = JSON.stringify(sorted) !== JSON.stringify(spec.axisFixed)
    setAxisProblem(changed ? set({ axisFixed: sorted, cells: sorted.length }) : null)
  }
  const axes: Record<DeviceTable['axis'], Patch<DeviceTable>> = {
    V: { axis: 'V', axisStep: 0.01, axisRange: [0, input.referenceV.value] },
    counts: {
      axis: 'counts',
      axisStep: 1,
      axisRange: [
        0,
        input.counter ? input.counter.highestHz * input.counter.gateS : 2 ** (input.bits ?? 12) - 1,
      ],
    },
    Ω: { axis: 'Ω', axisStep: 1, axisRange: [0, 100000] },
    Hz: { axis: 'Hz', axisStep: 1, axisRange: [0, input.counter?.highestHz ?? 10000] },
  }
  const fault = (key: 'onOpen' | 'onShort', label: string) => (
    <>
      <NativeSelect
        label={label}
        value={spec[key].show}
        onChange={(e) =>
          set({
            [key]: {
              show: e.currentTarget.value,
              value: e.currentTarget.value === 'value' ? (spec[key].value ?? usual) : null,
            },
          })
        }
        data={shows(face?.quantity === 'temperature')}
        w={150}
      />
      {spec[key].show === 'value' && (
        <QuantityInput
          label="namely"
          unit={unit}
          value={spec[key].value}
          width={130}
          onCommit={({ value }) => set({ [key]: { show: 'value', value } })}
        />
      )}
    </>
  )
  return (
    <>
      <h2>The device’s table</h2>
      <Group align="flex-start" mt="xs" gap="sm" wrap="wrap">
        <NativeSelect
          label="It takes"
          value={spec.form}
          onChange={(e) => set({ form: e.currentTarget.value as DeviceTable['form'] })}
          data={[
            { value: 'table', label: 'a table' },
            ...(face?.pairs
              ? [
                  { value: 'pairs', label: 'three pairs' },
                  { value: 'coefficients', label: 'coefficients' },
                ]
              : []),
          ]}
          w={150}
        />
        {spec.form === 'table' && (
          <>
            <TextInput
              label="Cells"
              value={cells}
              w={90}
              inputMode="numeric"
              onChange={(e) => setCells(e.currentTarget.value)}
              error={
                Number(cells) >= 2 && Number(cells) <= 256 && Number.isInteger(Number(cells))
                  ? null
                  : '2 to 256'
              }
              onBlur={() => {
                const n = Number(cells)
                if (Number.isInteger(n) && n >= 2 && n <= 256 && n !== spec.cells)
                  set({ cells: n, axisFixed: null })
              }}
            />
            <NativeSelect
              label="Axis in"
              value={spec.axis}
              onChange={(e) =>
                set({
                  ...axes[e.currentTarget.value as DeviceTable['axis']],
                  entered: null,
                  axisFixed: null,
                })
              }
              data={
                input.signal === 'frequency'
                  ? ['Hz', 'counts']
                  : face?.signal === 'resistance'
                    ? ['V', 'Ω', 'counts']
                    : ['V', 'counts']
              }
              w={110}
            />
            <NativeSelect
              label="Listed"
              value={spec.direction}
              onChange={(e) =>
                set({ direction: e.currentTarget.value as DeviceTable['direction'] })
              }
              data={['rising', 'falling']}
              w={120}
            />
          </>
        )}
        <QuantityInput
          label={spec.form === 'table' ? 'Axis step' : 'Ohm step'}
          unit={spec.axis}
          value={spec.axisStep}
          width={120}
          hideUnderstood
          check={(v) => (v > 0 ? null : 'Above zero')}
          onCommit={({ value }) => set({ axisStep: value })}
        />
        <QuantityInput
          label="Value step"
          unit={differenceUnit(unit)}
          value={spec.valueStep * scale}
          width={120}
          hideUnderstood
          step={0.1}
          check={(v) => (v > 0 ? null : 'Above zero')}
          onCommit={({ value }) => set({ valueStep: Number((value / scale).toPrecision(4)) })}
        />
        <NativeSelect
          label="Values in"
          value={spec.valueUnit}
          onChange={(e) => set({ valueUnit: e.currentTarget.value })}
          data={units}
          w={110}
        />
        {spec.form === 'table' && (
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
        )}
        {spec.form === 'table' && fault('onOpen', 'Open wire shows')}
        {spec.form === 'table' && fault('onShort', 'Short shows')}
      </Group>
      {spec.form === 'table' && (
        <TextInput
          label="Axis the device does not let you change (leave empty if it does)"
          mt="xs"
          value={axisText}
          error={axisProblem}
          onChange={(e) => setAxisText(e.currentTarget.value)}
          onBlur={() => fixAxis(axisText)}
          placeholder="0 0.3 0.6 … 5"
        />
      )}
      {spec.form === 'table' && (
        <p className="pale" style={{ fontSize: 14, margin: '6px 0 0' }}>
          {consequence(spec, unit)}
        </p>
      )}
    </>
  )
}

const consequence = (spec: DeviceTable, unit: string): string =>
  unit !== '°C'
    ? spec.onOpen.show === 'low' || spec.onOpen.show === 'high'
      ? 'A fault shows well outside the range, so that it cannot pass for a reading.'
      : 'A fault shown inside the range may pass for a reading, unless a warning is set.'
    : spec.onOpen.show === 'low'
      ? 'Open shown cold: the engine computer over-fuels a hot engine and the fans may not run.'
      : spec.onOpen.show === 'high'
        ? 'Open shown hot: the fans run and a cold engine is under-fuelled.'
        : spec.onOpen.show === 'value'
          ? 'Open shown as a value: the engine runs on, and nobody sees the fault unless a warning is set.'
          : 'Open shown as the last cell: it may pass for a true reading.'
