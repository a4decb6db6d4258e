import { VrScan, type Crossings } from './crossings.ts'
import { levelsOf, switchings } from './levels.ts'
import { isClear, profileOf, type Profile } from './profile.ts'
import { rhythmOf } from './rhythm.ts'
import { requireNumbers } from './samples.ts'
import type { Pickup } from './wheel.ts'

export type Polarity = 'right' | 'reversed' | 'unsure'

/**
 * How one way a signal crosses fits a wheel: mean square of the change of speed, how steep it is, and by how much what
 * it crosses differs in width from one to the next, as the mean square of a logarithm: teeth are alike, spaces are not.
 */
type WayEvidence = { rough: number; edges: number; steep: number; unlike: number }

/** The evidence of the two ways. */
export type Evidence = {
  falling: WayEvidence
  rising: WayEvidence
}

/** Edges of a signal, by the way it crosses that lies at the tooth centres. */
export type Edges = Crossings & {
  polarity: Polarity
  /** −1 where the rising crossings are the ones at the tooth centres */
  sign: 1 | -1
  evidence: Evidence | null
}

/** How well crossings fit a wheel: the less the better; null where too few do. */
export type Fits = {
  cost: (crossings: Crossings) => number | null
  /** below this they fit alike: by how well edges are placed, or by what a swing of the speed makes of few edges */
  alike: number
  /** it is a wheel of so few edges that a swing of the speed explains any place of it */
  few: boolean
}

/** What speaks for one way of crossing, as a logarithm, from which it is said to be the one. */
const SAID = 0.7

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
  // what is low begins with a fall and ends with a rise
  const [low, high] = [levelsFrom(falls, rises), levelsFrom(rises, falls)]
  const evidence = {
    falling: hallEvidence(fits, falls, low),
    rising: hallEvidence(fits, rises, high),
  }
  // by equal teeth both ways come alike: where the speed swings, few edges tell the one from the other by chance only
  const steady = Math.min(evidence.falling.rough, evidence.rising.rough) < STEADY
  const { polarity, sign } = verdict(evidence, {
    alike: steady ? fits.alike / STEADIER : fits.alike,
    few: fits.few,
    longer: longer(high, low),
  })
  const [at, widths] = sign === 1 ? [falls, low] : [rises, high]
  return { at, steep: byTeeth(widths), byTeeth: true, polarity, sign, evidence }
}

/** By the intervals alone, and by how quickly what they begin passes as well: whichever fits, where a speed swings. */
function hallEvidence(fits: Fits, at: Float64Array, widths: Float64Array): WayEvidence {
  const steep = byTeeth(widths)
  const alone = fits.cost({ at, steep: null }) ?? Infinity
  const both = steep ? (fits.cost({ at, steep, byTeeth: true }) ?? Infinity) : Infinity
  const rough = Math.min(alone, both)
  return { rough, edges: at.length, steep: 1, unlike: unlikeness(widths) }
}

/** What is left of the speed by an engine that surely turns evenly, and by how much less alike makes then. */
const STEADY = 1e-4
const STEADIER = 25
/** A tooth of fewer samples is too coarse to tell a speed by. */
const TELLING = 20

/**
 * How long each level lasts that begins at one switching and ends at the next of the other way; NaN where none
 * does.
 */
function levelsFrom(begin: Float64Array, end: Float64Array): Float64Array {
  const widths = new Float64Array(begin.length)
  let e = 0
  for (let k = 0; k < begin.length; k++) {
    while (e < end.length && end[e]! <= begin[k]!) e++
    const passed = e < end.length && (k + 1 === begin.length || end[e]! <= begin[k + 1]!)
    widths[k] = passed ? end[e]! - begin[k]! : NaN
  }
  return widths
}

/**
 * As how steep a coil's signal is at each edge, which goes as the square of the speed: by how quickly each
 * tooth passes, since the teeth of a wheel are equally wide. Null where they pass in too few samples.
 */
function byTeeth(widths: Float64Array): Float64Array | null {
  const middle = middleOf(widths.filter((w) => w > 0))
  return middle < TELLING ? null : widths.map((w) => 1 / (w > 0 ? w : middle) ** 2)
}

/** By how much some levels last longer than others, by the longest but two of each: as a logarithm. */
function longer(some: Float64Array, than: Float64Array): number {
  const end = (of: Float64Array): number => {
    const known = of.filter((w) => w > 0).sort()
    return known[Math.max(0, known.length - 3)] ?? 1
  }
  return Math.log(end(some) / end(than))
}

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
    const rough =
      (fits.cost(found) ?? Infinity) + (hidesCrossings(samples, found.at, sign) ? HIDES : 0)
    const unlike = unlikeness(found.widths!)
    const evidence = { rough, edges: found.at.length, steep: middleOf(found.steep), unlike }
    return { evidence, at: found.at }
  })
  const evidence = { falling: falling!.evidence, rising: rising!.evidence }
  const told = verdict(evidence, fits)
  const { sign } = told
  const [rough, other] = [evidence.falling.rough, evidence.rising.rough].map((r) => r + fits.alike)
  // the spaces between teeth fit their wheel far worse than the teeth do
  const bothFit = Math.abs(Math.log(rough! / other!)) < FIT_ALIKE
  const humps = twoHumpsIn(samples, (sign === 1 ? falling! : rising!).at)
  const ofMagnets = humps > (bothFit ? SOME : NEARLY_ALL)
  const polarity = ofMagnets ? 'unsure' : told.polarity
  const { at, steep, read } = wholeScan(samples, profile, { ...begin, sign })
  // every sample was gone over: adding them up once more would take as long again
  requireNumbers(samples, read)
  return { at, steep, polarity, sign, evidence }
}

/** By how much widths differ from each to the next: mean square of the logarithm, the wildest of them held. */
function unlikeness(widths: Float64Array): number {
  let sum = 0
  let count = 0
  for (let k = 0; k + 1 < widths.length; k++) {
    const change = Math.log(widths[k + 1]! / widths[k]!)
    if (Number.isNaN(change)) continue
    sum += Math.min(change * change, 1)
    count++
  }
  return count === 0 ? 0 : sum / count
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

/** By no more than this logarithm one way of crossing magnets fits a wheel better than the other. */
const FIT_ALIKE = 2
/** In more of the longest intervals than these shares magnets must show, where both ways fit and where one does not. */
const SOME = 0.5
const NEARLY_ALL = 0.9
/** The longest intervals, in which the signal of magnets is looked at. */
const LONGEST = 5
/** Of the highest in an interval: what is a hump of a magnet's, and under what it rests between two. */
const HUMP = 0.3
const RESTS = 0.2
/** Shares of an interval that it rests between two humps, and that a hump lasts, at least: noise takes less. */
const RESTED = 0.15
const LASTS = 0.01

/**
 * In what share of the longest intervals it looks as if magnets of alternating poles passed: over
 * a gap a tooth leaves one hump down and the next one up,
 * while the last magnet and the first one after it both leave half a hump of the same sign. Turned round they look the
 * same from the other end, so that nothing tells which way the leads are.
 */
function twoHumpsIn(samples: Float32Array, at: Float64Array): number {
  const length = (k: number): number => at[k + 1]! - at[k]!
  const longest = [...at.keys()].slice(0, -1).sort((a, b) => length(b) - length(a))
  const gaps = longest.slice(0, LONGEST)
  const double = gaps.filter((k) => hasTwoHumps(samples, Math.ceil(at[k]!), Math.floor(at[k + 1]!)))
  return double.length / gaps.length
}

/** Whether a stretch has two humps of one sign, one after the other, between which it rests. */
function hasTwoHumps(samples: Float32Array, from: number, to: number): boolean {
  let most = 0
  for (let i = from; i < to; i++) most = Math.max(most, Math.abs(samples[i]!))
  const length = to - from
  let rested = 0
  // the hump before, and the one that may have begun
  let last = 0
  let now = { sign: 0, samples: 0 }
  for (let i = from; i < to; i++) {
    const v = samples[i]!
    if (Math.abs(v) < RESTS * most) rested++
    if (Math.abs(v) < HUMP * most) continue
    const sign = Math.sign(v)
    now = { sign, samples: now.sign === sign ? now.samples + 1 : 1 }
    if (now.samples < LASTS * length) continue
    if (rested > RESTED * length && last === sign) return true
    last = sign
    rested = 0
  }
  return false
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

/**
 * Which way of crossing lies at the teeth: the one that fits the wheel better and crosses what is alike from one to the
 * next, as teeth are and spaces beside a gap are not. Steepness says little: a coil before narrow teeth is steep at
 * their centres, before wide ones in the spaces. What one speaks for and another against is
 * unsure.
 */
export function verdict(
  { falling, rising }: Evidence,
  { alike: least, few, longer }: { alike: number; few: boolean; longer?: number },
): { polarity: Polarity; sign: 1 | -1 } {
  const [rises, falls] = [rising, falling].map((w) => Math.min(w.rough, MOST_ROUGH) + least)
  // what was too short to be held against the wheel is no worse than what was not
  const known = Number.isFinite(rising.rough) && Number.isFinite(falling.rough)
  const rhythm = known ? Math.log(rises! / falls!) : 0
  // where a switch is all there is, teeth differ in width by what the speed does
  const swings =
    longer === undefined ? 0 : SWINGS * Math.min(rising.rough, falling.rough, MOST_ROUGH)
  const [unlikeRises, unlikeFalls] = [rising, falling].map((w) => w.unlike + LEAST_UNLIKE + swings)
  const alike = Math.log(unlikeRises! / unlikeFalls!)
  const steep = Math.log((falling.steep + 1e-12) / (rising.steep + 1e-12))
  const held = (v: number, most: number): number => Math.max(-most, Math.min(most, v))
  const shown = rhythm + alike + (longer === undefined ? 0 : held(longer, LENGTH))
  // samples too coarse for any width tell no steepness either
  const coarse = Math.min(rising.unlike, falling.unlike) > COARSE
  const forFalling = shown + (coarse ? 0 : held(steep, STEEPNESS))
  // a swing of the speed may make the wrong way fit a wheel of few teeth: what one speaks against is said by much only
  const against = Math.max(
    rhythm * alike < 0 ? Math.min(Math.abs(rhythm), Math.abs(alike)) : 0,
    // teeth of a few may differ in width as spaces do: then the gap is no longer than they are
    few && longer !== undefined && longer * alike < 0 && Math.abs(longer) > NO_LONGER
      ? Infinity
      : 0,
  )
  const said = SAID + AGAINST * against
  if (forFalling > said) return { polarity: 'right', sign: 1 }
  if (forFalling < -said) return { polarity: 'reversed', sign: -1 }
  return { polarity: 'unsure', sign: forFalling >= 0 ? 1 : -1 }
}
const AGAINST = 1
/** From here on the widths of both ways differ by as much from one to the next as if they were drawn by lot. */
const COARSE = 0.17
const NO_LONGER = 0.2
/** The most that steepness may say, and that the level which lasts longest does, as the gap's should. */
const STEEPNESS = 0.5
const LENGTH = 1
/** What swings of the speed leave of an engine's rhythm, they leave so many times of the widths of levels. */
const SWINGS = 2
/** Widths are alike to so much by how well they are placed. */
const LEAST_UNLIKE = 4e-4
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
