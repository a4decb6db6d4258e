import {
  engineering,
  figures,
  number,
  percent,
  say,
  type Phrase,
  type Said,
} from '../quantity/said.ts'
import { orElse } from '../error.ts'
import { familyOf } from '../curve/registry.ts'
import type { CircuitElement } from '../circuit/circuit.ts'
import type { ChainSpec } from '../chain/spec.ts'
import { PART } from '../network/index.ts'
import { linspace } from '../math/linspace.ts'
import { heightOf, STAGE } from '../chain/stages.ts'
import { prepareChain } from '../chain/chain.ts'
import type { SignalKind } from '../curve/family.ts'

/** One way a fault can be: the chain as it would then be, and what it does to the element's own signal. */
export type Variant = {
  label: Phrase
  spec: ChainSpec
  signal?: (healthy: number) => number
  /** of a fault that comes in any size: this one, neighbours in order beside it */
  size?: number
}

/**
 * A fault is a change of the chain. `prior` is how often it is the cause, relative to the others: nobody has counted,
 * so they differ little, and two faults that read alike are never told apart by it.
 */
export type Fault = {
  id: string
  name: string
  remedy: string
  prior: number
  /** kinds of element it can befall */ of: SignalKind[]
  variants: (spec: ChainSpec) => Variant[]
}

const inAll = (
  spec: ChainSpec,
  edit: (elements: CircuitElement[]) => CircuitElement[],
): ChainSpec => {
  // the perfect chain stays what the device believes; the faults come in after it
  const circuits = spec.circuits.map((c, i) => (i === 0 ? c : { ...c, elements: edit(c.elements) }))
  return { ...spec, circuits }
}
const withValue = (
  elements: CircuitElement[],
  id: string,
  change: (e: CircuitElement) => CircuitElement,
): CircuitElement[] => elements.map((e) => (e.id === id ? change(e) : e))
const resistors = (spec: ChainSpec): (CircuitElement & { kind: 'resistor' })[] =>
  spec.circuits[0]!.elements.filter(
    (e): e is CircuitElement & { kind: 'resistor' } =>
      e.kind === 'resistor' && e.id.startsWith(PART.pull('')),
  )
const decades = (low: number, high: number, perDecade = 6): number[] => {
  const steps = Math.round(Math.log10(high / low) * perDecade)
  return linspace(Math.log10(low), Math.log10(high), steps + 1).map((l) => 10 ** l)
}
const ohms = (v: number): Said => say('ohms')`${engineering(v, 'Ω', 2)}`

/** Sizes either way of nothing, from the most negative up. */
const bothWays = (least: number, most: number, perDecade: number): number[] => {
  const sizes = decades(least, most, perDecade)
  return [...sizes.toReversed().map((v) => -v), ...sizes]
}
/** Shares of its ohms that a sensor off its curve may have. */
const SHARES_OFF = bothWays(0.04, 0.7, 12).map(Math.exp)
/** Edges for each that should be: doubled, halved, a tooth or a few lost or added. */
const EDGES_OFF = [1 / 3, 0.5, 2, 3, ...bothWays(0.015, 0.2, 12).map(Math.exp)]

/** Every fault, each found by running the chain with it. */
export const FAULTS: Fault[] = [
  {
    id: 'wrong-curve',
    name: 'The table in the device was made for another sensor',
    prior: 2,
    of: ['resistance', 'voltage', 'frequency'],
    remedy: 'Export the table again and enter it, cell by cell, then read it back.',
    variants: (spec) => {
      const family = familyOf(spec.sensor.family)
      const known = family.library.map((c) => ({
        label: c.name,
        spec: { ...spec, table: tableFor(spec, (signal) => family.inverse(c.curve, signal)) },
      }))
      // and sensors of this shape with more or fewer ohms, for what the library does not hold
      const scaled = decades(0.05, 20, 12)
        .filter((k) => Math.abs(Math.log(k)) > 0.1)
        .map((k) => ({
          size: k,
          label: say(
            'scaled',
          )`a sensor of ${figures(k, 2)} times the ${spec.drive.kind === 'resistance' ? 'ohms' : 'signal'}`,
          spec: {
            ...spec,
            table: tableFor(spec, (signal) => family.inverse(spec.sensor.curve, signal / k)),
          },
        }))
      return [...known, ...scaled]
    },
  },
  {
    id: 'other-sensor',
    name: 'Another sensor is fitted than the one that was measured',
    prior: 1,
    of: ['resistance', 'voltage', 'frequency'],
    remedy: 'Unplug the sensor and measure its ohms at the temperature of the shed.',
    variants: (spec) =>
      familyOf(spec.sensor.family).library.map((c) => ({
        label: c.name,
        spec,
        signal: (healthy) =>
          familyOf(spec.sensor.family).forward(
            c.curve,
            familyOf(spec.sensor.family).inverse(spec.sensor.curve, healthy),
          ),
      })),
  },
  {
    id: 'sensor-off',
    name: 'The sensor is off its curve, or not at the temperature of the shed',
    prior: 1,
    of: ['resistance'],
    remedy: 'Let the engine stand longer and read again; then measure the sensor in ice.',
    variants: (spec) =>
      SHARES_OFF.map((k) => ({
        size: k,
        label: say('off')`${k < 1 ? '−' : '+'}${percent(Math.abs(k - 1))} of its ohms`,
        spec,
        signal: (healthy) => healthy * k,
      })),
  },
  {
    id: 'pull-up-missing',
    name: 'The pull-up is missing or switched off',
    prior: 1.5,
    of: ['resistance'],
    remedy:
      'Unplug the sensor: the pin must rise to the reference. Switch the pull-up on in the device, or fit it.',
    variants: (spec) => [
      {
        label: '',
        spec: inAll(spec, (all) => all.filter((e) => !resistors(spec).some((r) => r.id === e.id))),
      },
    ],
  },
  {
    id: 'pull-up-doubled',
    name: 'A second pull-up stands beside the first',
    prior: 1.5,
    of: ['resistance'],
    remedy:
      'Switch off the device’s own pull-up, or take the added one out; unplug whatever else feeds this sensor.',
    variants: (spec) =>
      decades(0.1, 10, 12).flatMap((ratio) =>
        resistors(spec)
          .slice(0, 1)
          .map((r) => ({
            size: ratio,
            label: say('beside')`${ohms(r.ohm * ratio)} beside ${ohms(r.ohm)}`,
            spec: inAll(spec, (all) =>
              withValue(
                all,
                r.id,
                (e) => ({ ...e, ohm: (r.ohm * ratio) / (1 + ratio) }) as CircuitElement,
              ),
            ),
          })),
      ),
  },
  {
    id: 'ground-resistance',
    name: 'Resistance in the sensor ground or the signal wire',
    prior: 1.5,
    of: ['resistance'],
    remedy:
      'Measure from the sensor plug’s ground to the device’s sensor-ground pin: under 1 Ω. Clean, re-crimp or replace.',
    variants: (spec) =>
      decades(3, 3000, 8).map((ohm) => ({
        size: ohm,
        label: ohms(ohm),
        spec: inAll(spec, (all) =>
          withValue(all, PART.groundWire(spec.read), (e) => ({ ...e, ohm }) as CircuitElement),
        ),
      })),
  },
  {
    id: 'ground-offset',
    name: 'The sensor ground stands above the device’s ground',
    prior: 1,
    of: ['resistance', 'voltage'],
    remedy:
      'Measure from the sensor plug’s ground to the device’s ground with the loads on. Give the sensors their own ground wire to the device.',
    variants: (spec) =>
      bothWays(0.01, 0.5, 8).map((volt) => ({
        size: volt,
        label: say('offset')`${number(volt * 1000)} mV`,
        spec: inAll(spec, (all) =>
          withValue(all, PART.return(spec.read), (e) => ({ ...e, volt }) as CircuitElement),
        ),
      })),
  },
  {
    id: 'leak',
    name: 'The signal leaks to ground: wet or cracked insulation',
    prior: 1,
    of: ['resistance'],
    remedy:
      'Unplug both ends and measure the signal wire to ground: it must be open. Dry the plug, replace the cable.',
    variants: (spec) =>
      decades(100, 100000, 8).map((ohm) => ({
        size: ohm,
        label: ohms(ohm),
        spec: inAll(spec, (all) => [
          ...all,
          { id: 'leak path', kind: 'resistor', a: spec.nodes.pin, b: spec.nodes.ground, ohm },
        ]),
      })),
  },
  {
    id: 'open',
    name: 'Open: a wire is broken or a pin is not home',
    prior: 2,
    of: ['resistance'],
    remedy: 'Push every pin home, then check both wires for continuity from plug to plug.',
    variants: (spec) => [
      {
        label: '',
        spec: inAll(spec, (all) =>
          withValue(all, PART.groundWire(spec.read), (e) => ({ ...e, ohm: 1e9 }) as CircuitElement),
        ),
      },
    ],
  },
  {
    id: 'sensor-open',
    name: 'The sensor itself is open',
    prior: 1.5,
    of: ['resistance'],
    remedy: 'Measure its ohms unplugged: no reading means a new sensor.',
    variants: (spec) => [{ label: '', spec, signal: () => 1e9 }],
  },
  {
    id: 'short',
    name: 'Short: the signal touches ground',
    prior: 1.5,
    of: ['resistance', 'voltage'],
    remedy: 'Unplug the sensor: if the reading does not change, look for the short in the wire.',
    variants: (spec) =>
      decades(0.05, 30, 4).map((ohm) => ({
        size: ohm,
        label: ohms(ohm),
        spec: inAll(spec, (all) => [
          ...all,
          { id: 'short path', kind: 'resistor', a: spec.nodes.high, b: spec.nodes.ground, ohm },
        ]),
      })),
  },
  {
    id: 'zero-shift',
    name: 'The sensor’s zero has moved',
    prior: 1.5,
    of: ['voltage'],
    remedy:
      'Bring it to a truth you know (open to the air, closed, empty) and read its volts at its own plug.',
    variants: (spec) =>
      shares(spec).map(([share, volt]) => ({
        size: share,
        label: say('shift')`${number(volt * 1000)} mV, ${percent(share)} of its span`,
        spec,
        signal: (healthy) => healthy + volt,
      })),
  },
  {
    id: 'signal-open',
    name: 'The signal wire is open',
    prior: 2,
    of: ['voltage'],
    remedy: 'Push the pin home at both plugs, then check the signal wire for continuity.',
    variants: (spec) => [
      {
        label: '',
        spec: inAll(spec, (all) =>
          withValue(all, PART.signalWire(spec.read), (e) => ({ ...e, ohm: 1e9 }) as CircuitElement),
        ),
      },
    ],
  },
  {
    id: 'supply-open',
    name: 'The sensor has no supply',
    prior: 2,
    of: ['voltage'],
    remedy:
      'Measure between supply and ground at its plug, plugged in. Look for a blown feed or a pin that is not home.',
    variants: (spec) =>
      linspace(0, 0.05, 6).map((share) => ({
        label: '',
        size: share,
        spec,
        signal: () => share * nominalOf(spec),
      })),
  },
  {
    id: 'ground-open',
    name: 'The sensor’s ground is open',
    prior: 1.5,
    of: ['voltage'],
    remedy:
      'Measure from the ground at its plug to the device’s ground: it must be below 5 mV, not near the supply.',
    // what is inside still draws its output up, to a little below the supply
    variants: (spec) =>
      linspace(0.85, 1.02, 12).map((share) => ({
        label: '',
        size: share,
        spec,
        signal: () => share * nominalOf(spec),
      })),
  },
  {
    id: 'ground-wire',
    name: 'Resistance in the sensor’s ground wire',
    prior: 1.5,
    of: ['voltage'],
    remedy:
      'Measure volts from the sensor’s ground at its plug to the device’s ground while it runs. Clean, re-crimp or replace.',
    variants: (spec) =>
      decades(1, 300, 8).map((ohm) => ({
        size: ohm,
        label: ohms(ohm),
        spec: inAll(spec, (all) =>
          withValue(all, PART.groundWire(spec.read), (e) => ({ ...e, ohm }) as CircuitElement),
        ),
      })),
  },
  {
    id: 'supply-wrong',
    name: 'The sensor is fed with another voltage',
    prior: 1,
    of: ['voltage'],
    remedy:
      'Measure its supply at its plug. A ratiometric sensor must live on the rail the converter takes as its reference.',
    variants: (spec) =>
      spec.drive.kind === 'voltage' && spec.drive.nominalV !== null
        ? [
            ...linspace(2.5, 0.98 * nominalOf(spec), 16),
            ...linspace(1.02 * nominalOf(spec), 9, 20),
          ].map((volt) => ({
            size: volt,
            label: say('supply')`${figures(volt, 3)} V`,
            spec: inAll(spec, (all) =>
              withValue(all, PART.supply(spec.input), (e) => ({ ...e, volt }) as CircuitElement),
            ),
          }))
        : [],
  },
  {
    id: 'short-supply',
    name: 'The signal touches the supply, or the two are exchanged',
    prior: 1.5,
    of: ['voltage'],
    remedy:
      'Unplug the sensor: if the pin stays at the supply, look for the short in the wire; if not, look at the order of the pins.',
    variants: (spec) => [
      {
        label: '',
        spec: inAll(spec, (all) => [
          ...all,
          {
            id: 'touched rail',
            kind: 'voltage',
            plus: 'touched rail',
            minus: spec.nodes.ground,
            volt: nominalOf(spec),
          },
          { id: 'touch', kind: 'resistor', a: 'touched rail', b: spec.nodes.high, ohm: 0.5 },
        ]),
      },
    ],
  },
  {
    id: 'pull-left-on',
    name: 'A pull-up is switched on at a voltage input',
    prior: 1,
    of: ['voltage'],
    remedy: 'Unplug the sensor: the pin must not rise. Switch the pull-up off in the device.',
    variants: (spec) =>
      resistors(spec).length > 0
        ? []
        : decades(300, 20000, 10).map((ohm) => ({
            size: ohm,
            label: ohms(ohm),
            spec: inAll(spec, (all) => [
              ...all,
              {
                id: 'pull rail',
                kind: 'voltage',
                plus: 'pull rail',
                minus: spec.nodes.ground,
                volt: 5,
              },
              { id: 'left pull', kind: 'resistor', a: 'pull rail', b: spec.nodes.pin, ohm },
            ]),
          })),
  },
  {
    id: 'reversed',
    name: 'The two ends are exchanged',
    prior: 1.5,
    of: ['voltage'],
    remedy:
      'Move it to one end: if the reading goes to the other, exchange the ends of the table, or the outer wires of a potentiometer.',
    variants: (spec) => {
      const family = familyOf(spec.sensor.family)
      return [
        {
          label: '',
          spec,
          signal: (healthy) => {
            const t = family.inverse(spec.sensor.curve, healthy)
            return family.forward(spec.sensor.curve, spec.range[0] + spec.range[1] - t)
          },
        },
      ]
    },
  },
  {
    id: 'no-edges',
    name: 'No edge reaches the counter',
    prior: 2,
    of: ['frequency'],
    remedy:
      'Turn the wheel by hand and watch the pin with a meter: it must step between low and high. Look at the gap, the pull-up, the input’s threshold and the pins.',
    variants: (spec) => [{ label: '', spec, signal: () => 0 }],
  },
  {
    id: 'edges-multiplied',
    name: 'Edges are counted twice, or some are lost',
    prior: 2,
    of: ['frequency'],
    remedy:
      'Count one edge only, rising or falling. Too wide a gap loses teeth, noise beside a coil wire adds some.',
    variants: (spec) =>
      EDGES_OFF.map((k) => ({
        label: say('edges')`${figures(k, 3)} times as many`,
        spec,
        signal: (healthy) => healthy * k,
      })),
  },
]

/** The supply a sensor's curve is stated for, V; 5 where it has its own regulator. */
const nominalOf = (spec: ChainSpec): number =>
  spec.drive.kind === 'voltage' ? (spec.drive.nominalV ?? 5) : 5

/** Shifts of a zero by shares of the signal's span over the range, [share, V]. */
function shares(spec: ChainSpec): [number, number][] {
  const family = familyOf(spec.sensor.family)
  const ends = spec.range.map((t) => {
    return orElse(() => family.forward(spec.sensor.curve, t), NaN)
  })
  const span = Math.abs(ends[1]! - ends[0]!) || nominalOf(spec)
  return bothWays(0.015, 0.4, 8).map((share) => [share, share * span])
}

/** What a device would hold if it believed another curve, over what stands at its pin. */
function tableFor(spec: ChainSpec, inverse: (signal: number) => number): ChainSpec['table'] {
  const chain = prepareChain(spec)
  const x: number[] = [],
    y: number[] = []
  const ends = spec.range.map((t) => {
    return orElse(() => chain.ideal.toPin(chain.signalAt(t)), 0)
  })
  const top = spec.converter
    ? spec.converter.full / spec.converter.perUnit
    : Number.isNaN(chain.ideal.openV)
      ? 1.2 * Math.max(...ends)
      : Math.max(chain.ideal.openV, ...ends)
  for (const atPin of linspace(0.01, 0.995, 200).map((s) => s * top)) {
    const signal = chain.ideal.fromPin(atPin)
    if (!Number.isFinite(signal) || Number.isNaN(heightOf(chain, STAGE.pin, atPin))) continue
    const truth = orElse(() => inverse(signal), null)
    if (truth === null) continue
    y.push(truth)
    x.push(atPin)
  }
  return { x, y, axis: spec.drive.kind === 'frequency' ? 'Hz' : 'V', beyond: 'hold' }
}
