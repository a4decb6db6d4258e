import { EchtError, requireFinite, requirePositive } from '../error.ts'
import { aFunction, aNumber, aThing, everyOf, optional, thingWith } from '../expects.ts'
import { normalStream, uniformStream } from '../math/index.ts'
import {
  requirePickup,
  requireRate,
  requireWheel,
  degreesBetween,
  type Pickup,
  type Wheel,
} from './wheel.ts'

/** What may be wrong with a wheel, its pickup or its wiring. */
export type TriggerFaults = {
  /** the two leads exchanged, or an input that inverts */
  reversed?: boolean
  /** 1σ of white noise, V */
  noiseV?: number
  /** a tooth that stands off its place, degrees late; by its number from edge 0 */
  bentTooth?: { edge: number; lateDeg: number } | null
  /** teeth that are broken off, by their numbers */
  brokenTeeth?: readonly number[]
  /** the wheel runs out: the signal swings by this share once a turn */
  runout?: number
  /** the gap between pickup and wheel over what it should be: a wider gap gives less */
  gapRatio?: number
  /** bursts of a coil's noise: how many, and how high, V */
  bursts?: { count: number; volt: number } | null
  /** what the signal never gets beyond, V: a clamp, or a converter's end */
  limitV?: number
}

export type TriggerTask = TriggerFaults & {
  wheel: Wheel
  pickup: Pickup
  sampleHz: number
  durationS: number
  rpm: (timeS: number) => number
  seed?: number
}

export type SimulatedTrigger = {
  samples: Float32Array
  trueEdgesS: Float64Array
  trueCycleStartsS: Float64Array
}

/** Peak of a variable-reluctance pickup at one turn a minute and the usual gap, V. */
const VR_V_PER_RPM = 0.012
/** Half-width of a tooth's flux as a share of the nearest step. */
const FLUX_SHARE = 0.2
/** Peak of x·exp(−x²/2): the EMF of a flux that is bell-shaped. */
const EMF_PEAK = Math.exp(-0.5)
/** Amplitude falls with the gap by this factor for each time the usual gap. */
const GAP_FALL = 1.6
const HALL_HIGH_V = 5
const MOST_SAMPLES = 200_000_000

const FAULTS = thingWith({
  rpm: aFunction,
  seed: optional(aNumber),
  noiseV: optional(aNumber),
  runout: optional(aNumber),
  gapRatio: optional(aNumber),
  brokenTeeth: optional(everyOf(aNumber)),
})

/** Edges that are held at the most, and no engine turns quicker. */
const MOST_PASSINGS = 20_000_000
const MOST_RPM = 100_000

/**
 * What a pickup gives as a wheel turns at a given speed. A variable-reluctance pickup rises as a tooth comes and
 * falls through zero at its centre, by the speed; a Hall sensor stands at 5 V between teeth and at 0 over a tooth.
 * With `seed` the same each time. Sample i is at i / sampleHz; the wheel starts at a place drawn by the seed. Throws
 * `EchtError` `bad-wheel`, `unknown-pickup`, `not-a-number`, `not-positive`, `out-of-range` for more samples than can
 * be held.
 */
export function simulateTrigger(task: TriggerTask): SimulatedTrigger {
  aThing(task, 'The task')
  const wheel = requireWheel(task.wheel)
  const pickup = requirePickup(task.pickup)
  const sampleHz = requireRate(task.sampleHz)
  const length = Math.round(requirePositive(task.durationS, 'The duration') * sampleHz)
  if (length > MOST_SAMPLES || length < 1)
    throw new EchtError(
      'out-of-range',
      `${length} samples cannot be held: take a lower rate or a shorter time.`,
    )
  FAULTS(task, 'The task')
  const uniform = uniformStream(task.seed ?? 1)
  const normal = normalStream(uniform)
  const turning = turned({
    ...task,
    wheel,
    sampleHz,
    length,
    start: uniform() * wheel.cycleDegrees,
  })
  const { samples, ...truth } = pickup === 'vr' ? asVr(turning, task) : asHall(turning, task)
  spoil(samples, task, { normal, uniform, sampleHz })
  return { samples, ...truth }
}

type Turning = ReturnType<typeof turned>

/** Where the wheel stands at every sample, and when its edges pass. */
function turned({
  wheel,
  sampleHz,
  length,
  rpm,
  start,
}: {
  wheel: Wheel
  sampleHz: number
  length: number
  rpm: (timeS: number) => number
  start: number
}) {
  const angle = new Float64Array(length)
  const speed = new Float32Array(length)
  const edges: number[] = []
  const starts: number[] = []
  const { cycleDegrees: cycle, edgesDegrees } = wheel
  let [turns, at] = [0, start]
  let next = edgesDegrees.findIndex((e) => e > start)
  if (next < 0) [next, turns] = [0, 1]
  let before = requireFinite(rpm(0), 'The speed at 0 s')
  for (let i = 0; i < length; i++) {
    const now =
      i === 0 ? before : requireFinite(rpm(i / sampleHz), `The speed at ${i / sampleHz} s`)
    if (now < 0 || now > MOST_RPM)
      throw new EchtError(
        'out-of-range',
        now < 0
          ? `At ${i / sampleHz} s the engine turns backwards.`
          : `At ${i / sampleHz} s it turns at ${now} rpm: ${MOST_RPM} at the most.`,
      )
    const moved = i === 0 ? 0 : (3 * (before + now)) / sampleHz
    const then = at + moved
    if (edges.length > MOST_PASSINGS)
      throw new EchtError(
        'out-of-range',
        `More than ${MOST_PASSINGS} teeth pass: take a shorter time, or fewer turns.`,
      )
    for (let due = turns * cycle + edgesDegrees[next]!; then >= due;) {
      const timeS = (i - 1 + (due - at) / moved) / sampleHz
      edges.push(timeS)
      if (next === 0) starts.push(timeS)
      next++
      if (next === edgesDegrees.length) [next, turns] = [0, turns + 1]
      due = turns * cycle + edgesDegrees[next]!
    }
    at = then
    before = now
    angle[i] = at
    speed[i] = now
  }
  return { wheel, angle, speed, edges, starts }
}

/** The edges as they stand on a wheel that is not as it should be. */
function spoiledEdges({ wheel }: Turning, { bentTooth, brokenTeeth }: TriggerFaults) {
  const broken = new Set(brokenTeeth ?? [])
  return wheel.edgesDegrees
    .map((e, i) => ({
      at: e + (bentTooth?.edge === i ? bentTooth.lateDeg : 0),
      broken: broken.has(i),
    }))
    .filter((e) => !e.broken)
    .map((e) => e.at)
}

const truthOf = ({ edges, starts }: Turning) => ({
  trueEdgesS: Float64Array.from(edges),
  trueCycleStartsS: Float64Array.from(starts),
})

function asVr(turning: Turning, task: TriggerFaults): SimulatedTrigger {
  const { wheel, angle, speed } = turning
  const edges = spoiledEdges(turning, task)
  const { cycleDegrees: cycle } = wheel
  const width = FLUX_SHARE * Math.min(...degreesBetween(wheel))
  const scale = (VR_V_PER_RPM / EMF_PEAK) * GAP_FALL ** (1 - (task.gapRatio ?? 1))
  const runout = task.runout ?? 0
  const samples = new Float32Array(angle.length)
  const { length: n } = edges
  let near = 0
  for (let i = 0; i < angle.length; i++) {
    const at = angle[i]! % cycle
    // the tooth that is nearest before, found by moving on
    while (near > 0 && edges[near]! > at) near--
    while (near < n - 1 && edges[near + 1]! <= at) near++
    let sum = 0
    for (let k = near - 1; k <= near + 2; k++) {
      const turn = k < 0 ? -cycle : k >= n ? cycle : 0
      const x = (at - (edges[(k + n) % n]! + turn)) / width
      if (x > -6 && x < 6) sum -= x * Math.exp((-x * x) / 2)
    }
    const swing = runout === 0 ? 1 : 1 + runout * Math.sin((angle[i]! * Math.PI) / 180)
    samples[i] = scale * speed[i]! * sum * swing
  }
  return { samples, ...truthOf(turning) }
}

function asHall(turning: Turning, task: TriggerFaults): SimulatedTrigger {
  const { wheel, angle } = turning
  const edges = spoiledEdges(turning, task)
  const width = Math.min(...degreesBetween(wheel)) / 2
  const samples = new Float32Array(angle.length)
  const { cycleDegrees: cycle } = wheel
  let near = 0
  for (let i = 0; i < angle.length; i++) {
    const at = angle[i]! % cycle
    while (near > 0 && edges[near]! > at) near--
    while (near < edges.length - 1 && edges[near + 1]! <= at) near++
    const over = at >= edges[near]! ? at - edges[near]! : at + cycle - edges[edges.length - 1]!
    samples[i] = over < width ? 0 : HALL_HIGH_V
  }
  return { samples, ...truthOf(turning) }
}

/** Leads, noise, bursts and the end of the range, over a signal as it should be. */
function spoil(
  samples: Float32Array,
  { reversed, pickup, noiseV, bursts, limitV }: TriggerFaults & { pickup: Pickup },
  { normal, uniform, sampleHz }: { normal: () => number; uniform: () => number; sampleHz: number },
): void {
  if (reversed)
    for (let i = 0; i < samples.length; i++)
      samples[i] = pickup === 'vr' ? -samples[i]! : HALL_HIGH_V - samples[i]!
  const sigma = noiseV ?? 0
  if (sigma > 0) for (let i = 0; i < samples.length; i++) samples[i]! += sigma * normal()
  for (let b = 0; b < (bursts?.count ?? 0); b++) {
    const at = Math.floor(uniform() * samples.length)
    // a coil rings at some ten kilohertz for a quarter of a millisecond
    for (let i = at; i < Math.min(samples.length, at + sampleHz * 5e-4); i++) {
      const t = (i - at) / sampleHz
      samples[i]! += bursts!.volt * Math.exp(-t / 1e-4) * Math.cos(2 * Math.PI * 12e3 * t)
    }
  }
  const limit = limitV ?? Infinity
  if (limit < Infinity)
    for (let i = 0; i < samples.length; i++)
      samples[i] = Math.max(-limit, Math.min(limit, samples[i]!))
}
