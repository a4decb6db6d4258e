import { VrScan, type Crossings } from './crossings.ts'
import { levelsOf, switchings } from './levels.ts'
import { isClear, profileOf, type Profile } from './profile.ts'
import { rhythmOf } from './rhythm.ts'
import { requireNumbers } from './samples.ts'
import type { Pickup } from './wheel.ts'

export type Polarity = 'right' | 'reversed' | 'unsure'

/** How the two ways a signal crosses zero fit a wheel: mean square of the change of speed, and how steep they are. */
export type Evidence = {
  falling: { rough: number; edges: number; steep: number }
  rising: { rough: number; edges: number; steep: number }
}

/** Edges of a signal, by the way it crosses that lies at the tooth centres. */
export type Edges = Crossings & {
  polarity: Polarity
  /** −1 where the rising crossings are the ones at the tooth centres */
  sign: 1 | -1
  evidence: Evidence | null
}

/** How well crossings fit a wheel: the less the better; null where too few do. */
export type Fits = (crossings: Crossings) => number | null

/** What speaks for one way of crossing, as a logarithm, from which it is said to be the one. */
const SAID = 0.7
/** A pickup's steep crossing counts as much as its rhythm does. */
const BY_STEEPNESS = 1.5

/**
 * The edges of a pickup's signal, and its polarity, by a wheel. Arguments are checked, but for what the samples hold.
 * Throws `EchtError` `bad-capture` where one is no number.
 */
export function edgesOf(
  samples: Float32Array,
  { pickup, fits }: { pickup: Pickup; fits: Fits },
): Edges {
  return pickup === 'hall' ? hallEdges(samples, fits) : vrEdges(samples, fits)
}

const NO_EDGES: Edges = {
  ...{ at: new Float64Array(0), steep: null },
  ...{ polarity: 'unsure', sign: 1, evidence: null },
}

function hallEdges(samples: Float32Array, fits: Fits): Edges {
  requireNumbers(samples)
  const levels = levelsOf(samples)
  if (!levels) return NO_EDGES
  const { falls, rises } = switchings(samples, levels)
  if (falls.length < 3 || rises.length < 3) return NO_EDGES
  const evidence = {
    falling: { rough: fits({ at: falls, steep: null }) ?? Infinity, edges: falls.length, steep: 1 },
    rising: { rough: fits({ at: rises, steep: null }) ?? Infinity, edges: rises.length, steep: 1 },
  }
  // the long level is the one in the gap: high where the leads and the edge are right
  const reversed = lowIsLonger(falls, rises)
  return reversed
    ? {
        at: rises,
        steep: byTeeth(rises, falls),
        byTeeth: true,
        polarity: 'reversed',
        sign: -1,
        evidence,
      }
    : {
        at: falls,
        steep: byTeeth(falls, rises),
        byTeeth: true,
        polarity: 'right',
        sign: 1,
        evidence,
      }
}

/** A tooth of fewer samples is too coarse to tell a speed by. */
const TELLING = 20

/**
 * As how steep a coil's signal is at each edge, which goes as the square of the speed: by how quickly each tooth passes,
 * since the teeth of a wheel are equally wide. Null where they pass in too few samples.
 */
function byTeeth(begin: Float64Array, end: Float64Array): Float64Array | null {
  const widths = new Float64Array(begin.length)
  let e = 0
  for (let k = 0; k < begin.length; k++) {
    while (e < end.length && end[e]! <= begin[k]!) e++
    const passed = e < end.length && (k + 1 === begin.length || end[e]! <= begin[k + 1]!)
    widths[k] = passed ? end[e]! - begin[k]! : NaN
  }
  const known = widths.filter((w) => w > 0).sort()
  const middle = known[known.length >> 1] ?? 0
  return middle < TELLING ? null : widths.map((w) => 1 / (w > 0 ? w : middle) ** 2)
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

function vrEdges(samples: Float32Array, fits: Fits): Edges {
  const profile = profileOf(samples)
  const begin = strongPlace(samples, profile)
  if (!begin || !Number.isFinite(begin.period + begin.peak)) {
    requireNumbers(samples)
    return NO_EDGES
  }
  const [falling, rising] = ([1, -1] as const).map((sign) => {
    const scan = new VrScan(samples, { ...begin, sign, profile, most: ENOUGH })
    const found = scan.run()
    requireNumbers(samples, found.read)
    const rough = (fits(found) ?? Infinity) + (hidesCrossings(samples, found.at, sign) ? HIDES : 0)
    return { rough, edges: found.at.length, steep: middleOf(found.steep) }
  })
  const evidence = { falling: falling!, rising: rising! }
  const { polarity, sign } = verdict(evidence)
  const { at, steep, read } = wholeScan(samples, profile, { ...begin, sign })
  // every sample was gone over: adding them up once more would take as long again
  requireNumbers(samples, read)
  return { at, steep, polarity, sign, evidence }
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
): Crossings & { read: number } {
  const task = { period, peak, sign, profile }
  const ahead = new VrScan(samples, { ...task, from, to: samples.length }).run()
  if (from === 0) return ahead
  if (ahead.at.length < 3) {
    const back = new VrScan(samples, { ...task, from: samples.length - 1, to: -1 }).run()
    return { at: back.at.reverse(), steep: back.steep.reverse(), read: back.read }
  }
  // the first crossing was found without one before it: it is left to the way back, which begins after the second
  const [first, second] = [ahead.at[1]!, ahead.at[2]!]
  const step = second - first
  const later = Math.min(samples.length - 1, Math.ceil(first + step / 2))
  const back = new VrScan(samples, { ...task, from: later, to: -1 }).run()
  const before = first - Math.min(step, period) / 4
  const from0 = back.at.findIndex((x) => x < before)
  const joined = (a: Float64Array, b: Float64Array): Float64Array => {
    const earlier = from0 < 0 ? [] : a.subarray(from0).reverse()
    const all = new Float64Array(earlier.length + b.length - 1)
    all.set(earlier)
    all.set(b.subarray(1), earlier.length)
    return all
  }
  const read = back.read + ahead.read
  return { at: joined(back.at, ahead.at), steep: joined(back.steep, ahead.steep), read }
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
const LEAST_ROUGH = 2e-4
/** Where nothing fits at all, it fits so badly. */
const MOST_ROUGH = 1

const middleOf = (all: Float64Array): number => all.slice().sort()[all.length >> 1] ?? 0

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
  const rhythm = rhythmFrom(samples, from, to)
  // where the speed rises, teeth are lower where it begins than they are after
  return rhythm && { from, to, ...rhythm, peak: Math.min(rhythm.peak, amplitude[strong[0]!]!) }
}

/** The rhythm where a stretch begins: by as few samples as hold enough teeth, for the speed may change further on. */
function rhythmFrom(samples: Float32Array, from: number, to: number): ReturnType<typeof rhythmOf> {
  for (let window = LOOKED_AT.least; ;) {
    const end = Math.min(to, from + window)
    const rhythm = rhythmOf(samples, from, end)
    const enough = (ENOUGH_TEETH + 1) * (rhythm?.period ?? 0)
    if ((rhythm && end - from > enough) || end === to || window >= LOOKED_AT.most) return rhythm
    // as many as the teeth just seen need
    window = Math.min(LOOKED_AT.most, Math.max(2 * window, Math.ceil(enough)))
  }
}

/** Samples in which a rhythm is looked for, and teeth that are enough for one. */
const LOOKED_AT = { least: 1 << 15, most: 1 << 18 }
const ENOUGH_TEETH = 100
