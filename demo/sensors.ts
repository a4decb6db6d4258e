import type { Channel, InputAsked, Reading } from '../core/build/index.ts'
import { CAN, JUG, PUMP_GAUGE } from './instruments.ts'
import { ARM, litresToOhm, POD, POD_LITRES, podOhm, WEDGE } from './tanks.ts'

/** The invented rest of Saltmarsh Nine's sensors, as they really are; the build knows only what was measured. */

const KPA_AIR = 93.87

export type Point = {
  method: string
  truth: number
  given?: [
    role: Reading['role'],
    value: number,
    unit: string,
    digits: number,
    instrument?: string,
  ][]
}
export type Told = {
  key: string
  name: string
  place: string
  family: string
  settings?: Record<string, unknown>
  needs?: Partial<Channel['needs']>
  device: 'engine-unit' | 'display' | 'oil-pressure-gauge' | 'fuel-gauge'
  pin: string
  input?: Partial<InputAsked>
  /** what it gives, in its signal unit, at a truth */
  really: (truth: number) => number
  noise: number
  digits: number
  points: Point[]
  offsetV?: number
  /** the table entered: by what was assumed before anything was measured, or by the points */
  table?: 'before' | 'after'
  provenAt?: { truth: number; given: [unit: string, digits: number] }
  /** its pull-up was measured, Ω */
  pullMeasured?: number
  /** a second sensor on the wire of another channel */
  joins?: { key: string; combine: 'series' | 'parallel' }
}

const pump = (gaugeKPa: number, absolute: boolean): Point => ({
  method: 'pump',
  truth: gaugeKPa + (absolute ? KPA_AIR : 0),
  given: [
    ['gauge', gaugeKPa, 'kPa g', 0, PUMP_GAUGE.id],
    ...(absolute ? [['altitude', 640, 'm', 0] as const] : []),
    ['supply', 5, 'V', 2],
  ] as Point['given'] & object,
})
const open = (absolute: boolean): Point => ({
  method: 'open',
  truth: absolute ? KPA_AIR : 0,
  given: [
    ...(absolute ? [['altitude', 640, 'm', 0] as const] : []),
    ['supply', 5, 'V', 2],
  ] as Point['given'] & object,
})
const stated = (
  method: string,
  truth: number,
  unit: string,
  digits: number,
  instrument?: string,
): Point => ({
  method,
  truth,
  given: [['truth', truth, unit, digits, ...(instrument ? [instrument] : [])]] as Point['given'] &
    object,
})
const travel = (...truths: number[]): Point[] =>
  truths.map((t) =>
    t === 0
      ? { method: 'closed', truth: 0, given: [['supply', 5, 'V', 2]] }
      : t === 100
        ? { method: 'open', truth: 100, given: [['supply', 5, 'V', 2]] }
        : {
            method: 'travel',
            truth: t,
            given: [
              ['truth', t, '%', 0],
              ['supply', 5, 'V', 2],
            ],
          },
  )

const podFills: Point[] = [
  { method: 'empty', truth: 0 },
  ...[2.5, 5, 7.5, 10, 11].map((l) => stated('fill', l, 'l', 1, CAN.id)),
]

const VOLTS: Partial<InputAsked> = { pullOhm: null, bits: 12 }

export const REST: Told[] = [
  {
    key: 'map',
    name: 'Manifold pressure',
    place: 'Behind the throttle, hose to the bulkhead',
    family: 'pressure-absolute',
    settings: { assumedCurve: 'absolute-3' },
    needs: { range: [20, 280], best: [30, 230], accuracy: 3 },
    device: 'engine-unit',
    pin: '20',
    input: VOLTS,
    offsetV: 0.002,
    really: (p) => 0.503 + (3.994 * p) / 300,
    noise: 0.001,
    digits: 3,
    points: [open(true), pump(-60, true), pump(60, true), pump(140, true)],
    table: 'after',
    provenAt: { truth: KPA_AIR, given: ['kPa', 1] },
  },
  {
    key: 'oil-pressure',
    name: 'Oil pressure',
    place: 'Gallery, beside the filter',
    family: 'pressure-gauge',
    settings: { assumedCurve: 'gauge-10' },
    needs: { range: [0, 700], best: [100, 550], accuracy: 20 },
    device: 'engine-unit',
    pin: '21',
    input: VOLTS,
    offsetV: 0.004,
    really: (p) => 0.498 + (4 * p) / 700,
    noise: 0.0015,
    digits: 3,
    points: [open(false), pump(200, false), pump(400, false)],
    table: 'before',
  },
  {
    key: 'fuel-pressure',
    name: 'Fuel pressure, rail',
    place: 'End of the rail',
    family: 'pressure-gauge',
    settings: { assumedCurve: 'gauge-10' },
    needs: { range: [0, 600], best: [200, 450], accuracy: 15 },
    device: 'display',
    pin: '4',
    input: VOLTS,
    really: (p) => 0.5 + (4 * p) / 1000,
    noise: 0.0015,
    digits: 3,
    points: [open(false)],
  },
  {
    key: 'oil-sender',
    name: 'Oil pressure, needle gauge',
    place: 'Old sender in a tee',
    family: 'pressure-sender',
    settings: { ground: 'thread' },
    needs: { range: [0, 500], best: [100, 400], accuracy: 40 },
    device: 'oil-pressure-gauge',
    pin: 'S',
    input: { bits: null, pullOhm: 120, railV: 13.2 },
    really: (p) => 10 + 0.21 * p - 4e-5 * p * p,
    noise: 0.4,
    digits: 1,
    points: [
      { method: 'open', truth: 0 },
      ...[100, 200, 300, 500].map((g): Point => ({
        method: 'pump',
        truth: g,
        given: [['gauge', g, 'kPa g', 0, PUMP_GAUGE.id]],
      })),
    ],
  },
  {
    key: 'lambda',
    name: 'Lambda, after the turbine',
    place: 'Down pipe, 12° above level',
    family: 'lambda',
    settings: { assumedCurve: 'wide' },
    device: 'engine-unit',
    pin: '22',
    input: VOLTS,
    really: (l) => ((l - 0.68) / 0.68) * 5,
    noise: 0.0015,
    digits: 3,
    points: [
      { ...stated('manual', 0.68, 'λ', 2) },
      { ...stated('manual', 1.36, 'λ', 2) },
      { ...stated('output', 0.85, 'λ', 2) },
      { ...stated('output', 1, 'λ', 2) },
      { ...stated('output', 1.1, 'λ', 2) },
    ],
    offsetV: 0.018,
  },
  {
    key: 'fuel',
    name: 'Fuel level',
    place: 'Wedge tank behind the seat',
    family: 'level',
    settings: { emptyReads: 'low', ground: 'level', tank: WEDGE, sender: ARM },
    needs: { range: [0, 48], best: [2, 15], accuracy: 1.5 },
    device: 'display',
    pin: '7',
    input: { pullOhm: 220, bits: 12 },
    really: litresToOhm,
    noise: 0.35,
    digits: 1,
    points: [
      { method: 'empty', truth: 0 },
      ...[5, 10, 15, 20, 30, 40, 48].map((l) => stated('fill', l, 'l', 1, CAN.id)),
    ],
    table: 'after',
  },
  {
    key: 'surge-pot',
    name: 'Surge pot',
    place: 'Beside the pump',
    family: 'level-volts',
    settings: { emptyReads: 'low' },
    needs: { range: [0, 3], best: [0.5, 2.5], accuracy: 0.2 },
    device: 'display',
    pin: '8',
    input: VOLTS,
    really: (l) => 0.52 + 1.3 * Math.max(0, l - 0.4),
    noise: 0.002,
    digits: 3,
    points: [
      { method: 'empty', truth: 0 },
      stated('fill', 0.4, 'l', 2, JUG.id),
      stated('fill', 0.8, 'l', 2, JUG.id),
      stated('fill', 1.5, 'l', 2, JUG.id),
      stated('fill', 2.2, 'l', 2, JUG.id),
      stated('fill', 3, 'l', 2, JUG.id),
    ],
  },
  {
    key: 'side-left',
    name: 'Side tanks',
    place: 'Pods left and right, senders in series',
    family: 'level',
    settings: {
      emptyReads: 'low',
      ground: 'level',
      tank: POD,
      sender: { kind: 'straight', lowMm: 0, highMm: 260, emptySignal: 5, fullSignal: 90 },
    },
    needs: { range: [0, 2 * POD_LITRES], best: [2, 18], accuracy: 1.5 },
    device: 'display',
    pin: '12',
    input: { pullOhm: 220, bits: 12 },
    pullMeasured: 219.4,
    really: podOhm(5, 90),
    noise: 0.2,
    digits: 1,
    points: podFills,
  },
  {
    key: 'side-right',
    name: 'Right pod',
    place: '',
    family: 'level',
    joins: { key: 'side-left', combine: 'series' },
    settings: { emptyReads: 'low', ground: 'level' },
    device: 'display',
    pin: '12',
    really: podOhm(6, 93),
    noise: 0.2,
    digits: 1,
    points: podFills,
    table: 'after',
  },
  {
    key: 'throttle',
    name: 'Throttle',
    place: 'Spindle, far end',
    family: 'position',
    device: 'engine-unit',
    pin: '23',
    input: VOLTS,
    offsetV: 0.001,
    really: (t) => 0.62 + 0.0361 * t,
    noise: 0.001,
    digits: 3,
    points: travel(0, 100, 50),
    table: 'after',
    provenAt: { truth: 0, given: ['%', 0] },
  },
  {
    key: 'pedal-a',
    name: 'Pedal, track one',
    place: 'Pedal box',
    family: 'position',
    settings: { assumedCurve: 'rising' },
    device: 'engine-unit',
    pin: '24',
    input: VOLTS,
    really: (t) => 0.48 + 0.0402 * t,
    noise: 0.001,
    digits: 3,
    points: travel(0, 100),
  },
  {
    key: 'pedal-b',
    name: 'Pedal, track two',
    place: 'Pedal box',
    family: 'position',
    settings: { assumedCurve: 'falling' },
    device: 'engine-unit',
    pin: '25',
    input: VOLTS,
    really: (t) => 4.52 - 0.0402 * t,
    noise: 0.001,
    digits: 3,
    points: travel(0, 100),
  },
  {
    key: 'damper',
    name: 'Damper, front left',
    place: 'Beside the damper',
    family: 'position',
    settings: { assumedCurve: 'rising', trackOhm: 5000 },
    needs: { range: [0, 100], best: [20, 80], accuracy: 3 },
    device: 'display',
    pin: '10',
    input: VOLTS,
    really: (t) => 0.3 + 0.044 * t,
    noise: 0.002,
    digits: 2,
    points: travel(0),
  },
  {
    key: 'steering',
    name: 'Steering',
    place: 'Rack',
    family: 'position',
    settings: { assumedCurve: 'falling' },
    needs: { range: [0, 100], best: [10, 90], accuracy: 2 },
    device: 'display',
    pin: '11',
    input: VOLTS,
    really: (t) => 4.4 - 0.038 * t,
    noise: 0.002,
    digits: 2,
    points: [],
  },
  ...[1, 2, 3].map((n): Told => ({
    key: `egt-${n}`,
    name: `Exhaust gas, cylinder ${n}`,
    place: 'Port, 60 mm from the head',
    family: 'thermocouple',
    settings: { output: 'linear', voltPerC: 0.005, offsetV: 0, medium: 'exhaust' },
    device: 'display',
    pin: String(13 + n),
    input: VOLTS,
    really: (t) => 0.004 * n + 0.005 * t,
    noise: 0.0008,
    digits: 3,
    points:
      n === 1
        ? [
            { method: 'ice', truth: 0 },
            { method: 'boiling', truth: 97.74, given: [['altitude', 640, 'm', 0]] },
          ]
        : [],
  })),
  {
    key: 'gearbox',
    name: 'Gearbox oil',
    place: 'Drain plug',
    family: 'platinum',
    settings: { r0Ohm: '1000', wires: '3', dissipationMwPerK: 6 },
    needs: { range: [0, 160], best: [70, 130], accuracy: 2 },
    device: 'display',
    pin: '18',
    input: { pullOhm: 2490, bits: 12 },
    really: (t) => 1000.4 * (1 + 3.9083e-3 * t - 5.775e-7 * t * t),
    noise: 0.3,
    digits: 0,
    points: [{ method: 'ice', truth: 0 }],
  },
  {
    key: 'air-flow',
    name: 'Air flow',
    place: 'After the filter',
    family: 'air-meter-volts',
    settings: { assumedCurve: 'meter-60', boreM: 0.06, straightM: 0.18 },
    needs: { range: [0, 450], best: [10, 300], accuracy: 9 },
    device: 'engine-unit',
    pin: '26',
    input: VOLTS,
    really: () => 0.8,
    noise: 0.001,
    digits: 3,
    points: [],
  },
  {
    key: 'charge-air',
    name: 'Charge air, behind the cooler',
    place: 'Cold pipe',
    family: 'air-meter-hertz',
    settings: { assumedCurve: 'meter-hz', boreM: 0.07, straightM: 0.36 },
    needs: { range: [0, 450], best: [10, 300], accuracy: 9 },
    device: 'engine-unit',
    pin: '31',
    input: {
      signal: 'frequency',
      pullOhm: 2200,
      axis: 'Hz',
      gateS: 0.05,
      highestHz: 12000,
      cells: 16,
    },
    really: () => 1400,
    noise: 1,
    digits: 0,
    points: [],
  },
  {
    key: 'wheel',
    name: 'Wheel speed, front left',
    place: 'Hub, 40-tooth ring',
    family: 'speed',
    settings: { teeth: 40, gear: 1, circumferenceM: 1.83 },
    device: 'engine-unit',
    pin: '30',
    input: {
      signal: 'frequency',
      pullOhm: 2200,
      axis: 'Hz',
      gateS: 0.1,
      highestHz: 2000,
      cells: 2,
    },
    really: (v) => v * (40 / (3.6 * 1.812)),
    noise: 0.4,
    digits: 1,
    points: [40, 60, 90].map((v) => stated('satellite', v, 'km/h', 1)),
    table: 'after',
  },
  {
    key: 'propshaft',
    name: 'Shaft speed',
    place: 'Gearbox output',
    family: 'speed',
    settings: { teeth: 8, gear: 4.1, circumferenceM: 1.83 },
    device: 'display',
    pin: '20',
    input: {
      signal: 'frequency',
      pullOhm: 1000,
      axis: 'Hz',
      gateS: 0.25,
      highestHz: 4000,
      cells: 2,
    },
    really: (v) => v * 4.98,
    noise: 0.4,
    digits: 1,
    points: [],
  },
]
