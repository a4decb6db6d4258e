/** Rows by a value of theirs, rising or falling; those that have none stand last either way, as they came. */
export function inOrder<Row>(
  rows: readonly Row[],
  by: (row: Row) => number | undefined,
  direction: 'asc' | 'desc',
): Row[] {
  const sign = direction === 'asc' ? 1 : -1
  return [...rows].sort((a, b) => {
    const [x, y] = [by(a), by(b)]
    if (x === undefined || y === undefined) return Number(x === undefined) - Number(y === undefined)
    return sign * (x - y)
  })
}
