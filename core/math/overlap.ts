/**
 * What two intervals, each low to high and with ends that may be infinite, have in common.
 *
 * @example overlap([-Infinity, 400], [0, 950]) // [0, 400]
 */
export const overlap = (
  a: readonly [number, number],
  b: readonly [number, number],
): [number, number] => [Math.max(a[0], b[0]), Math.min(a[1], b[1])]
