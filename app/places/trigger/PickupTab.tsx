import { roundTo, fixed, significant } from '../../../core/quantity/index.ts'
import type { Trigger } from '../../../core/build/index.ts'
import {
  gapWindow,
  parseWheel,
  degreesBetween,
  widthsOf,
  type GapTask,
  coilReader,
} from '../../../core/trigger/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { Caution } from '../../parts/Caution.tsx'
import { num } from '../../parts/columns.ts'
import { Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { Wrong } from '../../parts/Wrong.tsx'
import { useBuild } from '../../store/useBuild.ts'
import { FindPins } from './FindPins.tsx'
import { WhichPickup } from './WhichPickup.tsx'
import type { TriggerTabProps } from './Trigger.tsx'

/** The pickup by itself: what it is, which pin is which, and how far from the wheel it may stand. */
export default function PickupTab({ trigger }: TriggerTabProps) {
  return (
    <div className="stage">
      <div>
        <WhichPickup trigger={trigger} />
        <FindPins />
      </div>
      <div>
        {trigger.pickup === 'vr' ? <Gap trigger={trigger} /> : <SwitchingGap />}
        <Caution>
          Set the gap with the engine at rest and the battery off: a feeler gauge caught by a
          turning wheel takes the finger with it.
        </Caution>
      </div>
    </div>
  )
}

const SwitchingGap = () => (
  <>
    <h2>Gap</h2>
    <p>
      A sensor that switches works within the gap its maker states, often 0.5 to 1.5 mm: nearer it
      touches, farther single teeth are missed, first where the wheel runs out. It gives no volts by
      which the gap could be judged. Look at its edges under What it shows: teeth that come late
      once a turn stand too far away.
    </p>
    <Turned />
  </>
)

/** A pickup held by one bolt can be turned about it. */
const Turned = () => (
  <p className="pale">
    Held by one bolt it can turn about it: its face must stand square to the wheel, its mark along
    the teeth. A few degrees cost gap on one side; a quarter of a turn costs a two-element sensor
    its signal.
  </p>
)

type Kept = NonNullable<Trigger['gap']>
const USUAL: Kept = {
  ...{ peakV: 1, rpm: 200, gapM: 0.001, diameterM: 0.15, crankRpm: 120, limiterRpm: 7500 },
  ...{ runoutM: 0.0002, clearM: 0.0003 },
}
const BOXES: readonly [key: keyof Kept, label: string, unit: string][] = [
  ['peakV', 'Peak measured', 'V'],
  ['rpm', 'at', 'rpm'],
  ['gapM', 'and a gap of', 'mm'],
  ['diameterM', 'Wheel over its teeth', 'mm'],
  ['toothM', 'A tooth is wide', 'mm'],
  ['tipM', 'Tip of the pickup', 'mm'],
  ['runoutM', 'It runs out by', 'mm'],
  ['clearM', 'Keep free', 'mm'],
  ['crankRpm', 'Cranking, slowest', 'rpm'],
  ['limiterRpm', 'Limiter', 'rpm'],
]
/** What its unit makes of it: of the pin that reads it. */
const READER = [
  ['thresholdV', 'Unit switches above'],
  ['limitV', 'Unit may see'],
] as const
/** Gaps of the table, m. */
const AROUND = [0.4e-3, 0.7e-3, 1e-3, 1.3e-3, 1.6e-3, 2e-3]

function Gap({ trigger }: { trigger: Trigger }) {
  const { build, edit } = useBuild()
  const reader = coilReader(build, trigger)
  const kept = trigger.gap ?? USUAL
  const set = (patch: Partial<Kept>): string | null =>
    edit({ kind: 'editGap', args: { id: trigger.id, patch, usual: USUAL } })
  const { thresholdV, limitV } = reader
  const task: GapTask = { ...kept, thresholdV, limitV, pitches: pitchesOf(trigger) }
  const widths = widthsOf(task)
  return (
    <>
      <h2>Gap</h2>
      <Fields name="The gap">
        {BOXES.map(([key, label, unit]) => (
          <QuantityInput
            key={key}
            label={label}
            unit={unit}
            value={kept[key] ?? roundTo(widths[key as keyof typeof widths], 4)}
            width={140}
            hideUnderstood
            check={key === 'runoutM' || key === 'clearM' ? notBelow : aboveZero}
            onCommit={({ value }) => set({ [key]: value })}
          />
        ))}
        {READER.map(([key, label]) => (
          <QuantityInput
            key={key}
            label={label}
            unit="V"
            value={reader[key]}
            width={140}
            hideUnderstood
            check={aboveZero}
            onCommit={({ value }) =>
              edit({
                kind: 'editCoilReader',
                args: { id: trigger.id, patch: { [key]: value }, now: reader },
              })
            }
          />
        ))}
      </Fields>
      {!trigger.gap && (
        <p className="pale small">Usual numbers until you type yours: begin with the peak.</p>
      )}
      <Window task={task} />
      <Turned />
    </>
  )
}

const notBelow = (v: number): string | null => (v >= 0 ? null : 'Not below nothing.')

/** Teeth around the wheel were none missing: by its narrowest step. */
const pitchesOf = ({ wheel }: Trigger): number => {
  const parsed = parseWheel(wheel)
  return Math.max(1, Math.round(parsed.cycleDegrees / Math.min(...degreesBetween(parsed))))
}

function Window({ task }: { task: GapTask }) {
  const { nearM, farM, near, peakAt } = gapWindow(task)
  const mm = (v: number): string => fixed(1000 * v, 1)
  return (
    <>
      {nearM > farM ? (
        <Wrong>
          {`No gap serves: farther than ${mm(Math.max(0, farM))} mm a tooth is missed while ` +
            `cranking, nearer than ${mm(nearM)} mm ` +
            `${near === 'touches' ? 'the wheel touches' : 'the unit sees too much at the limiter'}.`}
        </Wrong>
      ) : (
        <p className="large" role="status">
          <b>
            {mm(nearM)} to {mm(farM)} mm
          </b>
          : nearer {near === 'touches' ? 'it touches' : 'the unit sees too much at the limiter'},
          farther a tooth is missed while cranking.
        </p>
      )}
      <Sheet label="Volts by gap" columns={[num('gap, mm'), num('cranking, V'), num('limiter, V')]}>
        {AROUND.map((gap) => (
          <tr key={gap} className={gap < nearM || gap > farM ? 'is-suspect' : undefined}>
            <td className="num">{mm(gap)}</td>
            <td className="num">{significant(peakAt(gap, task.crankRpm), 2)}</td>
            <td className="num">{significant(peakAt(gap, task.limiterRpm), 2)}</td>
          </tr>
        ))}
      </Sheet>
      <p className="pale small">
        By the field of its teeth: a row of them by their pitch, teeth that stand far apart by the
        wider of tooth and tip. Measure the peak again after the gap was set.
      </p>
    </>
  )
}
