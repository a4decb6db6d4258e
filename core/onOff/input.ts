import type { OnOff } from '../build/types.ts'
import { orElse } from '../error.ts'
import {
  levelParts,
  switchedInput,
  switchedTask,
  type FrontEnd,
  type InputDesign,
  type SwitchedInputTask,
} from '../input/index.ts'
import { memberOf } from './members.ts'

export type SwitchedOnOff = NonNullable<OnOff['switched']>

/** What the input of a switch is designed from until somebody types better: a contact or a transistor. */
export const usualSwitched = ({ member }: Pick<OnOff, 'member'>): SwitchedOnOff => {
  const { contact } = memberOf(member)
  return {
    ...{ switches: 'ground', sinkA: contact ? 0.1 : 0.02, leastA: contact ? 0.001 : 0 },
    ...{ lowV: contact ? 0.2 : 0.4, leakA: 1e-5, sensorFromV: contact ? 0 : 4.5, cableF: 1e-9 },
    ...{ batteryV: [6, 15], railTolerance: 0.02, series: 'E24', partTolerance: 0.05, edgesHz: 20 },
  }
}

/** What is designed and judged at the pin of a switch. */
export const taskOf = (
  { edgesHz, ...switched }: SwitchedOnOff,
  input: FrontEnd,
): SwitchedInputTask => switchedTask(switched, input, { edgesHz })

/** What the parts at its pin give; null where it floats, or where their numbers cannot be. */
export function fittedInput(switched: SwitchedOnOff, input: FrontEnd): InputDesign | null {
  const parts = levelParts(input)
  return parts ? orElse(() => switchedInput(taskOf(switched, input), parts), null) : null
}
