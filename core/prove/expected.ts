import { K95, linearSpread } from '../chain/spread.ts'
import { idealValue, walkForward, type Chain } from '../chain/walk.ts'
import type { StageId } from '../chain/spec.ts'

export type Expected = { stage: StageId; value: number; low: number; high: number }

/**
 * What each stage should read at a truth, with its 95 % band in the stage's own unit. `truthSigma` is the
 * uncertainty of the truth itself (the shed thermometer), which every stage inherits.
 */
export function expectedReadings(chain: Chain, truth: number, truthSigma = 0): Expected[] {
  const walked = walkForward(chain, truth)
  const spread = linearSpread(chain, truth)
  return walked.stages.map(({ id, value, height }) => {
    const half = K95 * Math.hypot(id === 'truth' ? 0 : (spread.sigma[id] ?? 0), truthSigma)
    const ends = [height - half, height + half].map((h) =>
      safely(() => idealValue(chain, id, h), value),
    )
    // the band is laid about the value by the steepness of the perfect chain there
    const centre = safely(() => idealValue(chain, id, height), value)
    const moved = ends.map((e) => value + e - centre)
    return { stage: id, value, low: Math.min(...moved), high: Math.max(...moved) }
  })
}

const safely = (f: () => number, otherwise: number): number => {
  try {
    const v = f()
    return Number.isFinite(v) ? v : otherwise
  } catch {
    return otherwise
  }
}
