import { expect, it } from 'vitest'
import fc from 'fast-check'
import { families } from '../../../core/curve/index.ts'
import { needsProblems, startOf, withBest } from './needs.ts'

it('where it matters most keeps its share of the range', () => {
  const usual = { low: 0, high: 50, bestLow: 0, bestHigh: 15, accuracy: 2 }
  expect(withBest({ ...usual, high: 3 }, usual)).toEqual({
    low: 0,
    high: 3,
    bestLow: 0,
    bestHigh: 0.9,
    accuracy: 2,
  })
  expect(withBest({ ...usual, low: 100, high: 200 }, usual)).toMatchObject({
    bestLow: 100,
    bestHigh: 130,
  })
  expect(withBest(usual, usual)).toEqual(usual)
})
it('a range that does not run upward is left for the dialog to refuse', () => {
  const usual = startOf('level'),
    turned = { ...usual, low: 60 }
  expect(withBest(turned, usual)).toBe(turned)
})
it('always lies inside the range and runs upward, for every family', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...families.map((f) => f.id)),
      fc.double({ min: -500, max: 500, noNaN: true }),
      fc.double({ min: 1e-3, max: 5000, noNaN: true }),
      (id, low, span) => {
        const usual = startOf(id),
          { bestLow, bestHigh } = withBest({ ...usual, low, high: low + span }, usual)
        expect(bestLow).toBeGreaterThanOrEqual(low)
        expect(bestHigh).toBeLessThanOrEqual(low + span)
        expect(bestLow).toBeLessThan(bestHigh)
      },
    ),
  )
})

it('a name and needs that agree with themselves are taken', () => {
  for (const { id } of families) expect(needsProblems('Fuel', startOf(id), 'level')).toEqual({})
})

it.each([
  ['  ', {}, 'name'],
  ['Fuel', { high: 0 }, 'needs.high'],
  ['Fuel', { low: 50 }, 'needs.high'],
  ['Fuel', { bestLow: 20 }, 'needs.bestLow'],
  ['Fuel', { bestLow: -1 }, 'needs.bestLow'],
  ['Fuel', { bestHigh: 51 }, 'needs.bestHigh'],
  ['Fuel', { accuracy: 0 }, 'needs.accuracy'],
  ['Fuel', { accuracy: -1 }, 'needs.accuracy'],
  ['Fuel', { accuracy: NaN }, 'needs.accuracy'],
])('"%s" with %o is refused by the box %s, and by no other', (name, wrong, box) => {
  const good = { low: 0, high: 50, bestLow: 0, bestHigh: 15, accuracy: 2 }
  expect(Object.keys(needsProblems(name, { ...good, ...wrong }, 'level'))).toEqual([box])
})
