import { normalStream, uniformStream } from '../math/index.ts'
import type { DoubtfulLoad, DoubtfulWire, Drop, Watched } from './estimate.ts'
import { linearised } from './estimate.ts'

/** Names of wires, what they join, ohms one would guess, and by what factor a guess is off (1σ of the logarithm). */
const WIRES: readonly [string, string, string, number, number][] = [
  ['engine strap', 'block', '-', 0.0008, 0.8],
  ['body strap', 'chassis', '-', 0.0006, 0.6],
  ['bulkhead bolt', 'bulkhead', 'chassis', 0.002, 1],
  ['head joint', 'head', 'block', 0.0005, 0.5],
  ['unit ground', 'unit', 'block', 0.004, 0.4],
  ['sensor ground', 'sensors', 'unit', 0.001, 0.3],
  ['display ground', 'display', 'bulkhead', 0.011, 0.5],
  ['tank strap', 'tank', 'chassis', 0.02, 0.8],
  ['nose stud', 'nose', 'chassis', 0.003, 0.7],
  ['lamp ground', 'lamps', 'nose', 0.01, 0.6],
]
/** What runs, where it returns, A, how well that is known, and when. */
const LOADS: readonly [string, string, number, number, string[]][] = [
  ['fan', 'nose', 18, 0.15, ['fans', 'all']],
  ['pump', 'tank', 8, 0.15, ['idle', 'fans', 'all']],
  ['coils', 'head', 6, 0.2, ['idle', 'fans', 'all']],
  ['injectors', 'block', 3, 0.2, ['idle', 'fans', 'all']],
  ['unit', 'unit', 1.5, 0.2, ['idle', 'fans', 'all']],
  ['display', 'display', 0.8, 0.3, ['idle', 'fans', 'all']],
  ['lamps', 'lamps', 10, 0.1, ['all']],
]
const READERS: readonly [string, string, string][] = [
  ['coolant', 'block', 'unit'],
  ['oil sender', 'block', 'display'],
  ['fuel', 'tank', 'display'],
  ['air', 'sensors', 'unit'],
]
export const STATES = ['idle', 'fans', 'all']

/** 1σ of a meter on its millivolt range. */
export const meterScatterV = (volt: number): number => 0.0004 + 0.005 * Math.abs(volt)

/** An invented vehicle: what one would guess of it, what is true of it, and a meter that scatters. */
export function seededVehicle(seed: number) {
  const uniform = uniformStream(seed)
  const normal = normalStream(uniform)
  const wires = WIRES.map(([id, a, b, ohm, doubt]): DoubtfulWire => ({
    ...{ id, a, b, doubt },
    ohm: ohm * Math.exp(0.5 * normal()),
  }))
  const loads = LOADS.map(([id, into, ampere, doubt, states]): DoubtfulLoad => ({
    ...{ id, into, states, doubt },
    ampere: ampere * Math.exp(0.2 * normal()),
  }))
  const truth = {
    wires: wires.map((w) => ({ ...w, ohm: w.ohm * Math.exp(w.doubt * normal()) })),
    loads: loads.map((l) => ({ ...l, ampere: l.ampere * Math.exp(l.doubt * normal()) })),
  }
  const readers = READERS.map(([id, plus, minus]): Watched => ({
    ...{ id, plus, minus, state: 'all', factor: 0.6 + 0.4 * uniform() },
    needV: 0.004 + 0.02 * uniform(),
  }))
  const nodes = ['-', ...new Set(wires.flatMap((w) => [w.a, w.b]).filter((n) => n !== '-'))]
  /** What the meter shows between two nodes of the true vehicle. */
  const measure = (plus: string, minus: string, state: string): Drop => {
    const { volts } = linearised('-', truth, [{ id: 'true', plus, minus, state }])
    const sigmaV = meterScatterV(volts[0]!)
    return {
      ...{ id: `${plus} to ${minus}, ${state}`, plus, minus, state, sigmaV },
      volt: volts[0]! + sigmaV * normal(),
    }
  }
  return { reference: '-', wires, loads, truth, readers, nodes, measure, uniform }
}
