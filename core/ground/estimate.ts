import { K95 } from '../constants.ts'
import { quantile } from 'simple-statistics'
import { requirePositive } from '../error.ts'
import { normalStream, uniformStream } from '../math/random.ts'
import { nodeVolts } from './cost.ts'
import { groundNet, type Between, type GroundLoad, type GroundNet, type GroundWire } from './net.ts'
import {
  covarianceWith,
  dot,
  doubtsLeft,
  drawnFrom,
  movedTo,
  posteriorOf,
  varianceOf,
  type Posterior,
} from './posterior.ts'

/** A wire whose ohms are known so well: 1σ of their natural logarithm. 0.05 is 5 %, 0.7 a factor of two. */
export type DoubtfulWire = GroundWire & { doubt: number }
/** A load whose current is known so well, in the same way. */
export type DoubtfulLoad = GroundLoad & { doubt: number }

/** Volts between two nodes, read in one state, with 1σ of the reading. */
export type Drop = Between & { id: string; state: string; volt: number; sigmaV: number }

export type GroundEstimate = {
  /** ohms and amperes that explain the drops best, with the doubt that is left */
  wires: DoubtfulWire[]
  loads: DoubtfulLoad[]
  /** by drop: what is expected there now, V, and how many σ what was read stands off it */
  drops: { id: string; expectedV: number; strays: number }[]
  /** what is left unknown of the logarithms of the ohms, then of the currents, in their order */
  posterior: Posterior
}

/** A drop that stands off by so many σ contradicts the others. */
export const CONTRADICTS = 3

const MOST_STEPS = 25
const SMALL_STEP = 1e-7

/**
 * Ohms of wires and joints, and amperes of loads, found from volts measured between nodes: the likeliest by what was
 * believed of them before and by the drops together (Gauss and Newton on the logarithms; Tarantola 2005, ch. 3).
 * Logarithms, since a dirty joint is wrong by a factor, and nothing is below nothing. Throws as `groundCost`,
 * `not-positive` for a doubt or a 1σ of nothing, `no-fit` where the numbers lie too far apart.
 */
export function estimateGround(task: {
  reference: string
  wires: readonly DoubtfulWire[]
  loads: readonly DoubtfulLoad[]
  drops: readonly Drop[]
}): GroundEstimate {
  const { reference, drops } = task
  const doubts = [...task.wires, ...task.loads].map((x) =>
    requirePositive(x.doubt, `The doubt of "${x.id}"`),
  )
  for (const d of drops) requirePositive(d.sigmaV, `The 1σ of the drop "${d.id}"`)
  const moved = (x: readonly number[]) => movedBy(task, x)
  let x = doubts.map(() => 0)
  let now = linearised(reference, moved(x), drops)
  for (let step = 0; step < MOST_STEPS; step++) {
    const next = betterStep({ ...task, doubts }, x, now)
    if (!next) break
    const size = Math.max(...next.x.map((v, i) => Math.abs(v - x[i]!)))
    ;({ x, now } = next)
    if (size < SMALL_STEP) break
  }
  const posterior = posteriorAt(now, drops, doubts)
  const left = doubtsLeft(posterior)
  const { wires, loads } = moved(x)
  return {
    wires: wires.map((w, i) => ({ ...w, doubt: left[i]! })),
    loads: loads.map((l, i) => ({ ...l, doubt: left[wires.length + i]! })),
    drops: drops.map((d, k) => ({
      id: d.id,
      expectedV: now.volts[k]!,
      strays: straysBy(d, now.volts[k]!, varianceOf(posterior, now.rows[k]!)),
    })),
    posterior,
  }
}

/**
 * How far a reading stands off what fits best, in σ of that difference: a reading that pulled the fit to itself left
 * less of it, so that its σ is less than the meter's.
 */
const straysBy = (drop: Drop, expected: number, known: number): number =>
  (drop.volt - expected) / Math.sqrt(Math.max(drop.sigmaV ** 2 - known, 1e-4 * drop.sigmaV ** 2))

const posteriorAt = (now: Linear, drops: readonly Drop[], doubts: readonly number[]): Posterior =>
  posteriorOf(
    doubts,
    now.rows,
    drops.map((d) => d.sigmaV),
  )

type Both = { wires: DoubtfulWire[]; loads: DoubtfulLoad[] }
type Linear = { volts: number[]; rows: number[][] }

const movedBy = (
  task: { wires: readonly DoubtfulWire[]; loads: readonly DoubtfulLoad[] },
  x: readonly number[],
): Both => ({
  wires: task.wires.map((w, i) => ({ ...w, ohm: w.ohm * Math.exp(x[i]!) })),
  loads: task.loads.map((l, i) => ({
    ...l,
    ampere: l.ampere * Math.exp(x[task.wires.length + i]!),
  })),
})

/**
 * Volts between pairs in their states, and how each answers to the logarithm of every ohm and ampere: one solve for a
 * pair by the adjoint network, which for resistors alone is the network itself.
 */
export function linearised(
  reference: string,
  { wires, loads }: Both,
  pairs: readonly (Between & { id: string; state: string })[],
): Linear {
  const net = groundNet({ reference, wires, loads })
  const byState = new Map<string, Record<string, number>>()
  const voltsIn = (state: string): Record<string, number> => {
    const known = byState.get(state)
    if (known) return known
    const made = nodeVolts(
      net,
      loads.filter((l) => l.states.includes(state)),
    )
    byState.set(state, made)
    return made
  }
  const volts: number[] = []
  const rows: number[][] = []
  for (const { id, plus, minus, state } of pairs) {
    const pair = net.between(plus, minus, `"${id}"`)
    const v = voltsIn(state)
    const through = throughPair(net, pair)
    volts.push(v[plus]! - v[minus]!)
    rows.push([
      ...wires.map((w) => ((through(w.a) - through(w.b)) * (v[w.a]! - v[w.b]!)) / w.ohm),
      ...loads.map((l) => (l.states.includes(state) ? l.ampere * through(l.into) : 0)),
    ])
  }
  return { volts, rows }
}

/** Volts between pairs in their states. */
function voltsOf(
  reference: string,
  { wires, loads }: Both,
  pairs: readonly (Between & { state: string })[],
): number[] {
  const net = groundNet({ reference, wires, loads })
  return pairs.map(({ plus, minus, state }) =>
    loads.reduce(
      (sum, l) =>
        l.states.includes(state) ? sum + l.ampere * net.perAmpere(l.into, { plus, minus }) : sum,
      0,
    ),
  )
}

/** Volts of any node for one ampere from `minus` to `plus`: what a current returned there does between the two. */
const throughPair =
  (net: GroundNet, pair: Between) =>
  (node: string): number =>
    net.perAmpere(pair.plus, { plus: node, minus: net.reference }) -
    net.perAmpere(pair.minus, { plus: node, minus: net.reference })

/** What the beliefs and the readings together hold against a set of logarithms. */
const misfit = (
  x: readonly number[],
  volts: readonly number[],
  drops: readonly Drop[],
  doubts: readonly number[],
): number =>
  x.reduce((s, v, i) => s + (v / doubts[i]!) ** 2, 0) +
  drops.reduce((s, d, k) => s + ((d.volt - volts[k]!) / d.sigmaV) ** 2, 0)

type Fitting = Known & { doubts: readonly number[]; reference: string; drops: readonly Drop[] }
type Known = { wires: readonly DoubtfulWire[]; loads: readonly DoubtfulLoad[] }

/** A step of Gauss and Newton, halved until it helps; null where none does. */
function betterStep(
  task: Fitting,
  x: readonly number[],
  now: Linear,
): { x: number[]; now: Linear } | null {
  const { reference, drops, doubts } = task
  const aim = movedTo(
    posteriorAt(now, drops, doubts),
    drops.map((d, k) => d.volt - now.volts[k]! + dot(now.rows[k]!, x)),
  )
  const before = misfit(x, now.volts, drops, doubts)
  for (let share = 1; share > 1e-3; share /= 2) {
    const tried = x.map((v, i) => v + share * Math.max(-2, Math.min(2, aim[i]! - v)))
    const there = linearised(reference, movedBy(task, tried), drops)
    if (misfit(tried, there.volts, drops, doubts) < before) return { x: tried, now: there }
  }
  return null
}

/** A reader whose offset is asked for, and how much of it is needed: V at its converter for each V of its pair. */
export type Watched = Between & { id: string; state: string; factor: number; needV: number }

/** Vehicles drawn from what is known, for a band; always the same ones. */
const DRAWS = 400
const SEED = 20

/**
 * By reader: its offset at the converter, V, and the half-width about it that holds 95 % of what it may be, V. Drawn
 * from what is known of every ohm and ampere: a product of things known by a factor is skew, and a band out of slopes
 * alone held 83 % of the truth in trials.
 */
export function readerBands(
  reference: string,
  estimate: GroundEstimate,
  readers: readonly Watched[],
  draws = DRAWS,
): { id: string; state: string; volt: number; band: number }[] {
  if (readers.length === 0) return []
  const { volts } = linearised(reference, estimate, readers)
  const normal = normalStream(uniformStream(SEED))
  const off = readers.map(() => new Float64Array(draws))
  for (let n = 0; n < draws; n++) {
    const drawn = movedBy(estimate, drawnFrom(estimate.posterior, normal))
    const there = voltsOf(reference, drawn, readers)
    readers.forEach((r, k) => {
      off[k]![n] = Math.abs(r.factor * (there[k]! - volts[k]!))
    })
  }
  return readers.map((r, k) => ({
    id: r.id,
    state: r.state,
    volt: r.factor * volts[k]!,
    band: quantile([...off[k]!], 0.95),
  }))
}

export type NextDrop = Between & {
  state: string
  /** what is expected there, V, with its 95 % half-width */
  expectedV: number
  band: number
  /** widest band of a reader over its need, now and after */
  before: number
  after: number
}

/**
 * Of the pairs of nodes that can be reached with a meter, in any state, the one whose drop narrows the widest band of
 * a reader the most, measured with a 1σ of `sigmaV` at each voltage; null where nothing does.
 */
export function bestNextDrop(task: {
  reference: string
  estimate: GroundEstimate
  readers: readonly Watched[]
  nodes: readonly string[]
  states: readonly string[]
  sigmaV: (volt: number) => number
}): NextDrop | null {
  const { reference, estimate, readers, nodes, states, sigmaV } = task
  if (readers.length === 0) return null
  const { posterior } = estimate
  const watched = linearised(reference, estimate, readers)
  const withReader = watched.rows.map((g) => covarianceWith(posterior, g))
  const variance = watched.rows.map((g, k) => dot(withReader[k]!, g))
  const widest = (by: (k: number) => number): number =>
    Math.max(
      ...readers.map(
        (r, k) => (K95 * Math.abs(r.factor) * Math.sqrt(Math.max(0, by(k)))) / r.needV,
      ),
    )
  const before = widest((k) => variance[k]!)
  let best: NextDrop | null = null
  for (const state of states) {
    const at = nodesIn(reference, estimate, nodes, state, withReader)
    for (const [i, plus] of at.entries())
      for (const [j, minus] of at.slice(i + 1).entries()) {
        const known = Math.max(
          0,
          plus.with[i]! - 2 * plus.with[i + 1 + j]! + minus.with[i + 1 + j]!,
        )
        const expectedV = plus.volt - minus.volt
        const total = known + sigmaV(expectedV) ** 2
        const after = widest(
          (k) => variance[k]! - (plus.withReader[k]! - minus.withReader[k]!) ** 2 / total,
        )
        if (after < (best?.after ?? before) * (1 - 1e-9))
          best = {
            ...{ plus: plus.node, minus: minus.node, state, expectedV, before, after },
            band: K95 * Math.sqrt(known),
          }
      }
  }
  return best
}

/**
 * By node: its volts above the reference in a state, and how they vary together with those of every node and with what
 * every reader is off by. All that is asked of a pair is a difference of its two.
 */
function nodesIn(
  reference: string,
  estimate: GroundEstimate,
  nodes: readonly string[],
  state: string,
  withReader: readonly number[][],
): { node: string; volt: number; with: number[]; withReader: number[] }[] {
  const { volts, rows } = linearised(
    reference,
    estimate,
    nodes.map((node) => ({ id: node, plus: node, minus: reference, state })),
  )
  return nodes.map((node, i) => {
    const C = covarianceWith(estimate.posterior, rows[i]!)
    return {
      node,
      volt: volts[i]!,
      with: rows.map((row) => dot(C, row)),
      withReader: withReader.map((g) => dot(g, rows[i]!)),
    }
  })
}
