import { probit } from 'simple-statistics'

/** Points whose misses differ by less than this in χ² cannot be told apart. */
const INDISTINCT_CHI2 = 6
const SUSPECT_CHANCE = 0.03

/**
 * Indices of observations whose leave-one-out misses, in their own standard uncertainties, are beyond chance
 * (Bonferroni over the points, 3 %). Those that cannot be told apart are named together; with fewer than two
 * spare points nothing can be seen.
 */
export function findSuspects(deletedMisses: readonly number[], spare: number): number[] {
  if (spare < 2) return []
  const limit = probit(1 - SUSPECT_CHANCE / (2 * deletedMisses.length))
  const worst = Math.max(...deletedMisses.filter((z) => !Number.isNaN(z)).map(Math.abs))
  if (!(worst > limit)) return []
  return deletedMisses.flatMap((z, i) =>
    Math.abs(z) > limit && worst ** 2 - z ** 2 < INDISTINCT_CHI2 ? [i] : [],
  )
}
