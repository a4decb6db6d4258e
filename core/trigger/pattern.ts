import { sampleVariance } from 'simple-statistics'
import type { Crossings } from './crossings.ts'
import { BY_STEEPNESS, SwingStretch, type Interval } from './swing.ts'
import { degreesBetween, type Wheel } from './wheel.ts'

/** A pattern is where it is when every other place fits worse by this. */
const SURE = 0.55
/** Mean square of the logarithms' changes beyond which nothing fits. */
const ROUGH = 0.4

/** `placed`: how well edges are placed there, where that is told: mean square of the logarithms' changes by it. */
export type Alignment = {
  from: number
  edge: number
  cost: number
  second: number
  placed?: number
}

/** The steps of a wheel as logarithms, read round and round. */
export class Pattern {
  readonly n: number
  readonly steps: number[]
  readonly log: Float64Array
  /** whether turning the wheel by some of its edges gives it back: nothing then tells one from the other */
  readonly symmetric: boolean
  /** those that were looked at, to be looked at again */
  private readonly stretches = new Map<number, SwingStretch>()

  constructor(private readonly wheel: Wheel) {
    this.steps = degreesBetween(wheel)
    this.n = this.steps.length
    this.log = Float64Array.from(this.steps, Math.log)
    const turned = (k: number): boolean =>
      this.steps.every((s, i) => Math.abs(s - this.steps[(i + k) % this.n]!) < 1e-6 * s)
    this.symmetric = this.n > 1 && Array.from({ length: this.n - 1 }, (_, k) => k + 1).some(turned)
  }

  /** The same wheel turned the other way: its edge 0 stays, the others change places from both ends. */
  turnedBack(): Pattern {
    const { cycleDegrees, edgesDegrees } = this.wheel
    const others = edgesDegrees.slice(1).map((e) => cycleDegrees - e)
    return new Pattern({ cycleDegrees, edgesDegrees: [0, ...others.reverse()] })
  }

  /**
   * Which edge the first of some edges is: of all places on the wheel the one at which the speed is smoothest over the
   * intervals that follow. Null where too few follow.
   */
  align(at: Float64Array, from: number, intervals: number): Alignment | null {
    if (from + intervals >= at.length || intervals < 2) return null
    const rough = this.roughnesses(at, from, intervals)
    const { edge, cost, second } = leastOf(rough)
    return { from, edge, cost: cost / (intervals - 1), second: second / (intervals - 1) }
  }

  /** How rough the speed is over some intervals, at each place: changes of its logarithm, squared and summed. */
  private roughnesses(at: Float64Array, from: number, intervals: number): Float64Array {
    const { n, log } = this
    const d = new Float64Array(intervals - 1)
    let before = Math.log(at[from + 1]! - at[from]!)
    for (let k = 1; k < intervals; k++) {
      const now = Math.log(at[from + k + 1]! - at[from + k]!)
      d[k - 1] = now - before
      before = now
    }
    const rough = new Float64Array(n)
    for (let j = 0; j < n; j++)
      for (let k = 0; k < d.length; k++) {
        const a = (j + k) % n
        const miss = log[(a + 1) % n]! - log[a]! - d[k]!
        rough[j]! += miss * miss
      }
    return rough
  }

  /**
   * As `align`, for a wheel of few teeth, between which an engine's speed changes by as much as a gap is long: of all
   * places the one at which the speeds are those of an engine, compression and all. Of more teeth than a dozen only the
   * places are looked at that are smoothest without it.
   */
  alignSwinging(crossings: Crossings, from: number, intervals: number): Alignment | null {
    const { n } = this
    const { at } = crossings
    if (from + intervals >= at.length) return null
    const rough = this.roughnesses(at, from, intervals)
    // no engine changes its speed like that: such a place is not looked at any closer
    const possible = [...rough.keys()].filter((j) => rough[j]! < NO_ENGINE * (intervals - 1))
    const likely = n <= FEW ? possible : smoothest(possible, rough)
    const fits = new Float64Array(n).fill(Infinity)
    for (const j of likely) fits[j] = this.misfitFrom(crossings, from, j, intervals)
    return { from, ...leastOf(fits) }
  }

  /** By whichever of the two serves a wheel of so many teeth. */
  alignAny(crossings: Crossings, from: number, intervals: number): Alignment | null {
    if (this.n > COARSE) return this.align(crossings.at, from, Math.max(3, intervals))
    const found = this.alignCoarse(crossings, from, intervals)
    return (
      found && (this.n > FEW ? found : { ...found, placed: placedTo(crossings, from, intervals) })
    )
  }

  private alignCoarse(crossings: Crossings, from: number, intervals: number): Alignment | null {
    const found = this.alignFew(crossings, from, Math.max(8, intervals))
    if (!found || !crossings.byTeeth || this.n > FEWEST) return found
    // teeth need not be equally wide: what the intervals alone do not say as well is not sure
    const alone = this.alignFew({ at: crossings.at, steep: null }, from, Math.max(8, intervals))
    return alone?.edge === found.edge ? found : { ...found, second: found.cost }
  }

  private alignFew(crossings: Crossings, from: number, intervals: number): Alignment | null {
    return (
      this.alignEven(crossings, from, intervals) ?? this.alignSwinging(crossings, from, intervals)
    )
  }

  /**
   * Where a few teeth surely are without compression being asked: a swing of the speed in every turn would explain any
   * place of two or three teeth, and a place at which the engine turns evenly needs none. Null where that does
   * not tell.
   */
  private alignEven(crossings: Crossings, from: number, intervals: number): Alignment | null {
    if (this.n > FEWEST) return null
    const { at, steep } = crossings
    const plain = this.align(at, from, intervals)
    if (!plain) return null
    const { cost, second } = plain
    // what passes a tooth more slowly than the next does not turn evenly, whatever the intervals say
    const speeds = steep?.subarray(from, from + intervals + 1).map((s) => Math.log(s) / 2)
    const swings = speeds !== undefined && sampleVariance([...speeds]) > TURNS_EVENLY
    const placed = placedTo(crossings, from, intervals)
    const even = !swings && cost < TURNS_EVENLY + 2 * placed && cost + placed < CLEARLY * second
    // between two teeth no engine changes its speed so much that the other place could be meant
    const only = this.n === 2 && cost < ROUGH && second > NO_ENGINE && cost < CLEARLY * second
    return even || only ? plain : null
  }

  /**
   * How badly the speeds from an edge on are an engine's, were it edge `j` of the wheel. Where a few teeth could stand
   * at two places by their intervals alone, steepness tells: a gap does not make a signal flatter, and slow turning
   * does.
   */
  misfitFrom({ at, steep }: Crossings, from: number, j: number, intervals: number): number {
    const { n, log } = this
    const seen = Math.min(intervals, at.length - from - 1)
    const speeds: number[] = []
    const bySlope: number[] = []
    for (let k = 0; k < seen; k++) {
      speeds.push(log[(j + k) % n]! - Math.log(at[from + k + 1]! - at[from + k]!))
      // the slope goes as the square of the speed
      if (steep && n <= FEW) bySlope.push(Math.log(steep[from + k]!) / 2)
    }
    return this.stretch(j, speeds.length).misfit(speeds, bySlope)
  }

  /** So many intervals from an edge on, and the edges where they begin. */
  private stretch(j: number, intervals: number): SwingStretch {
    const key = intervals * this.n + j
    let stretch = this.stretches.get(key)
    if (!stretch) {
      const begins: number[] = []
      const places: Interval[] = []
      let angle = 0
      for (let k = 0; k < intervals; k++) {
        const width = this.steps[(j + k) % this.n]!
        begins.push(angle)
        places.push({ middle: angle + width / 2, width })
        angle += width
      }
      stretch = new SwingStretch(places, begins)
      this.stretches.set(key, stretch)
    }
    return stretch
  }

  /**
   * How far the speeds of an engine that turns evenly are from those by how steep the signal is, from an edge on, were
   * it edge `j`: as what such speeds count beside intervals. 0 for many teeth, and where steepness says nothing.
   */
  steepnessApart(
    { at, steep }: Crossings,
    { from, j, intervals }: { from: number; j: number; intervals: number },
  ): number {
    if (!steep || this.n > FEW) return 0
    const apart: number[] = []
    for (let k = from; k < from + intervals && k + 1 < at.length; k++) {
      const speed = this.log[(j + k - from) % this.n]! - Math.log(at[k + 1]! - at[k]!)
      apart.push(Math.log(steep[k]! * steep[k + 1]!) / 4 - speed)
    }
    return apart.length < 2 ? 0 : BY_STEEPNESS * sampleVariance(apart)
  }
}

/** Wheels of which any place can be explained by some swing or other. */
export const FEWEST = 4
/** Mean square of the logarithms' changes of an engine that turns evenly between its teeth. */
const TURNS_EVENLY = 0.003
/** So much less than the next is clear without more. */
const CLEARLY = 0.15

/** Of a wheel of so few edges every place is looked at with compression in mind; of more only those likeliest. */
export const FEW = 12
const LIKELY = 6
const smoothest = (places: number[], rough: Float64Array): number[] =>
  places.sort((a, b) => rough[a]! - rough[b]!).slice(0, LIKELY)
/** Mean square of the logarithms' changes, compression and a start from rest and all, that no engine has. */
const NO_ENGINE = 1.2

/** The place of the least of some costs, and how much the next one is. */
function leastOf(costs: Float64Array): { edge: number; cost: number; second: number } {
  let [edge, cost, second] = [0, Infinity, Infinity]
  for (let j = 0; j < costs.length; j++) {
    const c = costs[j]!
    if (c < cost) [edge, cost, second] = [j, c, cost]
    else if (c < second) second = c
  }
  return { edge, cost, second }
}

/** Wheels of so few teeth are aligned with an engine's compression in mind. */
export const COARSE = 40

/** Costs that differ by less may do so by how well edges are placed, and tell nothing. */
const PLACED = 1e-4

/** Square of what a switching sensor's edges are off, samples, as changes of their intervals; and of a coil's. */
const SWITCHED = 0.3
const CROSSED = 0.02

/** How well edges are placed in a stretch: to the samples between them. */
function placedTo({ at, byTeeth }: Crossings, from: number, intervals: number): number {
  let least = Infinity
  const end = Math.min(at.length - 1, from + intervals)
  for (let k = from; k < end; k++) least = Math.min(least, at[k + 1]! - at[k]!)
  return PLACED + (byTeeth ? SWITCHED : CROSSED) / Math.max(1, least) ** 2
}

export const isSure = ({ cost, second, placed = PLACED }: Alignment, most = ROUGH): boolean =>
  cost < most && cost + placed < SURE * (second + placed)

/**
 * The first place from which the edges are sure to be where they are on the wheel; null where there is none. A place
 * where the engine turns evenly goes before one where it is just being started.
 */
export function firstSure(
  crossings: Crossings,
  pattern: Pattern,
  from: number,
  patience: Patience = { left: Infinity },
): Alignment | null {
  const even = pattern.n <= COARSE ? EVEN.coarse : EVEN.fine
  const looked = { crossings, pattern, from, patience }
  return sureBelow(looked, even) ?? sureBelow(looked, ROUGH)
}
/** Places that are still looked at before a capture is taken for noise. */
type Patience = { left: number }

/** Mean square of the logarithms' changes of an engine that turns evenly, compression and all. */
const EVEN = { coarse: 0.02, fine: 0.05 }

const PATIENT = 20

function sureBelow(
  {
    crossings,
    pattern,
    from,
    patience,
  }: { crossings: Crossings; pattern: Pattern; from: number; patience: Patience },
  most: number,
): Alignment | null {
  const { n } = pattern
  const { at } = crossings
  let stride = Math.max(1, Math.floor(n / 4))
  for (let k = from, tried = 1; k < at.length; k += stride, tried++) {
    // where nothing is sure for long, it is looked for further apart: from a sure place edges lead back
    if (tried % PATIENT === 0) stride *= 2
    if (--patience.left < 0) return null
    for (const intervals of [n + 2, 2 * n + 1, 3 * n + 1]) {
      const found = pattern.alignAny(crossings, k, intervals)
      if (found && (isSure(found, most) || (n === 1 && found.cost < most))) return found
    }
    if (k + n + 2 >= at.length) return null
  }
  return null
}
