import { NativeSelect } from '@mantine/core'
import type { Patch, Trigger } from '../../../core/build/index.ts'
import { EchtError } from '../../../core/error.ts'
import {
  designTriggerInput,
  parseWheel,
  type InputDesign,
  type InputSchool,
  type TriggerInputTask,
} from '../../../core/trigger/index.ts'
import { num, words } from '../../parts/columns.ts'
import { Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Say } from '../../parts/Say.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { ohms } from '../../parts/units.ts'
import { Wrong } from '../../parts/Wrong.tsx'
import type { TabProps } from './Trigger.tsx'
import { useBuild } from '../../store/useBuild.ts'
import { Zones } from './Zones.tsx'

const START: NonNullable<Trigger['input']> = {
  ...{ lowV: 0.4, sinkA: 0.02, leakA: 1e-5, sensorFromV: 4.5, cableF: 1e-9 },
  ...{ thresholdLowV: 1.2, thresholdHighV: 2.8, limitV: 12, batteryV: [6, 15] },
  ...{ railTolerance: 0.02, series: 'E24', partTolerance: 0.05, limiterRpm: 7500 },
}

const SCHOOL: Record<InputSchool, string> = {
  'pull-up': 'pull-up to the unit’s 5 V',
  divider: 'fixed divider from the battery',
  trimmed: 'divider trimmed by a potentiometer',
  'sensor-on-5v': 'the sensor itself on 5 V',
}

/** The input of a switching sensor: every school with parts that can be bought, in its worst corner. */
export default function InputTab({ trigger }: TabProps) {
  const { edit } = useBuild()
  const task = trigger.input ?? START
  if (trigger.pickup === 'vr')
    return (
      <p className="column wide">
        A two-wire pickup makes its own volts and takes no pull-up: its two leads go to an input
        made for it, twisted, shielded, the shield on the unit’s sensor ground alone. What is set
        here is for a three-wire sensor that switches; say so under Wheel and unit.
      </p>
    )
  const edges = parseWheel(trigger.wheel).edgesDegrees.length
  const { designs, problem } = designed({ ...task, limiterHz: (edges * task.limiterRpm) / 60 })
  const set: Set = (patch) =>
    edit({ kind: 'editTriggerInput', args: { id: trigger.id, patch, usual: START } })
  return (
    <>
      <TaskFields task={task} set={set} />
      <Wrong>{problem}</Wrong>
      {designs && (
        <div className="stage">
          <Designs designs={designs} />
          <Zones designs={designs} task={task} name={(s) => SCHOOL[s]} />
        </div>
      )}
    </>
  )
}

type Set = (patch: Patch<typeof START>) => string | null

function designed(task: TriggerInputTask): {
  designs: InputDesign[] | null
  problem: string | null
} {
  try {
    return { designs: designTriggerInput(task), problem: null }
  } catch (error) {
    if (!(error instanceof EchtError)) throw error
    return { designs: null, problem: error.message }
  }
}

type Key =
  | 'lowV'
  | 'sinkA'
  | 'sensorFromV'
  | 'cableF'
  | 'thresholdLowV'
  | 'thresholdHighV'
  | 'limitV'
  | 'limiterRpm'
const BOXES: readonly [key: Key, label: string, unit: string][] = [
  ['lowV', 'Sensor low, at most', 'V'],
  ['sinkA', 'It may sink', 'A'],
  ['sensorFromV', 'It works from', 'V'],
  ['cableF', 'Cable', 'F'],
  ['thresholdLowV', 'Input: low below', 'V'],
  ['thresholdHighV', 'high above', 'V'],
  ['limitV', 'may see', 'V'],
  ['limiterRpm', 'Limiter', 'rpm'],
]

function TaskFields({ task, set }: { task: typeof START; set: Set }) {
  return (
    <Fields name="The input">
      {BOXES.map(([key, label, unit]) => (
        <QuantityInput
          key={key}
          label={label}
          unit={unit}
          value={task[key]}
          width={140}
          hideUnderstood
          onCommit={({ value }) => set({ [key]: value })}
        />
      ))}
      <QuantityInput
        label="Battery, cranking"
        unit="V"
        value={task.batteryV[0]}
        width={140}
        hideUnderstood
        check={(v) =>
          v > 0 && v < task.batteryV[1] ? null : `Above zero, below ${task.batteryV[1]} V.`
        }
        onCommit={({ value }) => set({ batteryV: { 0: value } })}
      />
      <NativeSelect
        label="Parts"
        value={task.series}
        data={['E12', 'E24']}
        onChange={(e) => set({ series: e.currentTarget.value as 'E12' | 'E24' })}
        w={100}
      />
      <NativeSelect
        label="off by"
        value={String(task.partTolerance)}
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

function Designs({ designs }: { designs: readonly InputDesign[] }) {
  const [best] = designs
  return (
    <div>
      {best && (
        <p className="large" role="status">
          <b>{ohms(best.upOhm)}</b>
          {best.downOhm !== null && (
            <>
              {' '}
              over <b>{ohms(best.downOhm)}</b>
            </>
          )}
          , {SCHOOL[best.school]}: {best.marginV.toFixed(2)} V are left in the worst corner.
        </p>
      )}
      <Sheet
        label="Ways to read the sensor"
        columns={[
          num(''),
          words('How'),
          words('Parts'),
          num('margin, V'),
          num('sinks, mA'),
          num('delay at the limiter, °'),
        ]}
      >
        {designs.map((d, i) => (
          <tr key={d.school} className={d.marginV <= 0 ? 'is-suspect' : undefined}>
            <td className="num">{i + 1}</td>
            <td>
              {SCHOOL[d.school]}
              {d.says.map((s) => (
                <p key={s.code} className="pale tight small">
                  <Say of={s} />
                </p>
              ))}
            </td>
            <td>
              {ohms(d.upOhm)}
              {d.downOhm !== null && ` over ${ohms(d.downOhm)}`}
            </td>
            <td className="num">{d.marginV.toFixed(2)}</td>
            <td className="num">{(d.sinkA * 1000).toFixed(1)}</td>
            <td className="num">{d.delayDeg.toFixed(3)}</td>
          </tr>
        ))}
      </Sheet>
    </div>
  )
}
