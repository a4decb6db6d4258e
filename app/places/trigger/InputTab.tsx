import type { Trigger } from '../../../core/build/index.ts'
import { inputTask } from '../../../core/trigger/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { SwitchedInput } from '../../parts/switched/SwitchedInput.tsx'
import { useBuild } from '../../store/useBuild.ts'
import type { TabProps } from './Trigger.tsx'

type Input = NonNullable<Trigger['input']>

const START: Input = {
  ...{ switches: 'ground', lowV: 0.4, sinkA: 0.02, leastA: 0, leakA: 1e-5, sensorFromV: 4.5 },
  ...{ cableF: 1e-9, thresholdLowV: 1.2, thresholdHighV: 2.8, limitV: 12, batteryV: [6, 15] },
  ...{ railTolerance: 0.02, series: 'E24', partTolerance: 0.05, limiterRpm: 7500, fitted: null },
}

/** The input of a switching sensor: every school with parts that can be bought, in its worst corner. */
export default function InputTab({ trigger }: TabProps) {
  const { edit } = useBuild()
  const input = trigger.input ?? START
  if (trigger.pickup === 'vr')
    return (
      <p className="column wide">
        A two-wire pickup makes its own volts and takes no pull-up: its two leads go to an input
        made for it, twisted, shielded, the shield on the unit’s sensor ground alone. What is set
        here is for a three-wire sensor that switches; say so under Wheel and unit.
      </p>
    )
  const set = (patch: object) =>
    edit({ kind: 'editTriggerInput', args: { id: trigger.id, patch, usual: START } })
  return (
    <SwitchedInput
      input={input}
      task={inputTask(trigger, input)}
      set={set}
      delay={{
        name: 'delay at the limiter, °',
        text: (s) => (6 * input.limiterRpm * s).toFixed(3),
      }}
    >
      <QuantityInput
        label="Limiter"
        unit="rpm"
        value={input.limiterRpm}
        width={140}
        hideUnderstood
        check={aboveZero}
        onCommit={({ value }) => set({ limiterRpm: value })}
      />
    </SwitchedInput>
  )
}
