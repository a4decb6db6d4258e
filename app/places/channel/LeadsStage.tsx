import { Group } from '@mantine/core'
import { measured, type Patch, type Stated, type ReadWire } from '../../../core/build/index.ts'
import { useBuild } from '../../store/useBuild.ts'
import { notNegative } from '../../parts/checks.ts'
import { Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { TextField } from '../../parts/TextField.tsx'
import { StatedChip } from '../../parts/StatedChip.tsx'
import { useQuantity } from '../../parts/units.ts'
import { truthUnit } from './stageInfo.ts'
import { GroundNow } from './GroundNow.tsx'
import { useRestTruth } from './restTruth.ts'
import type { StageProps } from './tabs.tsx'

/** Wire, joints and ground between sensor and device, and what each costs here. */
export default function LeadsStage({ status }: StageProps) {
  const truth = useRestTruth()
  const { edit } = useBuild()
  const q = useQuantity(truthUnit(status.assembled.sensor.family))
  const { wired: read, sends: device } = status.assembled
  const { wire } = read
  const set = (patch: Patch<ReadWire>): string | null =>
    edit({ kind: 'editRead', args: { id: read.id, patch: { wire: patch } } })
  return (
    <div className="stage">
      <div>
        <h2>Leads and ground</h2>
        <Fields>
          <Measured
            label="Signal wire, plug to pin"
            unit="Ω"
            stated={wire.signalOhm}
            step={0.1}
            check={notNegative}
            onValue={(value) => set({ signalOhm: measured(value) })}
          />
          <Measured
            label="Ground wire, plug to device"
            unit="Ω"
            stated={wire.groundOhm}
            step={0.1}
            check={notNegative}
            onValue={(value) => set({ groundOhm: measured(value) })}
          />
          <Measured
            label="Sensor ground above device ground, loads on"
            unit="V"
            stated={wire.groundOffsetV}
            step={0.001}
            check={(v) =>
              Math.abs(v) < 3 ? null : 'More than 3 V is no ground: check the connection.'
            }
            onValue={(value) => set({ groundOffsetV: measured(value) })}
          />
        </Fields>
        <GroundNow read={read} />
        <Group mt="md">
          <TextField
            label="Wire colour"
            value={wire.colour}
            onCommit={(colour) => set({ colour })}
          />
          <TextField
            label="Connector cavity"
            value={wire.cavity}
            onCommit={(cavity) => set({ cavity })}
          />
        </Group>
      </div>
      <HowToMeasure device={device.name} at={q.text(truth, 0)} />
    </div>
  )
}

/** A value that counts as measured once it is typed, and as what it counts now. */
function Measured({
  stated,
  onValue,
  ...box
}: {
  label: string
  unit: string
  stated: Stated
  step: number
  check: (value: number) => string | null
  onValue: (value: number) => string | null
}) {
  return (
    <div>
      <QuantityInput {...box} value={stated.value} onCommit={({ value }) => onValue(value)} />
      <StatedChip basis={stated.basis} />
    </div>
  )
}

const HowToMeasure = ({ device, at }: { device: string; at: string }) => (
  <div>
    <h2>How to measure them</h2>
    <ol className="indented">
      <li>
        Both plugs off: short the probe tips, note what they show, then measure each wire end to
        end.
      </li>
      <li>
        Key on, fans, pump and lamps on: put the meter on millivolts, black on the ground pin of{' '}
        {device}, red on the sensor’s ground at its plug.
      </li>
      <li>
        Type what stands there. More than 5 mV shows in the reading: at {at} see where the thread
        bends to the pin.
      </li>
    </ol>
    <p className="pale">
      What is typed here counts as measured; what was never typed is assumed: 0.1 Ω a wire, 0 ± 5 mV
      of ground.
    </p>
  </div>
)
