import { expect, it } from 'vitest'
import { beliefText } from './belief.ts'

it.each([
  [1, 'over 99 %'],
  [0.9999, 'over 99 %'],
  [0.99, '99 %'],
  [0.504, '50 %'],
  [0.01, '1 %'],
  [0.004, 'under 1 %'],
  [0, 'under 1 %'],
])('a belief of %d is written %s', (share, text) => {
  expect(beliefText(share)).toBe(text)
})
