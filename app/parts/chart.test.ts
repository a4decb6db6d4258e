import { expect, it } from 'vitest'
import { roundDomain, roundTicks } from './chart.ts'

it('ticks are round, inside the domain, and written with the decimals they need', () => {
  const x = roundTicks(0, 101.526416411)
  expect(x.domain).toEqual([0, 101.526416411])
  expect(x.ticks).toEqual([0, 20, 40, 60, 80, 100])
  expect(x.ticks.map(x.tickFormatter)).toEqual(['0', '20', '40', '60', '80', '100'])
  const fine = roundTicks(-0.021, 0.02, 5)
  expect(fine.ticks.map(fine.tickFormatter)).toEqual(['−0.02', '−0.01', '0.00', '0.01', '0.02'])
})
it('a domain let out ends on its ticks', () => {
  const { domain, ticks } = roundDomain(0.46, 4.51)
  expect(domain[0]).toBeLessThanOrEqual(0.46)
  expect(domain[1]).toBeGreaterThanOrEqual(4.51)
  expect([ticks[0], ticks.at(-1)]).toEqual(domain)
})
