import type { Build, Id, Measurement, Strap } from '../core/build/index.ts'
import { solveCircuit } from '../core/index.ts'
import {
  estimateGround,
  JOINTS,
  meterSigmaV,
  readerBands,
  vehicleGround,
  watchedIn,
} from '../core/ground/index.ts'
import { normalStream, uniformStream } from '../core/math/index.ts'
import { wireOhm } from '../core/standards/index.ts'
import { saltmarshNine } from '../demo/saltmarshNine.ts'

/** A wire of which length and size were looked at, and a current out of a list: 1σ of their logarithms. */
const WIRE = 0.08
const LOAD = 0.2
/** Where nothing runs both are nothing, but for rounding. */
const ROUNDING_V = 1e-12

const JOINT_KINDS = Object.keys(JOINTS) as Strap['jointA'][]

/** Ohms and amperes as they really are, each joint drawn by itself, about what is believed of one like it. */
function drawnVehicle(build: Build, normal: () => number) {
  const joint = (kind: Strap['jointA']): number =>
    JOINTS[kind].ohm * Math.exp(JOINTS[kind].doubt * normal())
  const ohms = new Map(
    build.straps.map((s) => {
      const metal = s.wire ? wireOhm(s.wire) * Math.exp(WIRE * normal()) : 0
      return [s.id, metal + joint(s.jointA) + joint(s.jointB)]
    }),
  )
  const amperes = new Map(
    build.loads.map((l) => [l.id, l.ampere.value * Math.exp(LOAD * normal())]),
  )
  return { ohms, amperes }
}

/** Volts of every post above the battery's in a state, by the nodal equations of the true vehicle. */
function trueVolts(
  build: Build,
  reference: Id,
  { ohms, amperes }: ReturnType<typeof drawnVehicle>,
  state: Id,
): Record<Id, number> {
  const { voltage } = solveCircuit({
    reference,
    elements: [
      ...build.straps.map(({ id, a, b }) => ({
        ...{ id, a, b },
        kind: 'resistor' as const,
        ohm: ohms.get(id)!,
      })),
      ...build.loads
        .filter((l) => l.runs.includes(state))
        .map((l) => ({
          ...{ id: l.id, from: reference, to: l.into },
          kind: 'current' as const,
          ampere: amperes.get(l.id)!,
        })),
    ],
  })
  return voltage
}

/**
 * Vehicles wired as the sample is, their joints and currents drawn by chance, with so many drops read: how often the
 * true offset of each reader lies within its band.
 */
export function groundBands(
  drops: number,
  vehicles: number,
  seed: number,
  draws?: number,
): { inside: number; of: number; byReader: Record<Id, [inside: number, of: number]> } {
  const sample = saltmarshNine()
  const byReader: Record<Id, [number, number]> = {}
  for (let k = 0; k < vehicles; k++) {
    const uniform = uniformStream(seed * 10_000 + k)
    const normal = normalStream(uniform)
    const pick = <T>(list: readonly T[]): T => list[Math.floor(uniform() * list.length)]!
    const plain: Build = {
      ...sample,
      straps: sample.straps.map((s) => ({
        ...s,
        ohm: null,
        jointA: pick(JOINT_KINDS),
        jointB: pick(JOINT_KINDS),
      })),
      loads: sample.loads.map((l) => ({ ...l, ampere: { ...l.ampere, basis: 'assumed' } })),
      measurements: sample.measurements.filter((m) => m.about.kind !== 'drop'),
    }
    const { reference, loose } = vehicleGround(plain)!
    const truth = drawnVehicle(plain, normal)
    const tied = plain.posts.filter((p) => !loose.includes(p.id)).map((p) => p.id)
    const states = plain.states.map((s) => s.id)
    const volts = new Map(states.map((s) => [s, trueVolts(plain, reference, truth, s)]))
    const read = Array.from({ length: drops }, (_, i): Measurement => {
      const [plus, state] = [pick(tied), pick(states)]
      const minus = pick(tied.filter((p) => p !== plus))
      const volt = volts.get(state)![plus]! - volts.get(state)![minus]!
      const value = volt + meterSigmaV(volt) * normal()
      return {
        ...{ id: `drop-${i}`, at: '2026-05-02T10:00:00Z', by: '', method: 'typed', note: '' },
        about: { kind: 'drop', plus, minus, state },
        struck: null,
        readings: [{ role: 'drop', typed: String(value), unit: 'V', value, instrument: null }],
      }
    })
    const ground = vehicleGround({
      ...plain,
      measurements: [...plain.measurements, ...read],
    })!
    const state = pick(states)
    const bands = readerBands(reference, estimateGround(ground), watchedIn(ground, state), draws)
    for (const { id, volt, band } of bands) {
      const { sensor, converter } = ground.feet.get(id)!
      if (sensor === converter) continue
      const count = (byReader[id] ??= [0, 0])
      count[1]++
      const there = volts.get(state)!
      if (Math.abs(there[sensor]! - there[converter]! - volt) <= band + ROUNDING_V) count[0]++
    }
  }
  const sum = (i: 0 | 1): number => Object.values(byReader).reduce((n, c) => n + c[i], 0)
  return { inside: sum(0), of: sum(1), byReader }
}
