import type { Id } from '../../../core/build/index.ts'
import type { TakenPoint } from '../../../core/chain/index.ts'
import { groundFromPoints } from '../../../core/curve/lambda/index.ts'

/** What a reading of a test output is taken to be off by where its instrument says nothing, 1σ V. */
const UNSTATED_V = 0.005

/**
 * The ground difference, V, of what the device reads over the line the manual states: by its lines of
 * least and most λ and every test output. `found` is null before there are two such lines and one
 * output; `heard` are the measurements of the outputs.
 */
export function groundSeen(points: readonly TakenPoint[]): {
  found: ReturnType<typeof groundFromPoints> | null
  heard: Id[]
} {
  const stated = points.filter((p) => p.method === 'manual'),
    outputs = points.filter((p) => p.method === 'output')
  const heard = outputs.map((p) => p.measurement.id)
  const [a, ...others] = stated.toSorted((p, q) => p.truth - q.truth)
  const b = others.at(-1)
  if (!a || !b || a.truth === b.truth || outputs.length === 0) return { found: null, heard }
  const slope = (b.signal - a.signal) / (b.truth - a.truth)
  const read = outputs.map((p) => ({
    lambda: p.truth,
    volt: p.signal,
    sigmaV: p.signalUncertainty ?? UNSTATED_V,
  }))
  const line = { slope, offset: a.signal - slope * a.truth }
  return { found: groundFromPoints(line, read), heard }
}
