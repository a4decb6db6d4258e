import { linspace } from '../math/linspace.ts'
import { lookUp } from '../table/interpolate.ts'

/** Places along the truth, as shares of its span, that likely curves are kept at. */
export const SHARES = linspace(0, 1, 65)

/**
 * What sensors of a family do between two points, learnt from many that were simulated: each row the share of the
 * signal's span at `SHARES` of the truth's, rising from 0 to 1. Made once, when first asked for.
 */
export type LikelyCurves = () => readonly (readonly number[])[]

/** A row of likely curves from pairs in ascending truth; null where the signal does not move. */
export function likelyRow(truth: readonly number[], signal: readonly number[]): number[] | null {
  const [t0, tN] = [truth[0]!, truth.at(-1)!],
    [s0, sN] = [signal[0]!, signal.at(-1)!]
  if (!(tN > t0) || s0 === sN) return null
  const kept = truth.map((_, i) => i).filter((i) => i === 0 || truth[i]! > truth[i - 1]!)
  const table = {
    x: kept.map((i) => (truth[i]! - t0) / (tN - t0)),
    y: kept.map((i) => (signal[i]! - s0) / (sN - s0)),
  }
  return SHARES.map((share) => lookUp(table, share, 'hold'))
}
