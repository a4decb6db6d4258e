import type { Channel, InputAsked, Reading } from '../core/build/index.ts'
import { PUMP_GAUGE } from './instruments.ts'

/** What is told of an invented sensor, and the points that are taken of it. */

export const KPA_AIR = 93.87

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

export const pump = (gaugeKPa: number, absolute: boolean): Point => ({
  method: 'pump',
  truth: gaugeKPa + (absolute ? KPA_AIR : 0),
  given: [
    ['gauge', gaugeKPa, 'kPa g', 0, PUMP_GAUGE.id],
    ...(absolute ? [['altitude', 640, 'm', 0] as const] : []),
    ['supply', 5, 'V', 2],
  ] as Point['given'] & object,
})
export const open = (absolute: boolean): Point => ({
  method: 'open',
  truth: absolute ? KPA_AIR : 0,
  given: [
    ...(absolute ? [['altitude', 640, 'm', 0] as const] : []),
    ['supply', 5, 'V', 2],
  ] as Point['given'] & object,
})
export const stated = (
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
export const travel = (...truths: number[]): Point[] =>
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
