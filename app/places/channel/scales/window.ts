/** The stretch of the truth that the scales show. */
export type TruthWindow = { low: number; high: number }

/** A window of a given height around a truth, kept inside the range with a little room. */
export function windowAround(
  truth: number,
  height: number,
  range: readonly [number, number],
): TruthWindow {
  const room = 0.06 * (range[1] - range[0])
  const low = range[0] - room,
    high = range[1] + room
  const tall = Math.min(height, high - low)
  const start = Math.min(high - tall, Math.max(low, truth - tall / 2))
  return { low: start, high: start + tall }
}

/** Tall enough that the known errors show: a few times the need and the worst bend. */
export const heightFor = (
  accuracy: number,
  bend: number,
  range: readonly [number, number],
): number =>
  Math.min(range[1] - range[0], Math.max(6 * accuracy, 2.6 * Math.abs(bend) + 2 * accuracy))
