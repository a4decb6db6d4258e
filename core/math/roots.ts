import { EchtError } from '../error.ts'

/**
 * A root of a continuous function between two points where it has opposite signs: the secant method
 * kept inside a shrinking bracket (Illinois rule). `tolerance` is in x.
 * Throws `EchtError` `no-root` when the ends have the same sign.
 */
export function findRoot(
  f: (x: number) => number,
  low: number,
  high: number,
  tolerance = 1e-12,
): number {
  let a = low,
    b = high,
    fa = f(a),
    fb = f(b)
  if (fa === 0) return a
  if (fb === 0) return b
  if (!(fa * fb < 0)) throw new EchtError('no-root', `No solution lies between ${low} and ${high}.`)
  for (let step = 0; step < 200; step++) {
    // every third step halves, so that a flat end cannot hold the bracket open
    const x = step % 3 === 2 ? (a + b) / 2 : b - (fb * (b - a)) / (fb - fa)
    const fx = f(x)
    if (fx === 0) return x
    if (fx * fb < 0) {
      a = b
      fa = fb
    } else fa /= 2
    b = x
    fb = fx
    if (Math.abs(b - a) <= tolerance) break
  }
  return b
}
