import { edgesOf, type Edges, type Fits, type Polarity } from './edges.ts'
import { FEW, FEWEST, Pattern } from './pattern.ts'
import { smoothedSpeed } from './speed.ts'
import { otherWheel, type OtherWheel } from './otherWheel.ts'
import { track } from './track.ts'
import type { Tracked } from './tracked.ts'
import { requireSamples } from './samples.ts'
import { requirePickup, requireRate, requireWheel, type Pickup, type Wheel } from './wheel.ts'
import { aThing } from '../expects.ts'

export type TriggerFault = { timeS: number; kind: 'noise' | 'missed' | 'sync-lost'; text: string }

export type DecodedTrigger = {
  /** accepted active edges but the first, and the speed over the interval that ends there */
  timeS: Float64Array
  rpm: Float64Array
  /** each passing of edge 0 */
  cycleStartsS: Float64Array
  inSync: boolean
  polarity: Polarity
  faults: TriggerFault[]
}

/** Places at which the fit is looked at: of them, the one that fits better than three quarters. */
const LOOKED_AT = 6
const BEST = 4

/**
 * How well edges fit a wheel: mean square of the change of speed over two turns, at some places the quarter that fits
 * best, so that a fault here and there and the start from rest say nothing; null where too few are there.
 */
const fitOf = (pattern: Pattern): Fits => ({
  few: pattern.n <= FEWEST,
  alike: pattern.n <= FEWEST ? SWUNG.fewest : pattern.n <= FEW ? SWUNG.few : PLACED,
  cost: (crossings) => {
    const { at } = crossings
    // some swing would make any crossings fit a wheel of few edges: it is held against an engine that turns evenly
    const costAt = (k: number, over: number): number | null => {
      const fit =
        pattern.n <= FEWEST ? pattern.align(at, k, over) : pattern.alignAny(crossings, k, over)
      return fit && fit.cost
    }
    const intervals = Math.max(8, 2 * pattern.n + 1)
    const last = at.length - 1 - intervals
    if (last < 0) return costAt(0, at.length - 1)
    const places = Array.from({ length: LOOKED_AT }, (_, i) =>
      Math.round((i * last) / (LOOKED_AT - 1)),
    )
    const costs = [...new Set(places)].map((k) => costAt(k, intervals)!).sort((a, b) => a - b)
    return costs[Math.floor(costs.length / BEST)]!
  },
})
/**
 * Below this crossings fit as well as edges can be placed; and what a swing may leave where few edges do not
 * tell it.
 */
const PLACED = 2e-4
const SWUNG = { fewest: 0.05, few: 2e-3 }

/** A capture read whole: what `decodeTrigger` gives, and which edge of the wheel each edge is. */
export type ReadCapture = DecodedTrigger & { tracked: Tracked; edges: Edges; sampleHz: number }

export function readCapture(
  samples: Float32Array,
  task: { sampleHz: number; wheel: Wheel; pickup: Pickup },
): ReadCapture {
  requireSamples(samples)
  aThing(task, 'The task')
  const sampleHz = requireRate(task.sampleHz)
  const wheel = requireWheel(task.wheel)
  const pickup = requirePickup(task.pickup)
  const pattern = new Pattern(wheel)
  const edges = edgesOf(samples, { pickup, fits: fitOf(pattern) })
  const followed = track(edges, pattern)
  const other = otherWheel(edges, wheel, followed)
  const tracked = other ? lostFrom(edges.at) : followed
  return {
    ...inTime(tracked, sampleHz, other),
    polarity: polarityOf(edges, tracked),
    tracked,
    edges,
    sampleHz,
  }
}

/** Edges of another wheel have no places on this one: sync was never there. */
const lostFrom = (at: Float64Array): Tracked => ({
  ...{ at: new Float64Array(0), edge: new Uint16Array(0), speed: new Float64Array(0) },
  ...{ starts: [], inSync: false },
  faults: [{ at: at[0] ?? 0, kind: 'sync-lost', edge: null }],
})

/** What never fitted a wheel says nothing of its polarity. */
const polarityOf = ({ polarity }: Edges, { at }: Tracked): Polarity =>
  at.length === 0 ? 'unsure' : polarity

function inTime(
  tracked: Tracked,
  sampleHz: number,
  other: OtherWheel | null,
): Omit<DecodedTrigger, 'polarity'> {
  const { at } = tracked
  const speed = smoothedSpeed(at, tracked.speed)
  let count = 0
  const timeS = new Float64Array(at.length)
  const rpm = new Float64Array(at.length)
  for (let k = 0; k < at.length; k++) {
    if (speed[k] === 0) continue
    timeS[count] = at[k]! / sampleHz
    rpm[count++] = (speed[k]! * sampleHz) / 6
  }
  return {
    timeS: timeS.subarray(0, count),
    rpm: rpm.subarray(0, count),
    cycleStartsS: Float64Array.from(tracked.starts, (s) => s / sampleHz).sort(),
    inSync: tracked.inSync,
    faults: tracked.faults
      .map((f) => ({
        timeS: f.at / sampleHz,
        kind: f.kind,
        text: other ? otherText(other) : faultText(f.kind, f.edge),
      }))
      .sort((a, b) => a.timeS - b.timeS),
  }
}

function otherText({ name, gone }: OtherWheel): string {
  const seen = gone.filter((teeth) => teeth.length > 0)
  if (seen.length > 0) {
    const ways = seen.map((teeth) => teeth.join(' and ')).join(', or ')
    return (
      `Never in sync: in every turn the same teeth do not show: from edge 0 number ${ways}. ` +
      'Broken off, too far from the pickup, or under the threshold.'
    )
  }
  return name === null
    ? 'Never in sync: these edges do not fit this wheel. It is another, or too much noise is among them.'
    : `Never in sync: these edges are those of a ${name}, another wheel than this.`
}

const faultText = (kind: TriggerFault['kind'], edge: number | null): string =>
  kind === 'noise'
    ? 'An edge too many: noise, or a burr on the wheel.'
    : kind === 'missed'
      ? `Tooth ${edge} from edge 0 did not show: broken off, too far from the pickup, or under the threshold.`
      : 'Sync lost: what follows fits no place on the wheel.'

/**
 * Speed, sync, polarity and faults out of a capture of a trigger wheel that is known. Edges are placed between
 * samples; noise up to a tenth of the local peak and speed swinging within a turn as in cranking are borne. A healthy
 * capture has no faults. Throws `EchtError` `bad-capture`, `bad-wheel`, `unknown-pickup`, `not-a-number`,
 * `not-positive`.
 *
 * @param samples volts, sample i at i / sampleHz
 */
export function decodeTrigger(
  samples: Float32Array,
  task: { sampleHz: number; wheel: Wheel; pickup: Pickup },
): DecodedTrigger {
  const { timeS, rpm, cycleStartsS, inSync, polarity, faults } = readCapture(samples, task)
  return { timeS, rpm, cycleStartsS, inSync, polarity, faults }
}
