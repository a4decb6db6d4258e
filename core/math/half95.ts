import { K95 } from '../constants.ts'
import { errorFunction } from 'simple-statistics'
import { findRoot } from './roots.ts'

/** One part of a sum of errors: its 1σ, and whether it is uniform (limits, rounding) or normal. */
export type ErrorPart = { sigma: number; uniform: boolean }

const ROOT3 = Math.sqrt(3)

/**
 * Half-width that holds 95 % of a sum of independent errors, in the unit of their sigmas. The widest uniform part
 * is taken as it is and the rest as a normal of their joint variance (JCGM 101): where limits or rounding lead,
 * 1.96 σ would be wider than the error can be.
 */
export function half95(parts: readonly ErrorPart[]): number {
  const total = Math.hypot(...parts.map((p) => p.sigma))
  const widest = parts
    .filter((p) => p.uniform)
    .reduce((most, p) => Math.max(most, Math.abs(p.sigma)), 0)
  if (widest < 0.3 * total || total === 0) return K95 * total
  const half = widest * ROOT3
  const rest = Math.sqrt(Math.max(0, total ** 2 - widest ** 2))
  if (rest < 1e-6 * half) return 0.95 * half
  // chance that a uniform of this half-width and a normal together stay within q
  const within = (q: number): number =>
    (normalIntegral((q + half) / rest) - normalIntegral((q - half) / rest)) * (rest / half) - 1
  return findRoot((q) => within(q) - 0.95, 0, 2 * K95 * total + half, 1e-6 * total)
}

/** ∫ Φ from −∞: x·Φ(x) + φ(x). */
const normalIntegral = (x: number): number =>
  x * normalCdf(x) + Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI)

const normalCdf = (x: number): number => 0.5 * (1 + errorFunction(x / Math.SQRT2))
