import type { Said, Value } from './said.ts'

/** For tests: the numbers of something said, in the core's units, in the order of the sentence. */
export const numbersIn = ({ values }: Said): number[] => values.flatMap(numbersOf)

function numbersOf(value: Value): number[] {
  if (typeof value === 'string') return []
  if ('list' in value) return value.list.flatMap(numbersOf)
  return 'code' in value ? numbersIn(value) : [value.value]
}
