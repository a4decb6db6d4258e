import { expect, it } from 'vitest'
import { logDomain, roundDomain, roundTicks } from './axis.ts'

it('ticks are round, inside the domain, and written with the decimals they need', () => {
  const x = roundTicks(0, 101.526416411)
  expect(x.domain).toEqual([0, 101.526416411])
  expect(x.ticks).toEqual([0, 20, 40, 60, 80, 100])
  expect(x.labels).toEqual(['0', '20', '40', '60', '80', '100'])
  const fine = roundTicks(-0.021, 0.02, 5)
  expect(fine.labels).toEqual(['−0.02', '−0.01', '0.00', '0.01', '0.02'])
})
it('a domain let out ends on its ticks', () => {
  const { domain, ticks } = roundDomain(0.46, 4.51)
  expect(domain[0]).toBeLessThanOrEqual(0.46)
  expect(domain[1]).toBeGreaterThanOrEqual(4.51)
  expect([ticks[0], ticks.at(-1)]).toEqual(domain)
})
it('where all values are one, and where there are none, there is an axis without a fault', () => {
  expect(roundTicks(1, 1).labels).toEqual(['1'])
  expect(roundTicks(0.25, 0.25).labels).toEqual(['0.25'])
  expect(logDomain(Infinity, -Infinity).ticks).toEqual([])
  expect(logDomain(0, 900)).toEqual(roundDomain(0, 900))
})
it('a logarithmic axis ends on its ticks and has few of them, whatever it spans', () => {
  for (const [low, high] of [
    [180, 9300],
    [2, 3],
    [20, 1.2e6],
    [0.7, 0.71],
    [1, 1e12],
  ] as const) {
    const { domain, ticks, labels } = logDomain(low, high)
    expect(domain[0], `${low}`).toBeLessThanOrEqual(low)
    expect(domain[1]).toBeGreaterThanOrEqual(high)
    expect([ticks[0], ticks.at(-1)]).toEqual(domain)
    expect(ticks.length).toBeLessThanOrEqual(13)
    expect(new Set(labels).size).toBe(labels.length)
    expect(ticks).toEqual([...ticks].sort((a, b) => a - b))
  }
})
