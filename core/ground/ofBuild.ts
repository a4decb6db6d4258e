import { inputOf, wiredReads } from '../build/find.ts'
import type { Build, Id, Load, Measurement, Strap, WiredRead } from '../build/types.ts'
import { refusal } from '../error.ts'
import { reachedFrom } from './net.ts'
import { MEASURED_DOUBT, strapOhms } from './strapOhms.ts'
import {
  estimateGround,
  readerBands,
  type DoubtfulLoad,
  type DoubtfulWire,
  type Drop,
  type GroundEstimate,
  type Watched,
} from './estimate.ts'

/** Of a current out of a list of usual ones. */
const ASSUMED_LOAD_DOUBT = 0.2

/** A strap without the ohms of a measurement that was struck since. */
function asKnown({ measurements }: Build, strap: Strap): Strap {
  const from = strap.ohm?.from ?? []
  const struck = measurements.some((m) => m.struck && from.includes(m.id))
  return struck ? { ...strap, ohm: null } : strap
}

const loadAmpere = ({ ampere }: Load): Pick<DoubtfulLoad, 'ampere' | 'doubt'> => ({
  ampere: ampere.value,
  doubt: ampere.basis === 'measured' ? MEASURED_DOUBT : ASSUMED_LOAD_DOUBT,
})

/** 1σ of a hand-held meter on its millivolt range, V: half a per cent and the last digit. */
export const meterSigmaV = (volt: number): number => 0.0004 + 0.005 * Math.abs(volt)

/** A vehicle's grounds as a network with doubts, what was measured of it, and who stands on it. */
export type VehicleGround = {
  reference: Id
  wires: (DoubtfulWire & { cleanOhm: number; shield: boolean })[]
  loads: DoubtfulLoad[]
  drops: Drop[]
  /**
   * by reader: what its sensor and its converter stand on; none where no post is its device's ground, or one of the
   * two hangs from nothing
   */
  feet: Map<Id, Feet>
  /** posts from which nothing leads to the battery: what hangs there is left out of all the above */
  loose: Id[]
}

/** The grounds of a build; null where nothing is drawn yet, or no battery is among it. */
export function vehicleGround(build: Build): VehicleGround | null {
  const battery = build.posts.find((p) => p.kind === 'battery')
  if (!battery) return null
  const tied = reachedFrom(battery.id, build.straps)
  return {
    reference: battery.id,
    // what hangs from nothing carries nothing: it is left out, and named
    wires: build.straps
      .filter((s) => tied.has(s.a))
      .map((s) => ({
        id: s.id,
        a: s.a,
        b: s.b,
        shield: s.shield,
        ...strapOhms(asKnown(build, s)),
      })),
    loads: build.loads
      .filter((l) => tied.has(l.into))
      .map((l) => ({ id: l.id, into: l.into, states: l.runs, ...loadAmpere(l) })),
    drops: build.measurements
      .flatMap(asDrop)
      .filter((d) => tied.has(d.plus) && tied.has(d.minus) && d.plus !== d.minus),
    feet: feetOf(build, tied),
    loose: build.posts.filter((p) => !tied.has(p.id)).map((p) => p.id),
  }
}

function asDrop({ id, about, readings, struck }: Measurement): Drop[] {
  const read = readings.find((r) => r.role === 'drop')
  if (about.kind !== 'drop' || !read || struck) return []
  const { plus, minus, state } = about
  return [{ id, plus, minus, state, volt: read.value, sigmaV: meterSigmaV(read.value) }]
}

/** What a converter and the sensors it reads stand on. */
export type Feet = { sensor: Id; converter: Id }

/** By device: its ground, and where its sensors are grounded that stand nowhere else. */
export function feetOfDevices({ posts }: Build): Map<Id, Feet> {
  const grounds = new Map<Id, Id>()
  const sensors = new Map<Id, Id>()
  for (const p of posts) {
    if (p.device === null) continue
    if (p.kind === 'sensors') sensors.set(p.device, p.id)
    else grounds.set(p.device, p.id)
  }
  return new Map(
    [...grounds].map(([device, converter]) => [
      device,
      { converter, sensor: sensors.get(device) ?? converter },
    ]),
  )
}

function feetOf(build: Build, tied: ReadonlySet<Id>): VehicleGround['feet'] {
  const devices = feetOfDevices(build)
  const stands = new Map(build.stands.map((s) => [s.read, s.post]))
  const feet: VehicleGround['feet'] = new Map()
  for (const read of build.channels.flatMap(wiredReads)) {
    const usual = devices.get(inputOf(build, read.input).device.id)
    if (!usual) continue
    const { converter } = usual
    const sensor = stands.get(read.id) ?? usual.sensor
    if (tied.has(sensor) && tied.has(converter)) feet.set(read.id, { converter, sensor })
  }
  return feet
}

export type SolvedGround = {
  ground: VehicleGround
  estimate: GroundEstimate
  /**
   * by reader, in the state the vehicle is in: V its sensor's ground stands above its converter's, and its 95 %
   * half-width
   */
  offsets: Map<Id, { volt: number; band: number }>
}
/** Grounds worked out, or why they cannot be. */
export type SolvedOrWhyNot =
  { solved: SolvedGround; problem: null } | { solved: null; problem: string | null }

/** Draws for the bands that a chain takes: fewer than a page of their own shows. */
const CHAIN_DRAWS = 120

type Rests = [...unknown[]]
const known = new WeakMap<Build['posts'], { rests: Rests; solved: SolvedOrWhyNot }>()

/** The grounds of a build in the state it is in, worked out once for as long as nothing of them changes. */
export function solvedGround(build: Build): SolvedOrWhyNot {
  if (build.posts.length === 0) return { solved: null, problem: null }
  const { feet } = vehicleGround(build) ?? { feet: new Map<Id, never>() }
  const rests: Rests = [
    build.straps,
    build.loads,
    build.vehicle.state,
    JSON.stringify([...feet]),
    ...build.measurements.filter((m) => m.about.kind === 'drop' || m.about.kind === 'strap'),
  ]
  const before = known.get(build.posts)
  if (before?.rests.length === rests.length && before.rests.every((x, i) => x === rests[i]))
    return before.solved
  const solved = solve(build)
  known.set(build.posts, { rests, solved })
  return solved
}

function solve(build: Build): SolvedOrWhyNot {
  const ground = vehicleGround(build)
  if (!ground)
    return {
      solved: null,
      problem: 'No post of these grounds is the battery’s: add one, and straps that lead to it.',
    }
  try {
    const estimate = estimateGround(ground)
    const { state } = build.vehicle
    const watched = state === null ? [] : watchedIn(ground, state)
    const bands = readerBands(ground.reference, estimate, watched, CHAIN_DRAWS)
    return {
      solved: { ground, estimate, offsets: new Map(bands.map((b) => [b.id, b])) },
      problem: null,
    }
  } catch (error) {
    return { solved: null, problem: refusal(error).message }
  }
}

/** A drop counts as having measured a strap when it took so much of the doubt of its ohms away. */
const NARROWED = 0.6

/** Straps whose ohms are known by measuring: typed, or narrowed by volt drops. */
export function measuredStraps(build: Build, solved: SolvedGround | null): Set<Id> {
  const before = new Map(solved?.ground.wires.map((w) => [w.id, w.doubt]))
  const narrowed = (solved?.estimate.wires ?? [])
    .filter((w) => w.doubt < NARROWED * before.get(w.id)!)
    .map((w) => w.id)
  const typed = build.straps
    .filter((s) => asKnown(build, s).ohm?.basis === 'measured')
    .map((s) => s.id)
  return new Set([...narrowed, ...typed])
}

/** Every reader that stands on these grounds, its whole difference looked at in a state. */
export const watchedIn = ({ feet }: VehicleGround, state: Id): Watched[] =>
  [...feet].map(([id, { sensor, converter }]) => ({
    ...{ id, state, plus: sensor, minus: converter, factor: 1, needV: 1 },
  }))

/**
 * What a reader's sensor ground stands off in the state the vehicle is in, V, with the half-width that holds 95 %;
 * null where nobody looks at a state, the grounds say nothing of this reader, or somebody measured it at the pin: that
 * is better known than any network.
 */
export function offsetOf(build: Build, read: WiredRead): { volt: number; band: number } | null {
  if (build.vehicle.state === null || read.wire.groundOffsetV.basis === 'measured') return null
  return solvedGround(build).solved?.offsets.get(read.id) ?? null
}
