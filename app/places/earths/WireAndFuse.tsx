import { NativeSelect } from '@mantine/core'
import { useState } from 'react'
import { EchtError } from '../../../core/error.ts'
import { chooseWire, type WireStandard } from '../../../core/ground/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { Caution } from '../../parts/Caution.tsx'
import { Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Say } from '../../parts/Say.tsx'
import { Wrong } from '../../parts/Wrong.tsx'

/** The wire for a current, out and back, and its fuse. */
export default function WireAndFuse() {
  const [task, setTask] = useState({ ampere: 8, oneWayM: 3, allowedDropV: 0.4, ambientC: 40 })
  const [standard, setStandard] = useState<WireStandard>('mm²')
  const set = (patch: Partial<typeof task>): void => setTask((t) => ({ ...t, ...patch }))
  const { found, problem } = chosen({ ...task, standard })
  return (
    <>
      <Fields>
        <QuantityInput
          label="Current"
          unit="A"
          value={task.ampere}
          width={130}
          check={aboveZero}
          onCommit={({ value }) => set({ ampere: value })}
        />
        <QuantityInput
          label="Length one way"
          unit="m"
          value={task.oneWayM}
          width={140}
          check={aboveZero}
          onCommit={({ value }) => set({ oneWayM: value })}
        />
        <QuantityInput
          label="Drop allowed"
          unit="V"
          value={task.allowedDropV}
          width={130}
          check={aboveZero}
          onCommit={({ value }) => set({ allowedDropV: value })}
        />
        <QuantityInput
          label="Air around it"
          unit="°C"
          value={task.ambientC}
          width={130}
          onCommit={({ value }) => set({ ambientC: value })}
        />
        <NativeSelect
          label="Sizes in"
          value={standard}
          data={[
            { value: 'mm²', label: 'mm²' },
            { value: 'awg', label: 'AWG' },
          ]}
          onChange={(e) => setStandard(e.currentTarget.value as WireStandard)}
          w={110}
        />
      </Fields>
      <Wrong>{problem}</Wrong>
      {found && (
        <div role="status" aria-label="The wire">
          <p className="large">
            <b>{found.label}</b>, out and back: {found.dropV.toFixed(2)} V. Fuse{' '}
            <b>{found.fuseA} A</b>, near the source.
          </p>
          {found.warnings.map((w) => (
            <p key={w.code} className="doubt tight">
              <Say of={w} />
            </p>
          ))}
        </div>
      )}
      <p className="pale small">
        Copper of IEC 60028, sizes of IEC 60228 and ASTM B258; a single wire in free air, insulated
        for 105 °C. In a bundle it carries less: take the next size.
      </p>
      <Caution>
        A wire without a fuse near the battery is a fire. Local rules and whoever inspects the
        vehicle decide what may be changed.
      </Caution>
    </>
  )
}

function chosen(task: Parameters<typeof chooseWire>[0]): {
  found: ReturnType<typeof chooseWire> | null
  problem: string | null
} {
  try {
    return { found: chooseWire(task), problem: null }
  } catch (error) {
    if (!(error instanceof EchtError)) throw error
    return { found: null, problem: error.message }
  }
}
