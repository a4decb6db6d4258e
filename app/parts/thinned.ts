/** Points a picture can hold and an eye can part. */
const MOST_DRAWN = 60

/**
 * So many of very many points as a picture needs, evenly among them, every suspect included;
 * `suspects` as indices of what is returned.
 */
export function thinned<P>(
  points: readonly P[],
  suspects: readonly number[],
  most = MOST_DRAWN,
): { points: P[]; suspects: number[] } {
  if (points.length <= most) return { points: [...points], suspects: [...suspects] }
  const named = new Set(suspects.slice(0, most))
  const by = points.length / most
  const kept = points
    .map((_, i) => i)
    .filter((i) => named.has(i) || Math.floor(i / by) !== Math.floor((i - 1) / by))
  return {
    points: kept.map((i) => points[i]!),
    suspects: kept.flatMap((i, at) => (named.has(i) ? [at] : [])),
  }
}
