import type { InputParts, SwitchedInputTask } from './switched.ts'

/**
 * What stands electrically at a pin, as a design of what switches asks of it: what it calls low and high, the most it
 * may see, its filter, its own pulls, and the parts fitted before it.
 */
export type FrontEnd = {
  thresholds: { lowV: number; highV: number } | null
  limitV: number
  filterF: number
  pulls: readonly {
    ohm: { value: number }
    railV: { value: number }
    toReference: boolean
    on: boolean
  }[]
  fitted: InputParts | null
}

/** What an input of what switches is taken to be until somebody types better: a 5 V input that bears the battery. */
export const USUAL_FRONT_END = { thresholds: { lowV: 1.2, highV: 2.8 }, limitV: 15.5 } as const

/** What switches, and the parts at hand: what of a design does not stand at the pin. */
export type Switched = Omit<
  SwitchedInputTask,
  'thresholdLowV' | 'thresholdHighV' | 'limitV' | 'edgesHz' | 'harmlessS'
>

/** What is designed and judged at a pin: what switches, together with the front end it is read by. */
export function switchedTask(
  switched: Switched,
  { thresholds, limitV, filterF }: FrontEnd,
  often: Pick<SwitchedInputTask, 'edgesHz' | 'harmlessS'>,
): SwitchedInputTask {
  const { lowV, highV } = thresholds ?? USUAL_FRONT_END.thresholds
  return {
    ...switched,
    ...often,
    ...{ thresholdLowV: lowV, thresholdHighV: highV, limitV },
    cableF: switched.cableF + filterF,
  }
}

/** The parts that give a pin its levels: those fitted, or the pull-up it has of its own; null where it floats. */
export function levelParts({ fitted, pulls }: FrontEnd): InputParts | null {
  if (fitted) return fitted
  const own = pulls.find((p) => p.on && p.toReference)
  return own ? { school: 'pull-up', upOhm: own.ohm.value, downOhm: null } : null
}
