import { K95 } from '../constants.ts'
import { cumulativeStdNormalProbability } from 'simple-statistics'
import { linspace } from './linspace.ts'
import { findRoot } from './roots.ts'

/** Readings scatter at most so many times as much as is stated of them. */
const MOST = 10
const STEPS = 48
/** What is thought beforehand of the statement being right. */
const STATED = 0.35

/** Sizes of the true scatter over what is stated, and what is thought of each: as likely by ratio, from 1 up. */
const SIZES = linspace(0, Math.log(MOST), STEPS).map((l, i) => ({
  size: Math.exp(l),
  prior: i === 0 ? STATED : (1 - STATED) / (STEPS - 1),
}))

/**
 * How many times wider a 95 % band is than by the uncertainties that were stated, since readings scatter by more:
 * 1 where they do not, or where none is to spare. The true scatter is any multiple of what is stated, judged by the
 * scatter seen (Bayes over its size); few readings to spare leave it open, so that it is no plain root of χ² over
 * their number.
 *
 * @param chiSquared misses over what is stated, squared and added
 * @param spare readings beyond those the fit needs
 * @example scatterScale(12, 6) // about 1.6
 */
export function scatterScale(chiSquared: number, spare: number): number {
  if (spare < 1 || chiSquared <= spare) return 1
  const logs = SIZES.map(
    ({ size, prior }) => Math.log(prior) - spare * Math.log(size) - chiSquared / (2 * size ** 2),
  )
  const top = Math.max(...logs)
  const weights = logs.map((l) => Math.exp(l - top))
  const total = weights.reduce((a, b) => a + b, 0)
  const inside = (scale: number): number =>
    SIZES.reduce((sum, { size }, i) => {
      const z = (K95 * scale) / size
      return sum + (weights[i]! / total) * (2 * cumulativeStdNormalProbability(z) - 1)
    }, 0)
  return inside(1) >= 0.95 ? 1 : findRoot((scale) => inside(scale) - 0.95, 1, 2 * MOST, 1e-6)
}
