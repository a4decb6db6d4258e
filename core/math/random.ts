import { randomLcg, randomNormal } from 'd3-random'

/** A repeatable stream of uniform numbers in [0, 1). Near seeds give unrelated streams. */
export function uniformStream(seed: number): () => number {
  // murmur3's finaliser: d3's generator alone starts neighbouring seeds 0.0004 apart
  let h = (seed | 0) ^ 0x9e3779b9
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return randomLcg((h ^ (h >>> 16)) >>> 1)
}

/** A repeatable stream of standard normal numbers, from a uniform stream. */
export const normalStream = (uniform: () => number): (() => number) =>
  randomNormal.source(uniform)(0, 1)
