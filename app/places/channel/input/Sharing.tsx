import { inputOf, wiredReads } from '../../../../core/build/index.ts'
import type { ReadStatus } from '../../../../core/chain/index.ts'
import { sharedStates, type SharedState } from '../../../../core/input/index.ts'
import { fixed } from '../../../../core/quantity/index.ts'
import { familyOf } from '../../../../core/curve/index.ts'
import { useRestTruth } from '../restTruth.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { truthUnit } from '../stageInfo.ts'
import { useQuantity } from '../../../parts/units.ts'
import { num, words } from '../../../parts/columns.ts'
import { Sheet } from '../../../parts/Sheet.tsx'

/** The states of two devices on one sensor, as one says them. */
const IN_WORDS: Record<SharedState['id'], (own: string, other: string) => string> = {
  together: () => 'Both on, sensor plugged in',
  'other-off': (_, other) => `${other} off`,
  'own-off': (own) => `${own} off`,
  unplugged: () => 'Sensor unplugged',
}

/** What a second device on the same sensor does to this pin, in every state both can be in. */
export function Sharing({ status }: { status: ReadStatus }) {
  const truth = useRestTruth()
  const { build } = useBuild()
  const q = useQuantity(truthUnit(status.assembled.sensor.family))
  const { channel, wired: read, input, sends: device, sensor } = status.assembled
  const own = input.pulls.find((p) => p.on)
  const others = wiredReads(channel)
    .filter((r) => r.id !== read.id)
    .map((r) => inputOf(build, r.input))
    .filter((o) => o.input.pulls.some((p) => p.on))
  if (others.length === 0 || !own || sensor.curve === undefined) return null
  const rail = (o: typeof input, p: typeof own): number =>
    p.toReference ? o.referenceV.value : p.railV.value
  return (
    <section className="apart">
      {others.map((other) => {
        const feed = other.input.pulls.find((p) => p.on)!
        const states = sharedStates({
          own: { pullUpOhm: own.ohm.value, railV: rail(input, own) },
          other: { pullUpOhm: feed.ohm.value, railV: rail(other.input, feed) },
          sensorOhm: familyOf(sensor.family).forward(sensor.curve, truth),
          limitV: input.limitV,
        })
        const open = states.find((s) => s.id === 'unplugged')!
        return (
          <div key={other.input.id}>
            <h2>{other.device.name} feeds this sensor too</h2>
            {open.clampA > 0 && (
              <p className="wrong" role="note">
                <b>Unplugged, the pin rises to {fixed(open.inputV, 1)} V</b> and {device.name} may
                see {fixed(input.limitV, 1)} V at most: {fixed(open.clampA * 1000, 1)} mA go into
                its protection. Give {other.device.name} its own sensor, or put a resistor and a
                clamp before the pin.
              </p>
            )}
            <Sheet
              label={`States with ${other.device.name}`}
              columns={[
                words(`At ${q.text(truth, 0)}`),
                num('pin, V'),
                num('sensor, mW'),
                num('into protection, mA'),
              ]}
              rows={states.map((s) => ({
                key: s.id,
                cells: [
                  IN_WORDS[s.id](device.name, other.device.name),
                  fixed(s.inputV, 3),
                  fixed(s.sensorMw, 1),
                  s.clampA > 0 ? fixed(s.clampA * 1000, 1) : '–',
                ],
              }))}
            />
          </div>
        )
      })}
    </section>
  )
}
