import { describe, expect, it } from 'vitest'
import { readPairs, type PairColumns } from './index.ts'

const litres: PairColumns = {
  firstUnit: 'l',
  secondUnit: 'Ω',
  names: ['fuel level', 'signal'],
  first: (v) => (v >= 0 && v <= 60 ? null : 'Outside 0 to 60 l.'),
  second: (v) => (v > 0 ? null : 'Ohms cannot be negative.'),
}
const pairs = (text: string): [number, number][] =>
  readPairs(text, litres).map((p) => [p.first, p.second])

describe('pasted points', () => {
  it.each([
    ['tabs', '0\t10\n5\t42.5'],
    ['semicolons and decimal commas', '0;10\n5;42,5'],
    ['spaces', '0  10\n5  42.5'],
    ['commas', '0,10\n5,42.5'],
    ['commas and spaces', '0, 10\n5, 42.5'],
    ['a header', 'litres\tohms\n0\t10\n5\t42.5'],
    ['units', '0 l\t10 Ω\n5 l\t42R5'],
    ['blank lines', '\n0\t10\n\n5\t42.5\n'],
  ])('with %s', (_, text) => {
    expect(pairs(text)).toEqual([
      [0, 10],
      [5, 42.5],
    ])
  })
  it('keeps what was typed, and any order', () => {
    expect(readPairs('20\t4k7\n5\t42.5', litres)[0]).toEqual({
      first: 20,
      second: 4700,
      firstTyped: '20',
      secondTyped: '4k7',
    })
  })
  it.each([
    ['', 'bad-pairs', /Nothing was pasted/],
    ['litres\tohms', 'bad-pairs', /Only a header/],
    ['0\t10\t3', 'bad-pairs', /Line 1 holds 3 values/],
    ['0\t10\n5', 'bad-pairs', /Line 2 holds 1 values/],
    ['0\t10\n5\t-42', 'bad-pairs', /Line 2, signal -42: Ohms cannot be negative/],
    ['0\t10\n5\t30 psi', 'bad-pairs', /Line 2, signal: .*pressure/],
    ['70\t100\n80\t120', 'bad-pairs', /Line 1, fuel level 70: Outside/],
    ['100\t1\n180\t20', 'swapped-columns', /columns look swapped/],
  ])('refuses %j', (text, code, message) => {
    expect(() => readPairs(text, litres)).toThrow(
      expect.objectContaining({ code, message: expect.stringMatching(message) }),
    )
  })
})
