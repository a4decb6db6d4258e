import { sampleStandardDeviation } from 'simple-statistics'
import { EchtError } from '../error.ts'
import { aThing } from '../expects.ts'
import { candidatesOf } from './candidates.ts'
import { edgesOf, type Edges } from './edges.ts'
import { requireSamples } from './samples.ts'
import { requirePickup, requireRate, type Pickup, type Wheel } from './wheel.ts'

export type IdentifiedWheel = {
  /** as `parseWheel` reads it */
  name: string
  wheel: Wheel
  /**
   * 0 to 1: how much worse the runner-up fits; no more than a half where the gap was seen once, and where compression
   * may have made these angles out of another wheel's
   */
  confidence: number
  runnerUp?: string
}

/**
 * The wheel of a capture, from the capture alone: after how many edges its rhythm repeats, then of the wheels with so
 * many edges the one at which the speed is smoothest. Edge 0 follows the longest gap. Two clean turns are enough, ten
 * noisy ones. Throws `EchtError` `no-pattern` where nothing repeats or nothing tells one tooth from another,
 * `bad-capture`, `unknown-pickup`, `not-a-number`, `not-positive`.
 *
 * @param samples volts, sample i at i / sampleHz
 */
export function identifyWheel(
  samples: Float32Array,
  task: { sampleHz: number; pickup: Pickup },
): IdentifiedWheel {
  requireSamples(samples)
  aThing(task, 'The task')
  requireRate(task.sampleHz)
  const pickup = requirePickup(task.pickup)
  const edges = edgesOf(samples, {
    pickup,
    fits: {
      cost: (crossings) => candidatesOf(crossings)[0]?.cost ?? null,
      alike: PLACED,
      few: false,
    },
  })
  const [best, next] = candidatesOf(edges)
  if (!best)
    throw new EchtError(
      'no-pattern',
      'No wheel can be seen in this capture: nothing repeats from turn to turn. Take two ' +
        'turns at least, with a gap or an extra tooth.',
    )
  const better = next ? Math.max(0, 1 - (best.cost + LEAST) / (next.cost + LEAST)) : 1
  const most = best.seenOnce ? ONCE : best.named || turnsEvenly(edges, best.wheel) ? 1 : UNPROVEN
  const confidence = Math.min(better, most)
  return {
    name: best.name,
    wheel: best.wheel,
    confidence,
    ...(next ? { runnerUp: next.name } : {}),
  }
}
/** A gap that was seen once may as well be of a wheel with more teeth. */
const ONCE = 0.5
/** Angles of its own may be those at which compression slows an engine: more is not said where that may be. */
const UNPROVEN = 0.5
/** By how much speeds at the teeth differ, as 1σ of their logarithms, in an engine that turns evenly. */
const EVENLY = 0.025

/** Whether a wheel's teeth are seen to pass equally quickly, each by the middle one of its passings. */
function turnsEvenly({ at, steep }: Edges, { edgesDegrees: { length: n } }: Wheel): boolean {
  if (!steep || at.length < 2 * n) return false
  const speeds = Array.from({ length: n }, (_, edge) => {
    const passed = steep.filter((s, k) => k % n === edge && s > 0).sort()
    return Math.log(passed[passed.length >> 1] ?? NaN) / 2
  })
  return speeds.every(Number.isFinite) && sampleStandardDeviation(speeds) < EVENLY
}
/** Below this all fit as well as edges can be placed: of two ways a signal crosses, and of two wheels. */
const PLACED = 2e-4
const LEAST = 1e-4
