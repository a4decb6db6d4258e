import { madeOnce } from '../math/madeOnce.ts'
import { likelyRow, SHARES, type LikelyCurves } from './likely.ts'
import { uniformStream } from '../math/random.ts'

const COUNT = 240

/**
 * Sensors whose signal goes as a power of what they measure, from one exponent to another, after a root where
 * `rooted` (a hot wire's volts by King's law: V² = a + b·Qⁿ), each a little uneven.
 */
export const likelyPowers = (
  [least, most]: [number, number],
  options: { rooted: boolean; seed: number },
): LikelyCurves =>
  madeOnce(() => {
    const uniform = uniformStream(options.seed)
    const draw = (low: number, high: number): number => low + (high - low) * uniform()
    return Array.from({ length: COUNT }, () => {
      const power = draw(least, most),
        still = draw(0.1, 0.6),
        [one, two] = [draw(-0.02, 0.02), draw(-0.01, 0.01)]
      const signal = SHARES.map((share) => {
        const plain = options.rooted ? Math.sqrt(still + share ** power) : share ** power
        return plain + one * Math.sin(Math.PI * share) + two * Math.sin(2 * Math.PI * share)
      })
      let highest = -Infinity
      return likelyRow(
        SHARES,
        signal.map((s) => (highest = Math.max(highest, s))),
      )
    }).filter((row) => row !== null)
  })
