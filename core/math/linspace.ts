/** `count` even steps from `low` to `high`, both ends exact. */
export function linspace(low: number, high: number, count: number): number[] {
  return Array.from({ length: count }, (_, i) =>
    i === count - 1 ? high : low + ((high - low) * i) / (count - 1),
  )
}
