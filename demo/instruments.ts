import type { Instrument } from '../core/build/index.ts'

export const METER: Instrument = {
  id: 'bench-meter',
  name: 'Bench meter',
  kind: 'meter',
  accuracy: { percent: 0.5, digits: 2, offset: 0, commonShare: 0.8 },
  lagS: null,
  iceCheck: null,
  checkedAt: '2026-10-30T18:00:00Z',
  note: '4000 counts, probe leads 0.3 Ω',
}
export const PROBE: Instrument = {
  id: 'kitchen-probe',
  name: 'Kitchen probe',
  kind: 'thermometer',
  accuracy: { percent: 0, digits: 1, offset: 0.5, commonShare: 1 },
  lagS: 4,
  iceCheck: { readC: 0.2, at: '2026-11-01T09:10:00Z' },
  checkedAt: null,
  note: 'reads 0.2 high in stirred ice',
}

export const PUMP_GAUGE: Instrument = {
  id: 'pump-gauge',
  name: 'Pump gauge',
  kind: 'gauge',
  accuracy: { percent: 0, digits: 1, offset: 2, commonShare: 0.7 },
  lagS: null,
  iceCheck: null,
  checkedAt: '2026-10-30T18:10:00Z',
  note: '0 to 1000 kPa, hand pump',
}
export const CAN: Instrument = {
  id: 'five-litre-can',
  name: 'Five-litre can',
  kind: 'can',
  accuracy: { percent: 0.5, digits: 0, offset: 0, commonShare: 1 },
  lagS: null,
  iceCheck: null,
  checkedAt: null,
  note: 'weighed full of water: 5.01 l',
}
export const JUG: Instrument = {
  id: 'measuring-jug',
  name: 'Measuring jug',
  kind: 'can',
  accuracy: { percent: 1, digits: 0, offset: 0.01, commonShare: 0.5 },
  lagS: null,
  iceCheck: null,
  checkedAt: null,
  note: 'one litre, marked every 20 ml',
}
