import { EchtError } from '../error.ts'
import type { CurvePoint } from './family.ts'

/** Points up to which every question is put to all of them. */
export const MANY = 200
/** So many stand for more than that. */
const FEW = 40

/** Some of very many points, evenly among them: enough for a first curve to group the others about. */
export const someOf = <P>(points: readonly P[]): P[] =>
  points.length <= MANY
    ? [...points]
    : Array.from({ length: FEW }, (_, i) => points[Math.floor((i * points.length) / FEW)]!)

/**
 * So many points that stand for all: neighbours in truth become one at the middle one's truth, as far off the curve
 * as they are on the average, and known as much better as there are more of them. For questions that fit the curve
 * again and again: where a next point helps, what finer instruments would bring.
 */
export function grouped<P extends CurvePoint>(
  points: readonly P[],
  forward: (truth: number) => number,
): P[] {
  if (points.length <= MANY) return [...points]
  const inOrder = [...points].sort((a, b) => a.truth - b.truth)
  return Array.from({ length: FEW }, (_, g) => {
    const members = inOrder.slice(
      Math.floor((g * inOrder.length) / FEW),
      Math.floor(((g + 1) * inOrder.length) / FEW),
    )
    const middle = members[Math.floor(members.length / 2)]!
    const mean = (of: (p: P) => number): number =>
      members.reduce((sum, p) => sum + of(p), 0) / members.length
    const narrower = 1 / Math.sqrt(members.length)
    return {
      ...middle,
      signal: onCurve(
        () => forward(middle.truth) + mean((p) => p.signal - forward(p.truth)),
        () => mean((p) => p.signal),
      ),
      ...narrowed('truthUncertainty', middle.truthUncertainty, narrower),
      ...narrowed('signalUncertainty', middle.signalUncertainty, narrower),
    }
  })
}

/** By the curve, or by the points alone where it ends before them. */
function onCurve(byCurve: () => number, byPoints: () => number): number {
  try {
    return byCurve()
  } catch (error) {
    if (error instanceof EchtError) return byPoints()
    throw error
  }
}

const narrowed = (key: string, value: number | undefined, by: number): object =>
  value === undefined ? {} : { [key]: value * by }
