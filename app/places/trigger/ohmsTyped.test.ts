import { expect, it } from 'vitest'
import { ohmsFromText } from './ohmsTyped.ts'

it.each([
  ['860', 860],
  ['1k2', 1200],
  [' 4 MΩ ', 4e6],
  ['0', 0],
  ['open', Infinity],
  ['OL', Infinity],
  ['', null],
  [undefined, null],
  ['-3', null],
  ['opens', null],
  ['5 V', null],
])('%s is %s', (text, ohm) => {
  expect(ohmsFromText(text)).toBe(ohm)
})
