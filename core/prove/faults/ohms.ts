import { number, percent, say } from '../../quantity/said.ts'
import {
  bothWays,
  decades,
  onKinds,
  has,
  inAll,
  leadsCancel,
  ohmsSaid,
  resistors,
  withElement,
  withPart,
  type Fault,
} from './fault.ts'

/** Shares of its ohms that a sensor off its curve may have. */
const SHARES_OFF = bothWays(0.04, 0.7, 12).map(Math.exp)

/** Faults of a sensor read by its ohms, and of its wires and pull-up. */
export const OF_OHMS: Fault[] = [
  {
    id: 'sensor-off',
    name: 'The sensor is off its curve, or not at the temperature of the shed',
    prior: 1,
    isPossible: onKinds('resistance'),
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
    isPossible: onKinds('resistance'),
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
    isPossible: onKinds('resistance'),
    remedy:
      'Switch off the device’s own pull-up, or take the added one out; unplug whatever else feeds this sensor.',
    variants: (spec) =>
      decades(0.1, 10, 12).flatMap((ratio) =>
        resistors(spec)
          .slice(0, 1)
          .map((r) => ({
            size: ratio,
            label: say('beside')`${ohmsSaid(r.ohm * ratio)} beside ${ohmsSaid(r.ohm)}`,
            spec: withElement(spec, r.id, { ohm: (r.ohm * ratio) / (1 + ratio) }),
          })),
      ),
  },
  {
    id: 'ground-resistance',
    name: 'Resistance in the sensor ground or the signal wire',
    prior: 1.5,
    // three and four wires take their own ohms off
    isPossible: (spec) => onKinds('resistance')(spec) && !leadsCancel(spec),
    remedy:
      'Measure from the sensor plug’s ground to the device’s sensor-ground pin: under 1 Ω. ' +
      'Clean, re-crimp or replace.',
    variants: (spec) =>
      decades(3, 3000, 8).map((ohm) => ({
        size: ohm,
        label: ohmsSaid(ohm),
        spec: withPart(spec, 'ground wire', { ohm }),
      })),
  },
  {
    id: 'ground-offset',
    name: 'The sensor ground stands above the device’s ground',
    prior: 1,
    isPossible: (spec) => onKinds('resistance', 'voltage')(spec) && has(spec, 'return'),
    remedy:
      'Measure from the sensor plug’s ground to the device’s ground with the loads on. Give ' +
      'the sensors their own ground wire to the device.',
    variants: (spec) =>
      bothWays(0.01, 0.5, 8).map((volt) => ({
        size: volt,
        label: say('offset')`${number(volt * 1000)} mV`,
        spec: withPart(spec, 'return', { volt }),
      })),
  },
  {
    id: 'leak',
    name: 'The signal leaks to ground: wet or cracked insulation',
    prior: 1,
    isPossible: onKinds('resistance'),
    remedy:
      'Unplug both ends and measure the signal wire to ground: it must be open. Dry the plug, replace the cable.',
    variants: (spec) =>
      decades(100, 100000, 8).map((ohm) => ({
        size: ohm,
        label: ohmsSaid(ohm),
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
    isPossible: onKinds('resistance'),
    remedy: 'Push every pin home, then check both wires for continuity from plug to plug.',
    variants: (spec) => [
      {
        label: '',
        spec: withPart(spec, 'ground wire', { ohm: 1e9 }),
      },
    ],
  },
  {
    id: 'sensor-open',
    name: 'The sensor itself is open',
    prior: 1.5,
    isPossible: onKinds('resistance'),
    remedy: 'Measure its ohms unplugged: no reading means a new sensor.',
    variants: (spec) => [{ label: '', spec, signal: () => 1e9 }],
  },
  {
    id: 'short',
    name: 'Short: the signal touches ground',
    prior: 1.5,
    isPossible: onKinds('resistance', 'voltage'),
    remedy: 'Unplug the sensor: if the reading does not change, look for the short in the wire.',
    variants: (spec) =>
      decades(0.05, 30, 4).map((ohm) => ({
        size: ohm,
        label: ohmsSaid(ohm),
        spec: inAll(spec, (all) => [
          ...all,
          { id: 'short path', kind: 'resistor', a: spec.nodes.high, b: spec.nodes.ground, ohm },
        ]),
      })),
  },
]
