import type { ChainSpec } from '../../chain/spec.ts'
import { familyOf } from '../../curve/registry.ts'
import { orElse } from '../../error.ts'
import { linspace } from '../../math/linspace.ts'
import { figures, number, percent, say } from '../../quantity/said.ts'
import {
  bothWays,
  decades,
  onKinds,
  has,
  inAll,
  nominalOf,
  ohmsSaid,
  resistors,
  withPart,
  type Fault,
} from './fault.ts'

/** Faults of a sensor that gives volts, and of its three wires. */
export const OF_VOLTS: Fault[] = [
  {
    id: 'zero-shift',
    name: 'The sensor’s zero has moved',
    prior: 1.5,
    isPossible: onKinds('voltage'),
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
    isPossible: (spec) => onKinds('voltage')(spec) && has(spec, 'signal wire'),
    remedy: 'Push the pin home at both plugs, then check the signal wire for continuity.',
    variants: (spec) => [
      {
        label: '',
        spec: withPart(spec, 'signal wire', { ohm: 1e9 }),
      },
    ],
  },
  {
    id: 'supply-open',
    name: 'The sensor has no supply',
    prior: 2,
    isPossible: onKinds('voltage'),
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
    isPossible: onKinds('voltage'),
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
    isPossible: (spec) => onKinds('voltage')(spec) && has(spec, 'ground wire'),
    remedy:
      'Measure volts from the sensor’s ground at its plug to the device’s ground while it ' +
      'runs. Clean, re-crimp or replace.',
    variants: (spec) =>
      decades(1, 300, 8).map((ohm) => ({
        size: ohm,
        label: ohmsSaid(ohm),
        spec: withPart(spec, 'ground wire', { ohm }),
      })),
  },
  {
    id: 'supply-wrong',
    name: 'The sensor is fed with another voltage',
    prior: 1,
    isPossible: (spec) => onKinds('voltage')(spec) && has(spec, 'supply'),
    remedy:
      'Measure its supply at its plug. A ratiometric sensor must live on the rail the ' +
      'converter takes as its reference.',
    variants: (spec) =>
      spec.drive.kind === 'voltage' && spec.drive.nominalV !== null
        ? [
            ...linspace(2.5, 0.98 * nominalOf(spec), 16),
            ...linspace(1.02 * nominalOf(spec), 9, 20),
          ].map((volt) => ({
            size: volt,
            label: say('supply')`${figures(volt, 3)} V`,
            spec: withPart(spec, 'supply', { volt }),
          }))
        : [],
  },
  {
    id: 'short-supply',
    name: 'The signal touches the supply, or the two are exchanged',
    prior: 1.5,
    isPossible: onKinds('voltage'),
    remedy:
      'Unplug the sensor: if the pin stays at the supply, look for the short in the wire; if ' +
      'not, look at the order of the pins.',
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
    isPossible: onKinds('voltage'),
    remedy: 'Unplug the sensor: the pin must not rise. Switch the pull-up off in the device.',
    variants: (spec) =>
      resistors(spec).length > 0
        ? []
        : decades(300, 20000, 10).map((ohm) => ({
            size: ohm,
            label: ohmsSaid(ohm),
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
    isPossible: onKinds('voltage'),
    remedy:
      'Move it to one end: if the reading goes to the other, exchange the ends of the table, ' +
      'or the outer wires of a potentiometer.',
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
]

/** Shifts of a zero by shares of the signal's span over the range, [share, V]. */
function shares(spec: ChainSpec): [number, number][] {
  const family = familyOf(spec.sensor.family)
  const ends = spec.range.map((t) => {
    return orElse(() => family.forward(spec.sensor.curve, t), NaN)
  })
  const span = Math.abs(ends[1]! - ends[0]!) || nominalOf(spec)
  return bothWays(0.015, 0.4, 8).map((share) => [share, share * span])
}
