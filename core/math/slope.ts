import { orElse } from '../error.ts'
/**
 * Slope of `f` at `where`, or at the nearest end of `within`, from its values a step `h` to either side, `h` in the
 * unit of x; one-sided where f ends (throws or gives no number) or where the step leaves `within`: beyond the ends of
 * a curve that holds, nothing moves, and that says nothing of the curve. NaN where neither side answers.
 */
export function slopeAt(
  f: (x: number) => number,
  where: number,
  h: number,
  within: readonly [number, number] = [-Infinity, Infinity],
): number {
  const x = Math.min(within[1], Math.max(within[0], where))
  const at = (place: number): number => {
    if (place < within[0] || place > within[1]) return NaN
    return orElse(() => f(place), NaN)
  }
  const up = at(x + h),
    down = at(x - h)
  if (Number.isFinite(up) && Number.isFinite(down)) return (up - down) / (2 * h)
  const here = at(x)
  return Number.isFinite(up) ? (up - here) / h : Number.isFinite(down) ? (here - down) / h : NaN
}
