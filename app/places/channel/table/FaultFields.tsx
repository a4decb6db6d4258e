import { NativeSelect } from '@mantine/core'
import type { DeviceTable, FaultShow, Patch } from '../../../../core/build/index.ts'
import type { AnyFamily } from '../../../../core/curve/index.ts'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'

type Props = {
  spec: DeviceTable
  family: AnyFamily | undefined
  on: 'onOpen' | 'onShort'
  label: string
  set: (patch: Patch<DeviceTable>) => string | null
}

/** What the device should show while a wire is open or shorted. */
export function FaultFields({ spec, family, on, label, set }: Props) {
  const { show, value } = spec[on]
  // where a fault is to show a value, one from the middle of what matters to begin with
  const usual = family ? (family.needs.best[0] + family.needs.best[1]) / 2 : 0
  const choose = (to: FaultShow['show']): string | null =>
    set({ [on]: { show: to, value: to === 'value' ? (value ?? usual) : null } })
  return (
    <>
      <NativeSelect
        label={label}
        value={show}
        onChange={(e) => choose(e.currentTarget.value as FaultShow['show'])}
        data={waysOf(family?.quantity === 'temperature')}
        w={150}
      />
      {show === 'value' && (
        <QuantityInput
          label="namely"
          unit={family?.truthUnit ?? '°C'}
          value={value}
          width={130}
          onCommit={({ value: to }) => set({ [on]: { show: 'value', value: to } })}
        />
      )}
    </>
  )
}

const waysOf = (heat: boolean): { value: FaultShow['show']; label: string }[] => [
  { value: 'low', label: heat ? 'low (cold)' : 'low' },
  { value: 'high', label: heat ? 'high (hot)' : 'high' },
  { value: 'last', label: 'the last cell' },
  { value: 'value', label: 'a value' },
]
