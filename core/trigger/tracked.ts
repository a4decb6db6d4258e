import { bisectLeft } from 'd3-array'

/** What went wrong in a capture, in samples from its beginning. */
export type TrackFault = { at: number; kind: 'noise' | 'missed' | 'sync-lost'; edge: number | null }

/** Edges that were given their places on the wheel. */
export type Tracked = {
  /** accepted edges, samples, and which edge of the wheel each is */
  at: Float64Array
  edge: Uint16Array
  /** speed over the interval that ends there, degrees a sample; 0 where no interval ends there */
  speed: Float64Array
  /** passings of edge 0, samples */
  starts: number[]
  faults: TrackFault[]
  /** whether the last edges were in sync */
  inSync: boolean
}

/** Samples: what turning time round, and round again, does to a place. */
const NEAR = 1e-6

/** How many of some ascending places, in samples, lie before another. */
export const countBefore = (all: Float64Array, x: number): number => bisectLeft(all, x - NEAR)

/** What was told after one place, up to and with another. */
export function between(tracked: Tracked, after: number, to: number): Tracked {
  const { at, edge, speed } = tracked
  const [i, j] = [bisectLeft(at, after + NEAR), bisectLeft(at, to + NEAR)]
  const inside = (x: number): boolean => x > after + NEAR && x < to + NEAR
  return {
    at: at.subarray(i, j),
    edge: edge.subarray(i, j),
    speed: speed.subarray(i, j),
    starts: tracked.starts.filter(inside),
    faults: tracked.faults.filter((f) => inside(f.at)),
    inSync: tracked.inSync,
  }
}

/** What was told of one stretch, and of another that follows it. */
export function joined(a: Tracked, b: Tracked): Tracked {
  const n = a.at.length + b.at.length
  const both = <T extends Float64Array | Uint16Array>(all: T, x: T, y: T): T => {
    all.set(x)
    all.set(y, x.length)
    return all
  }
  return {
    at: both(new Float64Array(n), a.at, b.at),
    edge: both(new Uint16Array(n), a.edge, b.edge),
    speed: both(new Float64Array(n), a.speed, b.speed),
    starts: [...a.starts, ...b.starts],
    faults: [...a.faults, ...b.faults],
    inSync: b.inSync,
  }
}

/** What was told of a wheel of `n` edges with time running back from a place, in the order of time. */
export function turnedRound(back: Tracked, from: number, n: number): Tracked {
  const turned = (x: number): number => from - x
  const other = (edge: number): number => (n - edge) % n
  const speed = new Float64Array(back.at.length)
  // the interval that ended at an edge begins there now
  speed.set(back.speed.slice(1).reverse(), 1)
  return {
    at: back.at.map(turned).reverse(),
    edge: back.edge.map(other).reverse(),
    speed,
    starts: back.starts.map(turned).reverse(),
    faults: back.faults
      .map((f) => ({ ...f, at: turned(f.at), edge: f.edge === null ? null : other(f.edge) }))
      .reverse(),
    inSync: true,
  }
}

/** The last edge before a place that both take for the same one; −Infinity where there is none. */
export function lastAlike(a: Tracked, b: Tracked, before: number): number {
  for (let j = bisectLeft(b.at, before) - 1; j >= 0; j--) {
    const i = countBefore(a.at, b.at[j]!)
    if (a.at[i]! - b.at[j]! < NEAR && a.edge[i] === b.edge[j]) return a.at[i]!
  }
  return -Infinity
}
