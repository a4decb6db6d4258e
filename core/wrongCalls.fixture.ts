import { smallBuild } from './build/fixture.ts'
import { timeConstantS } from './bench/cooling.ts'
import { blendInTank } from './curve/lambda/controller.ts'
import { coilCircuit, feedOf } from './earths/supplies.ts'
import { edgeMargin, noiseOfRoute, ohmByVolts, shieldOhm, wireThere } from './ground/index.ts'
import * as core from './index.ts'
import {
  designPullUpFor,
  designSwitchedInput,
  edgeInput,
  findPullUp,
  resolutionOverRange,
  sharedStates,
  switchedInput,
} from './input/index.ts'
import {
  bestNextLamp,
  correctedAngle,
  edgeBefore,
  enteredAngle,
  gapWindow,
  kindOfPickup,
  pinsOf,
  signatureOf,
  topDeadCentre,
} from './trigger/index.ts'

const curve = { model: 'steinhart-hart' as const, coefficients: [1.3012e-3, 2.6183e-4, 1.642e-7] }
const points = [0, 18, 45, 70, 97.7].map((temperatureC) => ({
  temperatureC,
  resistanceOhm: core.thermistorOhm(curve, temperatureC),
}))
const level = core.fitLevel([
  { signal: 10, litres: 0 },
  { signal: 90, litres: 30 },
  { signal: 180, litres: 50 },
])
const pairs = { ab: 1000, bc: 4000, ac: 5000 }
const build = smallBuild('documented')
const read = build.channels[0]!.reads[0]!.id

const capture = core.simulateTrigger({
  ...{ wheel: core.parseWheel('6-1'), pickup: 'vr', sampleHz: 4000, durationS: 1.2, seed: 2 },
  rpm: () => 600,
}).samples

/** A call of each public function that is right: each place of it is then made wrong. */
export const RIGHT: Record<string, unknown[]> = {
  parseQuantity: ['4k7', 'Ω'],
  formatQuantity: [4700, 'Ω'],
  boilingPointC: [101.3],
  standardPressureKPa: [640],
  platinumOhm: [100, 100],
  platinumC: [138.5, 100],
  thermocoupleMv: [400, 20],
  thermocoupleC: [16.4, 20],
  stoichiometricAfr: [0.1],
  awgAreaMm2: [18],
  wireOhm: [{ areaMm2: 1, lengthM: 3, temperatureC: 20 }],
  fitThermistor: [points, { model: 'auto', leadOhm: 0.3, rangeC: [0, 100] }],
  thermistorBandC: [core.fitThermistor(points), 60],
  thermistorC: [curve, 1500],
  thermistorOhm: [curve, 60],
  bestNextPoint: [points, [0, 50, 100], [0, 110]],
  potentiometerPins: [pairs, { ab: 4200, bc: 800, ac: 5000 }],
  fitLevel: [
    [
      { signal: 10, litres: 0 },
      { signal: 90, litres: 30 },
    ],
  ],
  levelInterval: [level, 60],
  levelLitres: [level, 60],
  designPullUp: [
    {
      curve,
      rangeC: [-10, 125],
      supplyV: 5,
      referenceV: 5,
      bits: 12,
      series: 'E24',
      marginV: 0.05,
    },
  ],
  buildTable: [{ curve: Math.exp, range: [0, 2], cells: 8, placement: 'best', xStep: 0.01 }],
  interpolate: [{ x: [0, 1, 2], y: [0, 1, 4] }, 1.5],
  openBuild: [build],
  readingAt: [build, read, 60],
  proposedTable: [build, read, { placement: 'best' }],
  enterTable: [build, read, { x: [0, 1, 2], y: [100, 60, 0] }],
  keyOn: [build, read, 20, { shown: 20.4 }],
  isProven: [build, read],
  whyLapsed: [build, read],
  groundCost: [
    {
      reference: '-',
      wires: [
        { id: 'strap', a: 'block', b: '-', ohm: 0.001 },
        { id: 'unit', a: 'unit', b: 'block', ohm: 0.004 },
      ],
      loads: [{ id: 'fan', into: 'block', ampere: 20, states: ['on'] }],
      readers: [
        {
          ...{ id: 'oil', kind: 'pull-up', pullUpOhm: 2490, sensorOhm: 300 },
          ...{ sensorGround: 'block', converterGround: 'unit' },
        },
        {
          ...{ id: 'map', kind: 'ratiometric', signalShare: 0.4 },
          ...{ sensorGround: 'block', converterGround: 'unit' },
        },
      ],
    },
  ],
  wireFor: [{ ampere: 18, oneWayM: 3, allowedDropV: 0.5, ambientC: 40, standard: 'mm²' }],
  parseWheel: ['36-2'],
  simulateTrigger: [
    {
      ...{ wheel: { cycleDegrees: 360, edgesDegrees: [0, 90, 180] }, pickup: 'vr' },
      ...{ sampleHz: 4000, durationS: 0.5, rpm: () => 900, seed: 1, noiseV: 0.1 },
    },
  ],
  decodeTrigger: [capture, { sampleHz: 4000, wheel: core.parseWheel('6-1'), pickup: 'vr' }],
  identifyWheel: [capture, { sampleHz: 4000, pickup: 'vr' }],
  lampFit: [
    [
      { rpm: 900, commandedDeg: 10, seenDeg: 4, uncertaintyDeg: 0.5 },
      { rpm: 3000, commandedDeg: 10, seenDeg: 3, uncertaintyDeg: 0.5 },
    ],
  ],
  solveCircuit: [
    {
      reference: 'g',
      elements: [
        { id: 'v', kind: 'voltage', plus: 'a', minus: 'g', volt: 1 },
        { id: 'r', kind: 'resistor', a: 'a', b: 'g', ohm: 2 },
      ],
    },
  ],
}

const wheel = core.parseWheel('36-2')
const counts = { tooth: 'before-gap', from: 'before' } as const
const switching = {
  ...{ lowV: 0.4, sinkA: 0.02, leakA: 10e-6, sensorFromV: 4.5, cableF: 1.5e-9 },
  ...{ thresholdLowV: 1.2, thresholdHighV: 2.8, limitV: 15, batteryV: [6, 15] },
  ...{ railTolerance: 0.02, series: 'E12', partTolerance: 0.05 },
  ...{ edgesHz: 4000, switches: 'ground', leastA: 0 },
} as const
const ohmAt = (t: number): number => core.thermistorOhm(curve, t)
const pullUpTask = { rangeC: [0, 100] as [number, number], supplyV: 5, referenceV: 5, bits: 12 }

/** Functions that only the application calls, each with a right call. */
const WITHIN: Record<string, [(...args: never[]) => unknown, unknown[]]> = {
  bestNextLamp: [bestNextLamp, [RIGHT.lampFit![0], [900, 3000], [800, 6000]]],
  gapWindow: [
    gapWindow,
    [
      {
        ...{ peakV: 1, rpm: 200, gapM: 1e-3, diameterM: 0.15, pitches: 36, toothM: 6e-3 },
        ...{ thresholdV: 0.3, limitV: 100, crankRpm: 120, limiterRpm: 7500 },
        ...{ runoutM: 2e-4, clearM: 3e-4 },
      },
    ],
  ],
  kindOfPickup: [kindOfPickup, [[{ a: '1', b: '2', ohm: 860, exchangedOhm: 860 }]]],
  pinsOf: [
    pinsOf,
    [['A', 'B', 'C'], [{ plus: 'A', minus: 'C', acrossV: 2.5, withV: 0.2, withoutV: 4.9 }]],
  ],
  enteredAngle: [enteredAngle, [97.6, wheel, counts]],
  edgeBefore: [edgeBefore, [97.6, wheel, counts]],
  correctedAngle: [correctedAngle, [97.6, -3, wheel, counts]],
  signatureOf: [signatureOf, [5, 0.4, wheel]],
  topDeadCentre: [topDeadCentre, [340, 22]],
  noiseOfRoute: [
    noiseOfRoute,
    [[{ source: 'injector', lengthM: 1, apartM: 0.02 }], { ohm: 2000, cable: 'single' }],
  ],
  shieldOhm: [shieldOhm, [2]],
  edgeMargin: [
    edgeMargin,
    [
      { peakV: 1, thresholdV: 0.3, hysteresisV: 0.2 },
      { noiseV: 0.02, liftV: 0.05 },
    ],
  ],
  findPullUp: [findPullUp, [{ openV: 4.98, knownOhm: 1000, loadedV: 1.43, meterOhm: 1e7 }]],
  sharedStates: [
    sharedStates,
    [
      {
        own: { pullUpOhm: 2490, railV: 5 },
        other: { pullUpOhm: 120, railV: 12 },
        ...{ sensorOhm: 300, limitV: 5.5 },
      },
    ],
  ],
  edgeInput: [
    edgeInput,
    [
      {
        ...{ output: 'open collector', pullOhm: 4700, pull: 'up', railV: 5, lowV: 0.4, highV: 5 },
        ...{ outputOhm: 50, sinkA: 0.02, cableF: 1e-9, thresholdLowV: 1, thresholdHighV: 3 },
        limitV: 6,
      },
    ],
  ],
  switchedInput: [switchedInput, [switching, { school: 'divider', upOhm: 4700, downOhm: 2200 }]],
  designSwitchedInput: [designSwitchedInput, [switching]],
  designPullUpFor: [designPullUpFor, [ohmAt, { ...pullUpTask, series: 'E24' }]],
  resolutionOverRange: [resolutionOverRange, [ohmAt, pullUpTask, 2490, 21]],
  wireThere: [wireThere, [{ areaMm2: 1.5, oneWayM: 2, ampere: 8, ambientC: 40, bundled: 3 }]],
  ohmByVolts: [ohmByVolts, [{ volt: 0.03, zeroV: 0.001, ampere: 10 }]],
  coilCircuit: [coilCircuit, [{ batteryV: 13.8, coilOhm: 85, coilH: 0.3, on: false, diode: true }]],
  feedOf: [feedOf, [{ off: 0, accessory: 12, on: 12, crank: 9 }, 12.6]],
  blendInTank: [
    blendInTank,
    [
      [
        { litres: 20, ethanol: 0.1 },
        { litres: 10, ethanol: 0.85 },
      ],
    ],
  ],
  timeConstantS: [
    timeConstantS,
    [
      Array.from({ length: 12 }, (_, i) => ({
        timeS: i,
        value: i < 2 ? 90 : 20 + 70 * Math.exp((2 - i) / 3),
      })),
    ],
  ],
}

/** Every function that is called wrong, with a right call of it. */
export const CALLS: Record<string, { call: (...args: unknown[]) => unknown; args: unknown[] }> =
  Object.fromEntries([
    ...Object.entries(RIGHT).map(([name, args]) => [
      name,
      { call: core[name as keyof typeof core], args },
    ]),
    ...Object.entries(WITHIN).map(([name, [call, args]]) => [name, { call, args }]),
  ])

/** The same value with what stands at a path put in its place. */
export function withAt(value: unknown, [key, ...rest]: (string | number)[], put: unknown): unknown {
  if (key === undefined) return put
  const copy: Record<string | number, unknown> = Array.isArray(value)
    ? ([...(value as unknown[])] as unknown as Record<number, unknown>)
    : { ...(value as object) }
  copy[key] = withAt(copy[key], rest, put)
  return copy
}

/** Every place in a value, by its path, the value itself and lists and things in it among them; not inside samples. */
export function placesIn(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (value === null || typeof value !== 'object' || ArrayBuffer.isView(value)) return [path]
  return [path, ...Object.entries(value).flatMap(([k, v]) => placesIn(v, [...path, k]))]
}

/** Whether a number in a result is none. */
const holdsNaN = (value: unknown): boolean =>
  Number.isNaN(value) ||
  (value !== null && typeof value === 'object' && Object.values(value).some(holdsNaN))

/** What no caller should give, and some do. */
export const WRONG: readonly unknown[] = [
  ...[0, -1, -1e6, 1e-12, 1e9, 1e30, -1e30, 1e-30, 1e308, -1e308, 5e-324, NaN, Infinity, -Infinity],
  ...[null, undefined, '', 'nonsense', true, [], {}, [null], () => NaN],
]

type WrongAnswer = { place: string; wrong: string; answer: string }

/** A call with something wrong in one place that gave no `EchtError`, no right answer, or none in time. */
const SLOW_MS = 2000

/** What of `places` of a function's right call are answered wrongly, each made wrong in every way. */
export function wrongAnswers(
  name: string,
  picked: (place: number) => boolean,
  wrongs = WRONG,
): { calls: number; answers: WrongAnswer[] } {
  const { call, args } = CALLS[name]!
  const answers: WrongAnswer[] = []
  let calls = 0
  const places = placesIn(args).filter((path, i) => path.length > 0 && picked(i))
  for (const path of places)
    for (const wrong of wrongs) {
      calls++
      const began = Date.now()
      let answer: string | null = null
      try {
        if (holdsNaN(call(...(withAt(args, path, wrong) as unknown[])))) answer = 'NaN'
      } catch (error) {
        if (!(error instanceof core.EchtError)) answer = String(error)
      }
      if (Date.now() - began > SLOW_MS) answer = 'no answer in time'
      if (answer) answers.push({ place: path.join('.'), wrong: String(wrong), answer })
    }
  return { calls, answers }
}
