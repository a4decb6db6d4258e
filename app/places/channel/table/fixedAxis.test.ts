import { describe, expect, it } from 'vitest'
import { readCells, readFixedAxis } from './fixedAxis.ts'

describe('a fixed axis as typed', () => {
  it.each([
    ['0 1 2.5', [0, 1, 2.5]],
    ['0,5; 1,25; 3', [0.5, 1.25, 3]],
    ['3\n2\n1', [1, 2, 3]],
    ['-1 0', [-1, 0]],
  ])('%j is its cells, ascending', (text, cells) => {
    expect(readFixedAxis(text)).toEqual({ cells })
  })
  it.each(['5', '1 two 3', '1 1 2', Array.from({ length: 300 }, (_, i) => i).join(' ')])(
    '%j is none, and it is said why',
    (text) => {
      expect(readFixedAxis(text)).toEqual({ problem: expect.any(String) })
    },
  )
})

it.each([
  ['16', 16],
  ['2', 2],
  ['256', 256],
  ['1', null],
  ['257', null],
  ['2.5', null],
  ['many', null],
])('%j cells are read as %j', (text, cells) => {
  expect(readCells(text)).toBe(cells)
})
