import { orElse } from '../error.ts'
import type { AnyFamily } from './registry.ts'

/**
 * 1σ, truth unit, of a curve taken on trust at a truth: what the part-to-part tolerance of its type moves the reading
 * by. A curve that holds beyond its end moves one way only there, and that way counts.
 */
export function trustBand(
  family: Pick<AnyFamily, 'inverse' | 'forward' | 'partSigma'>,
  curve: unknown,
  tolerance: number,
  truth: number,
): number {
  const signal = family.forward(curve, truth)
  const sigma = family.partSigma?.(curve, tolerance, truth) ?? tolerance * Math.abs(signal)
  const here = family.inverse(curve, signal)
  const moved = [signal + sigma, signal - sigma].map((s) => {
    return orElse(() => Math.abs(family.inverse(curve, s) - here), 0)
  })
  return Math.max(...moved)
}
