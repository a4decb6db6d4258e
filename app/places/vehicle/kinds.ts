import type { Accuracy, Instrument } from '../../../core/build/index.ts'

/** What a kind of instrument is called, how good a common one is, and the reading by which that is explained. */
type Kind = {
  name: string
  start: Accuracy
  /** unit of its fixed part */
  unit: string
  /** unit of what it reads */
  reads: string
  example: { value: number; digit: number }
  /** a probe that takes time to follow, and can be held in ice */
  probe?: true
}

export const INSTRUMENT_KINDS: Record<Instrument['kind'], Kind> = {
  meter: {
    name: 'Meter',
    start: { percent: 0.8, digits: 3, offset: 0, commonShare: 0.8 },
    unit: 'Ω',
    reads: 'Ω',
    example: { value: 1000, digit: 1 },
  },
  thermometer: {
    name: 'Thermometer',
    start: { percent: 0, digits: 1, offset: 0.5, commonShare: 1 },
    unit: 'Δ°C',
    reads: '°C',
    example: { value: 80, digit: 0.1 },
    probe: true,
  },
  barometer: {
    name: 'Barometer',
    start: { percent: 0, digits: 1, offset: 0.2, commonShare: 1 },
    unit: 'kPa',
    reads: 'kPa',
    example: { value: 100, digit: 0.1 },
  },
  gauge: {
    name: 'Pressure gauge',
    start: { percent: 1, digits: 1, offset: 2, commonShare: 0.7 },
    unit: 'kPa',
    reads: 'kPa',
    example: { value: 400, digit: 1 },
  },
  can: {
    name: 'Can',
    start: { percent: 1, digits: 0, offset: 0, commonShare: 1 },
    unit: 'l',
    reads: 'l',
    example: { value: 10, digit: 0.1 },
  },
}
