import { some } from '../core/tries.fixture.ts'
import { expect, it } from 'vitest'
import { lives, unpluggedAlarms } from './lives.ts'
import { WORLDS } from './worlds.ts'

const FAMILIES = Object.keys(WORLDS)
const LIVES = 3

it.each(some([3, 5, 10], (points) => points === 5))(
  'whole lives with %d points: what is shown stays within the band, whatever the sensor, at the ends as well',
  (points) => {
    const all = FAMILIES.map((family) => ({ family, ...lives(family, points, LIVES, 7) }))
    const sum = (numbers: readonly number[]): number => numbers.reduce((a, b) => a + b, 0)
    for (const { family, inside, of, refused } of all) {
      expect(refused, family).toBe(0)
      // three lives, whose places hang together
      expect(sum(inside) / sum(of), family).toBeGreaterThan(0.6)
    }
    const share = sum(all.flatMap((l) => l.inside)) / sum(all.flatMap((l) => l.of))
    expect(share).toBeGreaterThan(0.92)
    // nor so wide that none of them ever falls outside
    if (points >= 5) expect(share).toBeLessThan(0.998)
    const ends = all.flatMap((l) => [l.inside[0]!, l.inside[10]!])
    expect(sum(ends) / (2 * LIVES * FAMILIES.length)).toBeGreaterThan(0.9)
  },
)

it.each([
  ['thermistor', 6],
  ['thermistor', 1],
  ['platinum', 1],
])('a healthy %s of %d mW/K raises no alarm when its ohms are read unplugged', (family, mwPerK) => {
  const { tries, alarms } = unpluggedAlarms(family, mwPerK, 20, 5)
  expect(alarms / tries).toBeLessThanOrEqual(0.1)
})
