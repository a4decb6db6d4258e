/** Lowest and highest of a signal over blocks of samples, so that any stretch of it is drawn at once. */
export type Envelope = { block: number; low: Float32Array; high: Float32Array }

export function envelopeOf(samples: Float32Array, block = 256): Envelope {
  const n = Math.ceil(samples.length / block)
  const low = new Float32Array(n)
  const high = new Float32Array(n)
  for (let b = 0; b < n; b++) {
    const end = Math.min(samples.length, (b + 1) * block)
    let [least, most] = [Infinity, -Infinity]
    for (let i = b * block; i < end; i++) {
      const v = samples[i]!
      if (v < least) least = v
      if (v > most) most = v
    }
    low[b] = least
    high[b] = most
  }
  return { block, low, high }
}

/**
 * A stretch of a signal as a line of at most so many points a picture has room for: samples themselves where they fit,
 * else the lowest and highest of each column.
 */
export function drawnStretch(
  samples: Float32Array,
  { block, low, high }: Envelope,
  [from, to]: readonly [number, number],
  columns: number,
): { at: number[]; v: number[] } {
  const first = Math.max(0, Math.floor(from))
  const last = Math.min(samples.length, Math.ceil(to) + 1)
  const at: number[] = []
  const v: number[] = []
  if (last - first <= 2 * columns) {
    for (let i = first; i < last; i++) {
      at.push(i)
      v.push(samples[i]!)
    }
    return { at, v }
  }
  const by = (last - first) / columns
  for (let c = 0; c < columns; c++) {
    const [a, b] = [Math.floor(first + c * by), Math.min(last, Math.floor(first + (c + 1) * by))]
    let [least, most] = [Infinity, -Infinity]
    const take = (x: number, y: number): void => {
      if (x < least) least = x
      if (y > most) most = y
    }
    if (by < 2 * block) for (let i = a; i < b; i++) take(samples[i]!, samples[i]!)
    else for (let k = Math.floor(a / block); k < Math.ceil(b / block); k++) take(low[k]!, high[k]!)
    at.push(a, (a + b) / 2)
    v.push(least, most)
  }
  return { at, v }
}
