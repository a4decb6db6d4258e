import { fixed } from '../../../core/quantity/index.ts'
import { inputTask, readBy, USUAL_SWITCHED_TRIGGER } from '../../../core/trigger/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { SwitchedInput } from '../../parts/switched/SwitchedInput.tsx'
import { useBuild } from '../../store/useBuild.ts'
import type { TriggerTabProps } from './Trigger.tsx'

/** The input of a switching sensor: every school with parts that can be bought, in its worst corner. */
export default function TriggerInputTab({ trigger }: TriggerTabProps) {
  const { build, edit } = useBuild()
  const { device, input, pins } = readBy(build, trigger)
  const switched = trigger.switched ?? USUAL_SWITCHED_TRIGGER
  if (trigger.pickup === 'vr')
    return (
      <p className="column wide">
        A two-wire pickup makes its own volts and takes no pull-up: its two leads go to an input
        made for it, twisted, shielded, the shield on the unit’s sensor ground alone. What is set
        here is for a three-wire sensor that switches; say so under Wheel and unit.
      </p>
    )
  if (!device || !input)
    return (
      <p className="column wide">
        Its levels depend on the input that reads it. Say under Wheel and unit which unit that is.
      </p>
    )
  const set = (patch: object) =>
    edit({
      kind: 'editSwitchedTrigger',
      args: { id: trigger.id, patch, usual: USUAL_SWITCHED_TRIGGER },
    })
  return (
    <SwitchedInput
      {...{ switched, input, device }}
      pin={pins[0]!}
      task={inputTask(trigger, switched, input)}
      set={set}
      delay={{
        name: 'delay at the limiter, °',
        text: (s) => fixed(6 * switched.limiterRpm * s, 3),
      }}
    >
      <QuantityInput
        label="Limiter"
        unit="rpm"
        value={switched.limiterRpm}
        width={140}
        hideUnderstood
        check={aboveZero}
        onCommit={({ value }) => set({ limiterRpm: value })}
      />
    </SwitchedInput>
  )
}
