import { VrScan } from './crossings.ts'
import { levelsOf, switchings } from './levels.ts'
import { isClear, profileOf, type Profile } from './profile.ts'
import { rhythmOf } from './rhythm.ts'
import { Pattern } from './pattern.ts'
import { smoothedSpeed } from './speed.ts'
import { otherWheel, type OtherWheel } from './otherWheel.ts'
import { track, type Tracked } from './track.ts'
import { requirePickup, requireRate, requireWheel, type Pickup, type Wheel } from './wheel.ts'
import { EchtError } from '../error.ts'

export type Polarity = 'right' | 'reversed' | 'unsure'
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

/** How the two ways a signal crosses zero fit a wheel: mean square of the change of speed, and how steep they are. */
export type Evidence = {
  falling: { rough: number; edges: number; steep: number }
  rising: { rough: number; edges: number; steep: number }
}

/** Edges of a signal in samples, by the way it crosses that lies at the tooth centres. */
export type Edges = {
  at: Float64Array
  polarity: Polarity
  /** −1 where the rising crossings are the ones at the tooth centres */
  sign: 1 | -1
  evidence: Evidence | null
}

/** What speaks for one way of crossing, as a logarithm, from which it is said to be the one. */
const SAID = 0.7
/** A pickup's steep crossing counts as much as its rhythm does. */
const BY_STEEPNESS = 1.5

/** The edges of a pickup's signal, and its polarity, by a wheel. Arguments are checked. */
export function edgesOf(
  samples: Float32Array,
  { pickup, fits }: { pickup: Pickup; fits: (at: Float64Array) => number | null },
): Edges {
  return pickup === 'hall' ? hallEdges(samples, fits) : vrEdges(samples, fits)
}

function hallEdges(samples: Float32Array, fits: (at: Float64Array) => number | null): Edges {
  const none: Edges = { at: new Float64Array(0), polarity: 'unsure', sign: 1, evidence: null }
  const levels = levelsOf(samples)
  if (!levels) return none
  const { falls, rises } = switchings(samples, levels)
  if (falls.length < 3 || rises.length < 3) return none
  const evidence = {
    falling: { rough: fits(falls) ?? Infinity, edges: falls.length, steep: 1 },
    rising: { rough: fits(rises) ?? Infinity, edges: rises.length, steep: 1 },
  }
  // the long level is the one in the gap: high where the leads and the edge are right
  const reversed = lowIsLonger(falls, rises)
  return reversed
    ? { at: rises, polarity: 'reversed', sign: -1, evidence }
    : { at: falls, polarity: 'right', sign: 1, evidence }
}

/** Whether of all levels beside each other the low one is longer by more than any high one is. */
function lowIsLonger(falls: Float64Array, rises: Float64Array): boolean {
  const ratios: number[] = []
  // each fall with the rise after it and the fall after that: a low level, and the high one that follows
  let r = 0
  for (let f = 0; f + 1 < falls.length; f++) {
    while (r < rises.length && rises[r]! < falls[f]!) r++
    const rise = rises[r]
    if (rise === undefined || rise > falls[f + 1]!) continue
    ratios.push(Math.log((falls[f + 1]! - rise) / (rise - falls[f]!)))
  }
  ratios.sort((a, b) => a - b)
  // the third from each end: a spike or two decide nothing
  const end = Math.min(2, Math.floor((ratios.length - 1) / 2))
  return -ratios[end]! > ratios[ratios.length - 1 - end]! + LONGER
}
const LONGER = 0.25

/** Where a scan begins: the period of the teeth, and how high they go. */
type Begin = { from: number; to: number; period: number; peak: number }

function vrEdges(samples: Float32Array, fits: (at: Float64Array) => number | null): Edges {
  const none: Edges = { at: new Float64Array(0), polarity: 'unsure', sign: 1, evidence: null }
  const profile = profileOf(samples)
  const begin = strongPlace(samples, profile)
  if (!begin) return none
  const [falling, rising] = ([1, -1] as const).map((sign) => {
    const scan = new VrScan(samples, { ...begin, sign, profile, most: ENOUGH })
    const at = scan.run()
    const rough = (fits(at) ?? Infinity) + (hidesCrossings(samples, at, sign) ? HIDES : 0)
    return { rough, edges: at.length, steep: steepness(samples, at) }
  })
  const evidence = { falling: falling!, rising: rising! }
  const { polarity, sign } = verdict(evidence)
  return { at: wholeScan(samples, profile, { ...begin, sign }), polarity, sign, evidence }
}

/** What it counts against a way of crossing that its gaps hide one more, as a mean square of changes of speed. */
const HIDES = 0.05
/** An interval so many times the middle one is a gap, in which the signal rests. */
const GAP = 2.5
const SOME_GAPS = 9
/** Of the highest on either side of a gap: what is higher in it is no noise. */
const HIGH_IN_GAP = 0.5

/**
 * Whether a gap holds a crossing of the same way that rests half-way, and was not taken for one: so it is between
 * teeth, from the end of the last one to the beginning of the next, and never at their centres.
 */
function hidesCrossings(samples: Float32Array, at: Float64Array, sign: 1 | -1): boolean {
  const intervals = at.slice(1).map((x, k) => x - at[k]!)
  const middle = intervals.slice().sort()[Math.floor(intervals.length / 2)] ?? 0
  const gaps = [...intervals.keys()].filter((k) => intervals[k]! > GAP * middle).slice(0, SOME_GAPS)
  const hiding = gaps.filter((k) => {
    const [from, to] = [Math.ceil(at[k]!), Math.floor(at[k + 1]!)]
    let most = 0
    for (let i = from; i < to; i++) most = Math.max(most, Math.abs(samples[i]!))
    let high = false
    for (let i = from; i < to; i++) {
      const v = sign * samples[i]!
      if (v > HIGH_IN_GAP * most) high = true
      else if (high && v < -HIGH_IN_GAP * most) return true
    }
    return false
  })
  return hiding.length > gaps.length / 2
}

/** From the strong place on to the end, and from there back to where the signal sinks into its noise. */
function wholeScan(
  samples: Float32Array,
  profile: Profile,
  { from, period, peak, sign }: Begin & { sign: 1 | -1 },
): Float64Array {
  const task = { period, peak, sign, profile }
  const ahead = new VrScan(samples, { ...task, from, to: samples.length }).run()
  if (from === 0) return ahead
  if (ahead.length < 3)
    return new VrScan(samples, { ...task, from: samples.length - 1, to: -1 }).run().reverse()
  // the first crossing was found without one before it: it is left to the way back, which begins after the second
  const after = ahead.subarray(1)
  const step = after[1]! - after[0]!
  const later = Math.min(samples.length - 1, Math.ceil(after[0]! + step / 2))
  const back = new VrScan(samples, { ...task, from: later, to: -1 }).run()
  const before = back.filter((x) => x < after[0]! - Math.min(step, period) / 4).reverse()
  const all = new Float64Array(before.length + after.length)
  all.set(before)
  all.set(after, before.length)
  return all
}

/** Edges by which polarity is judged. */
const ENOUGH = 400

/** Which way of crossing lies at the tooth centres: the one that fits the wheel better and is steeper. */
export function verdict({ falling, rising }: Evidence): { polarity: Polarity; sign: 1 | -1 } {
  const [rises, falls] = [rising, falling].map((w) => Math.min(w.rough, MOST_ROUGH) + LEAST_ROUGH)
  const rhythm = Math.log(rises! / falls!)
  const steep = Math.log((falling.steep + 1e-12) / (rising.steep + 1e-12))
  const forFalling = rhythm + BY_STEEPNESS * steep
  if (forFalling > SAID) return { polarity: 'right', sign: 1 }
  if (forFalling < -SAID) return { polarity: 'reversed', sign: -1 }
  return { polarity: 'unsure', sign: forFalling >= 0 ? 1 : -1 }
}
/** Below this both fit as well as edges can be placed. */
const LEAST_ROUGH = 1e-3
/** Where nothing fits at all, it fits so badly. */
const MOST_ROUGH = 1

/** How steep a signal is where it crosses, V a sample; the median of some crossings. */
function steepness(samples: Float32Array, at: Float64Array): number {
  const slopes: number[] = []
  for (let k = 1; k + 1 < at.length; k++) {
    const half = Math.max(1, Math.round(0.03 * Math.min(at[k]! - at[k - 1]!, at[k + 1]! - at[k]!)))
    const i = Math.round(at[k]!)
    if (i - half < 0 || i + half >= samples.length) continue
    slopes.push(Math.abs(samples[i + half]! - samples[i - half]!) / half)
  }
  slopes.sort((a, b) => a - b)
  return slopes[Math.floor(slopes.length / 2)] ?? 0
}

/** A stretch where the signal is strong, and what a tooth takes there; null where there is none. */
function strongPlace(samples: Float32Array, profile: Profile): Begin | null {
  const { amplitude, part } = profile
  // not the highest part, which may be a burst of noise
  const sorted = [...amplitude].sort((a, b) => a - b)
  const high = sorted[Math.floor(0.9 * (sorted.length - 1))]!
  if (!(high > 0)) return null
  // from the first part to the last that is strong: between the teeth of a coarse wheel parts are weak
  const strong = [...amplitude.keys()].filter(
    (p) => amplitude[p]! > high / 3 && isClear(profile, p, high),
  )
  if (strong.length === 0) return null
  const from = strong[0]! * part
  const to = Math.min(samples.length, (strong.at(-1)! + 1) * part)
  const rhythm = rhythmOf(samples, from, Math.min(to, from + LOOKED_AT))
  return rhythm && { from, to, ...rhythm }
}

/** Samples in which a rhythm is looked for. */
const LOOKED_AT = 1 << 18

/** Turns of which the fit is looked at. */
const TURNS_LOOKED_AT = 3

/** How well edges fit a wheel: mean square of the change of speed, the median over some turns; null where too few. */
export const fitOf =
  (wheel: Wheel) =>
  (at: Float64Array): number | null => {
    const pattern = new Pattern(wheel)
    const intervals = Math.max(8, 2 * pattern.n + 1)
    const costs: number[] = []
    const apart = Math.max(pattern.n, 1, Math.floor((at.length - intervals) / TURNS_LOOKED_AT))
    for (let k = 0; k + intervals < at.length; k += apart)
      costs.push(pattern.alignAny(at, k, intervals)!.cost)
    if (costs.length === 0) return pattern.alignAny(at, 0, at.length - 1)?.cost ?? null
    costs.sort((a, b) => a - b)
    return costs[Math.floor(costs.length / 2)]!
  }

/** A capture read whole: what `decodeTrigger` gives, and which edge of the wheel each edge is. */
export type ReadCapture = DecodedTrigger & { tracked: Tracked; edges: Edges; sampleHz: number }

export function readCapture(
  samples: Float32Array,
  task: { sampleHz: number; wheel: Wheel; pickup: Pickup },
): ReadCapture {
  requireSamples(samples)
  const sampleHz = requireRate(task.sampleHz)
  const wheel = requireWheel(task.wheel)
  const pickup = requirePickup(task.pickup)
  const edges = edgesOf(samples, { pickup, fits: fitOf(wheel) })
  const followed = track(edges.at, wheel)
  const other = otherWheel(edges.at, wheel, followed)
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
  ...{ starts: [], stretches: [], inSync: false },
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
  if (gone.length > 0) {
    const ways = gone.map((teeth) => teeth.join(' and ')).join(', or ')
    return `Never in sync: in every turn the same teeth do not show: from edge 0 number ${ways}. Broken off, too far from the pickup, or under the threshold.`
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

/** The bits of a single's exponent: all of them are set in what is no number (IEEE 754). */
const EXPONENT = 0x7f80_0000
/** Its lowest bit: added to a full exponent it carries into the sign. */
const CARRY = 0x0080_0000

/** By the bits: a third of the time that comparing or adding takes. */
function allFinite(samples: Float32Array): boolean {
  const bits = new Int32Array(samples.buffer, samples.byteOffset, samples.length)
  const n = bits.length
  let carried = 0
  let i = 0
  for (; i + 4 <= n; i += 4)
    carried |=
      ((bits[i]! & EXPONENT) + CARRY) |
      ((bits[i + 1]! & EXPONENT) + CARRY) |
      ((bits[i + 2]! & EXPONENT) + CARRY) |
      ((bits[i + 3]! & EXPONENT) + CARRY)
  for (; i < n; i++) carried |= (bits[i]! & EXPONENT) + CARRY
  return carried >= 0
}

export function requireSamples(samples: unknown): Float32Array {
  if (!(samples instanceof Float32Array))
    throw new EchtError('bad-capture', 'A capture is a Float32Array of samples, in volts.')
  if (!allFinite(samples)) {
    const at = samples.findIndex((v) => !Number.isFinite(v))
    throw new EchtError(
      'bad-capture',
      `Sample ${at} is ${samples[at]}: a capture holds numbers only. Cut it before that place.`,
    )
  }
  return samples
}

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
