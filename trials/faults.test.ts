import { triesOf } from '../core/tries.fixture.ts'
import { describe, expect, it } from 'vitest'
import { CHECKED, diagnosed, healthyAlarms } from './faults.ts'

/** Most of so many that a share of them may be by chance alone, 3σ. */
const most = (share: number, of: number): number =>
  share * of + 3 * Math.sqrt(share * (1 - share) * of)

describe('key-on checks', () => {
  it.each(CHECKED)(
    '%s: a healthy chain alarms in at most 6 of 100, at the ends as well',
    (read) => {
      for (const { place, alarms, tries } of healthyAlarms(read, triesOf(40, 16), 3))
        expect(alarms, `at ${place}`).toBeLessThanOrEqual(most(0.06, tries))
    },
  )

  it('a fault put in is noticed and named, and belief is right as often as it says', () => {
    const all = CHECKED.map((read, i) => diagnosed(read, triesOf(24, 8), 30 + i))
    const sum = (of: (d: (typeof all)[number]) => number): number =>
      all.reduce((n, d) => n + of(d), 0)
    const counts = (d: (typeof all)[number], key: 'put' | 'noticed' | 'first'): number =>
      Object.values(d.faults).reduce((n, f) => n + f[key], 0)
    const put = sum((d) => counts(d, 'put')),
      noticed = sum((d) => counts(d, 'noticed')),
      first = sum((d) => counts(d, 'first'))
    expect(put).toBeGreaterThan(triesOf(250, 80))
    expect(noticed / put).toBeGreaterThan(0.75)
    expect(first / noticed).toBeGreaterThan(0.6)
    for (const tenth of [7, 8]) {
      const verdicts = sum((d) => d.beliefs[tenth]!.verdicts),
        right = sum((d) => d.beliefs[tenth]!.right)
      const least = verdicts - most(1 - tenth / 10, verdicts)
      expect(
        right,
        `of ${verdicts} verdicts of ${tenth}0 to ${tenth + 1}0 %`,
      ).toBeGreaterThanOrEqual(least)
    }
  })
})
