import {
  assumed,
  measured,
  type Edited,
  type Load,
  type Measurement,
  type Post,
  type Stand,
  type Strap,
} from '../core/build/index.ts'
import { METER } from './instruments.ts'

const post = (
  key: string,
  name: string,
  kind: Post['kind'],
  along: number,
  device: string | null = null,
): Post => ({ id: `gp-${key}`, name, kind, along, device })

type Joint = Strap['jointA']
const strap = (
  [a, b]: [string, string],
  name: string,
  wire: [lengthM: number, areaMm2: number] | null,
  [jointA, jointB]: [Joint, Joint],
  ohm: Strap['ohm'] = null,
): Strap => ({
  ...{ id: `gs-${a}-${b}`, name, a: `gp-${a}`, b: `gp-${b}`, jointA, jointB, ohm, shield: false },
  wire: wire ? { lengthM: wire[0], areaMm2: wire[1] } : null,
})

type Runs = ('key-on' | 'cranking' | 'idle' | 'all')[]
const RUNNING: Runs = ['cranking', 'idle', 'all']
const ALWAYS: Runs = ['key-on', ...RUNNING]
const load = (
  key: string,
  name: string,
  into: string,
  ampere: Load['ampere'],
  runs: Runs,
  peakA: number | null = null,
): Load => ({
  ...{ id: `gl-${key}`, name, into: `gp-${into}`, ampere, peakA },
  runs: runs.map((s) => `state-${s}`),
})

const stand = (read: string, on: string, bolted = false): Stand => ({
  ...{ id: `stand-${read}`, read: `rd-${read}`, post: `gp-${on}`, bolted },
})

/**
 * The grounds of the beach racer: a fan that returns through the display's wire, an engine cable with a dirty joint, a
 * pump on too thin a return, a shield grounded at both its ends.
 */
const GROUND: Extract<Edited, { kind: 'startGround' }>['args'] = {
  posts: [
    post('battery', 'Battery negative', 'battery', 0.92),
    post('nose', 'Nose stud', 'stud', 0.05),
    post('block', 'Engine block', 'block', 0.3),
    post('head', 'Head', 'head', 0.24),
    post('unit', 'Engine unit, ground', 'device', 0.4, 'engine-unit'),
    post('sensors', 'Engine unit, sensor ground', 'sensors', 0.48, 'engine-unit'),
    post('bulkhead', 'Bulkhead stud', 'stud', 0.54),
    post('display', 'Display, ground', 'device', 0.66, 'display'),
    post('oil-gauge', 'Oil gauge, ground', 'device', 0.6, 'oil-gauge'),
    post('pressure-gauge', 'Oil pressure gauge, ground', 'device', 0.63, 'oil-pressure-gauge'),
    post('fuel-gauge', 'Fuel gauge, ground', 'device', 0.69, 'fuel-gauge'),
    post('tank', 'Tank', 'tank', 0.84),
  ],
  straps: [
    strap(['block', 'battery'], 'engine cable', [2.2, 25], ['dirty', 'clean']),
    strap(['bulkhead', 'battery'], 'bulkhead cable', [1.6, 16], ['clean', 'clean']),
    strap(['head', 'block'], 'head bolts', null, ['clean', 'clean']),
    strap(['unit', 'block'], 'ground of the engine unit', [0.8, 2.5], ['crimped', 'crimped']),
    strap(['sensors', 'unit'], 'sensor ground', [0.3, 0.75], ['crimped', 'crimped']),
    strap(['display', 'bulkhead'], 'ground of the display', [0.7, 1.5], ['crimped', 'unknown']),
    strap(['oil-gauge', 'bulkhead'], 'ground of the oil gauge', [0.6, 1], ['crimped', 'crimped']),
    strap(
      ['pressure-gauge', 'bulkhead'],
      'ground of the pressure gauge',
      [0.6, 1],
      ['crimped', 'crimped'],
    ),
    strap(['fuel-gauge', 'bulkhead'], 'ground of the fuel gauge', [0.6, 1], ['crimped', 'crimped']),
    strap(['tank', 'bulkhead'], 'return of the pump', [1.9, 0.75], ['crimped', 'unknown']),
    strap(['nose', 'bulkhead'], 'nose return', [1.8, 6], ['crimped', 'clean']),
    {
      ...strap(['sensors', 'block'], 'shield of the pickup cable', [1.4, 1], ['soldered', 'clean']),
      shield: true,
    },
  ],
  loads: [
    load('fan', 'Fan', 'display', measured(18.2), ['all'], 42),
    load('lamps', 'Headlamps', 'nose', assumed(10), ['all']),
    load('pump', 'Fuel pump', 'tank', assumed(8.4), RUNNING, 14),
    load('coils', 'Coils', 'head', assumed(5), RUNNING, 9),
    load('injectors', 'Injectors', 'block', assumed(2), RUNNING, 4),
    load('starter', 'Starter', 'block', assumed(180), ['cranking'], 400),
    load('unit', 'Engine unit', 'unit', assumed(1.5), ALWAYS),
    load('display', 'Display', 'display', assumed(0.8), ALWAYS),
  ],
  states: [
    { id: 'state-key-on', name: 'Key on' },
    { id: 'state-cranking', name: 'Cranking' },
    { id: 'state-idle', name: 'Idle' },
    { id: 'state-all', name: 'Everything on' },
  ],
  stands: [
    stand('oil-display', 'sensors'),
    stand('oil-gauge', 'sensors'),
    stand('oil-sender', 'block', true),
    stand('gearbox', 'block'),
    stand('fuel', 'tank'),
    stand('fuel-gauge', 'tank'),
    stand('surge-pot', 'tank'),
    stand('side-left', 'tank'),
  ],
  // the channels are shown at rest until somebody asks for another state
  state: null,
}

/** Volts from one post to another with the meter's leads on both. */
const drop = (
  key: string,
  at: string,
  [plus, minus, state]: [string, string, string],
  typed: string,
): Measurement => ({
  ...{ id: `drop-${key}`, at, by: 'Wren', method: 'volt drop', note: '', struck: null },
  about: { kind: 'drop', plus: `gp-${plus}`, minus: `gp-${minus}`, state: `state-${state}` },
  readings: [{ role: 'drop', typed, unit: 'V', value: Number(typed), instrument: METER.id }],
})

/** The grounds drawn, and two drops of them measured. */
export function groundOfTheCar(
  does: (day: number, change: Edited) => void,
  at: (day: number, minute: number) => string,
): void {
  does(9, { kind: 'startGround', args: GROUND })
  for (const measurement of [
    drop('bulkhead', at(9, 40), ['bulkhead', 'battery', 'all'], '0.094'),
    drop('block', at(9, 44), ['block', 'battery', 'idle'], '0.063'),
  ])
    does(9, { kind: 'addMeasurement', args: { measurement } })
}
