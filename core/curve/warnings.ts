import { amount, list, number, say, type Said } from '../quantity/said.ts'

/** Fewer than two points to spare: a slip of the pen among them would not show. */
export const fewSpare = (spare: number): Said =>
  say(
    'few-spare',
  )`${spare === 0 ? 'No spare point' : 'One spare point'}: a slip of the pen could not be seen.
    ${number(2 - spare)} more would show it.`

/** Points, by their truths, that disagree with the others. */
export const doNotFit = (truths: readonly number[], unit: string): Said =>
  truths.length === 1
    ? say(
        'suspect',
      )`The point at ${amount(truths[0]!, unit)} does not fit the others: read it again, or strike it.`
    : say(
        'suspects',
      )`One of the points at ${list(truths.map((t) => amount(t, unit)))} does not fit, and they
        cannot be told apart: read them again.`
