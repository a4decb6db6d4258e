import { familyOf } from '../curve/registry.ts'
import type { CircuitElement } from '../circuit/circuit.ts'
import { GROUND, PIN, PLUG_HIGH, type ChainSpec } from '../chain/spec.ts'
import { linspace } from '../math/linspace.ts'
import { heightOf, prepareChain } from '../chain/walk.ts'
import { portResistance } from '../circuit/port.ts'

/** One way a fault can be: the chain as it would then be, and what it does to the sensor itself. */
export type Variant = { label: string; spec: ChainSpec; sensorOhm?: (healthy: number) => number }

/** A fault is a change of the chain. `prior` is how often it is the cause, relative to the others. */
export type Fault = { id: string; name: string; remedy: string; prior: number; variants: (spec: ChainSpec) => Variant[] }

const inAll = (spec: ChainSpec, edit: (elements: CircuitElement[]) => CircuitElement[]): ChainSpec => {
  // the perfect chain stays what the device believes; the faults come in after it
  const circuits = spec.circuits.map((c, i) => (i === 0 ? c : { ...c, elements: edit(c.elements) }))
  return { ...spec, circuits }
}
const withValue = (elements: CircuitElement[], id: string, change: (e: CircuitElement) => CircuitElement): CircuitElement[] => elements.map((e) => (e.id === id ? change(e) : e))
const resistors = (spec: ChainSpec): (CircuitElement & { kind: 'resistor' })[] =>
  spec.circuits[0]!.elements.filter((e): e is CircuitElement & { kind: 'resistor' } => e.kind === 'resistor' && e.id.startsWith('pull '))
const decades = (low: number, high: number, perDecade = 6): number[] => {
  const steps = Math.round(Math.log10(high / low) * perDecade)
  return linspace(Math.log10(low), Math.log10(high), steps + 1).map((l) => 10 ** l)
}
const ohms = (v: number): string => (v >= 1000 ? `${(v / 1000).toPrecision(2)} kΩ` : `${v.toPrecision(2)} Ω`)

/** Faults of a resistive sensor behind a pull-up, each found by running the chain with it. */
export const FAULTS: Fault[] = [
  {
    id: 'wrong-curve', name: 'The table in the device was made for another sensor', prior: 4,
    remedy: 'Export the table again and enter it, cell by cell, then read it back.',
    variants: (spec) => {
      const family = familyOf(spec.sensor.family)
      const known = family.library.map((c) => ({ label: c.name, spec: { ...spec, table: tableFor(spec, (ohm) => family.inverse(c.curve, ohm)) } }))
      // and sensors of this shape with more or fewer ohms, for what the library does not hold
      const scaled = decades(0.05, 20, 8).filter((k) => Math.abs(Math.log(k)) > 0.1).map((k) => ({
        label: `a sensor of ${k.toPrecision(2)} times the ohms`, spec: { ...spec, table: tableFor(spec, (ohm) => family.inverse(spec.sensor.curve, ohm / k)) },
      }))
      return [...known, ...scaled]
    },
  },
  {
    id: 'other-sensor', name: 'Another sensor is fitted than the one that was measured', prior: 1,
    remedy: 'Unplug the sensor and measure its ohms at the temperature of the shed.',
    variants: (spec) => familyOf(spec.sensor.family).library.map((c) => ({
      label: c.name, spec,
      sensorOhm: (healthy) => familyOf(spec.sensor.family).forward(c.curve, familyOf(spec.sensor.family).inverse(spec.sensor.curve, healthy)),
    })),
  },
  {
    id: 'sensor-off', name: 'The sensor is off its curve, or not at the temperature of the shed', prior: 1,
    remedy: 'Let the engine stand longer and read again; then measure the sensor in ice.',
    variants: (spec) => [0.5, 0.7, 0.8, 0.85, 0.9, 0.95, 1.05, 1.1, 1.15, 1.2, 1.3, 1.5, 2].map((k) => ({ label: `${k < 1 ? '−' : '+'}${Math.abs((k - 1) * 100).toFixed(0)} % of its ohms`, spec, sensorOhm: (healthy) => healthy * k })),
  },
  {
    id: 'pull-up-missing', name: 'The pull-up is missing or switched off', prior: 3,
    remedy: 'Unplug the sensor: the pin must rise to the reference. Switch the pull-up on in the device, or fit it.',
    variants: (spec) => [{ label: '', spec: inAll(spec, (all) => all.filter((e) => !resistors(spec).some((r) => r.id === e.id))) }],
  },
  {
    id: 'pull-up-doubled', name: 'A second pull-up stands beside the first', prior: 2,
    remedy: 'Switch off the device’s own pull-up, or take the added one out; unplug whatever else feeds this sensor.',
    variants: (spec) => [1, 0.47, 0.22, 2.2, 4.7].flatMap((ratio) => resistors(spec).slice(0, 1).map((r) => ({
      label: `${ohms(r.ohm * ratio)} beside ${ohms(r.ohm)}`,
      spec: inAll(spec, (all) => withValue(all, r.id, (e) => ({ ...e, ohm: (r.ohm * ratio) / (1 + ratio) }) as CircuitElement)),
    }))),
  },
  {
    id: 'ground-resistance', name: 'Resistance in the sensor ground or the signal wire', prior: 3,
    remedy: 'Measure from the sensor plug’s ground to the device’s sensor-ground pin: under 1 Ω. Clean, re-crimp or replace.',
    variants: (spec) => decades(3, 3000).map((ohm) => ({ label: ohms(ohm), spec: inAll(spec, (all) => withValue(all, 'ground wire', (e) => ({ ...e, ohm }) as CircuitElement)) })),
  },
  {
    id: 'ground-offset', name: 'The sensor ground stands above the device’s ground', prior: 1,
    remedy: 'Measure from the sensor plug’s ground to the device’s ground with the loads on. Give the sensors their own ground wire to the device.',
    variants: (spec) => [-0.2, -0.1, -0.05, -0.02, 0.02, 0.03, 0.05, 0.1, 0.2, 0.4].map((volt) => ({
      label: `${(volt * 1000).toFixed(0)} mV`, spec: inAll(spec, (all) => withValue(all, 'ground offset', (e) => ({ ...e, volt }) as CircuitElement)),
    })),
  },
  {
    id: 'leak', name: 'The signal leaks to ground: wet or cracked insulation', prior: 1,
    remedy: 'Unplug both ends and measure the signal wire to ground: it must be open. Dry the plug, replace the cable.',
    variants: (spec) => decades(100, 100000, 4).map((ohm) => ({ label: ohms(ohm), spec: inAll(spec, (all) => [...all, { id: 'leak path', kind: 'resistor', a: PIN, b: GROUND, ohm }]) })),
  },
  {
    id: 'open', name: 'Open: a wire is broken or a pin is not home', prior: 3,
    remedy: 'Push every pin home, then check both wires for continuity from plug to plug.',
    variants: (spec) => [{ label: '', spec: inAll(spec, (all) => withValue(all, 'ground wire', (e) => ({ ...e, ohm: 1e9 }) as CircuitElement)) }],
  },
  {
    id: 'sensor-open', name: 'The sensor itself is open', prior: 1, remedy: 'Measure its ohms unplugged: no reading means a new sensor.',
    variants: (spec) => [{ label: '', spec, sensorOhm: () => 1e9 }],
  },
  {
    id: 'short', name: 'Short: the signal touches ground', prior: 2,
    remedy: 'Unplug the sensor: if the reading does not change, look for the short in the wire.',
    variants: (spec) => [{ label: '', spec: inAll(spec, (all) => [...all, { id: 'short path', kind: 'resistor', a: PLUG_HIGH, b: GROUND, ohm: 0.5 }]) }],
  },
]

/** What a device would hold if it believed another curve, over volts at its pin. */
function tableFor(spec: ChainSpec, inverse: (ohm: number) => number): ChainSpec['table'] {
  const chain = prepareChain(spec)
  const x: number[] = [], y: number[] = []
  const top = spec.converter?.referenceV ?? chain.ideal.outputs[0]!.openV
  for (const volt of linspace(0.01, 0.995, 200).map((s) => s * top)) {
    const ohm = portResistance(chain.ideal, 0, volt)
    if (!(ohm > 0) || Number.isNaN(heightOf(chain, 'pin', volt))) continue
    try { y.push(inverse(ohm)); x.push(volt) } catch { /* beyond that curve */ }
  }
  return { x, y, axis: 'V', beyond: 'hold' }
}
