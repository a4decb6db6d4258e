import type { OnOff } from '../build/types.ts'
import { orElse } from '../error.ts'
import { switchedInput, type InputDesign, type SwitchedInputTask } from '../input/index.ts'
import { memberOf } from './members.ts'

export type OnOffInput = NonNullable<OnOff['input']>

/** What the input of a switch is designed from until somebody types better: a contact or a transistor, a 5 V input. */
export const usualInput = ({ member }: Pick<OnOff, 'member'>): OnOffInput => {
  const { contact } = memberOf(member)
  return {
    ...{ switches: 'ground', sinkA: contact ? 0.1 : 0.02, leastA: contact ? 0.001 : 0 },
    ...{ lowV: contact ? 0.2 : 0.4, leakA: 1e-5, sensorFromV: contact ? 0 : 4.5, cableF: 1e-9 },
    ...{ thresholdLowV: 1.2, thresholdHighV: 2.8, limitV: 15.5, batteryV: [6, 15] },
    ...{ railTolerance: 0.02, series: 'E24', partTolerance: 0.05, fitted: null, edgesHz: 20 },
  }
}

/** What is designed and judged: without what is fitted. */
export const taskOf = ({ fitted: _, ...task }: OnOffInput): SwitchedInputTask => task

/** What the parts that are fitted give; null where none are, or where their numbers cannot be. */
export function fittedInput(input: OnOffInput | null): InputDesign | null {
  const fitted = input?.fitted
  return fitted ? orElse(() => switchedInput(taskOf(input), fitted), null) : null
}
