import { boilingPointC, standardPressureKPa } from '../../standards/index.ts'
import type { CurvePoint, Family } from '../family.ts'
import { fromLibrary } from '../library.ts'
import { MEDIUM_SETTINGS as SETTINGS } from '../medium.ts'
import {
  fitThermistor,
  thermistorBandC,
  thermistorSharedBandC,
  type ThermistorFit,
  type ThermistorPoint,
} from './fit.ts'
import { identifyThermistor } from './identify.ts'
import { THERMISTOR_LIBRARY } from './library.ts'
import { thermistorC, thermistorOhm, type ThermistorCurve, type ThermistorModel } from './model.ts'
import { bestNextPoint } from './nextPoint.ts'
import { METHODS } from './methods.ts'
import { bestThreePairs } from './pairs.ts'

const toPoint = (p: CurvePoint): ThermistorPoint => ({
  temperatureC: p.truth,
  resistanceOhm: p.signal,
  ...(p.truthUncertainty === undefined ? {} : { temperatureUncertaintyC: p.truthUncertainty }),
  ...(p.signalUncertainty === undefined
    ? {}
    : { resistanceUncertainty: p.signalUncertainty / p.signal }),
  ...(p.common
    ? {
        common: p.common.map((c) => ({
          id: c.id,
          sigma: c.of === 'truth' ? c.sigma : c.sigma / p.signal,
          of: c.of === 'truth' ? ('temperature' as const) : ('resistance' as const),
        })),
      }
    : {}),
})

const COEFFICIENT_NAMES: Record<ThermistorModel, string[]> = {
  beta: ['R at 25 °C, Ω', 'B, K'],
  'steinhart-hart': ['A, 1/K', 'B, 1/K', 'C, 1/K'],
  'four-term': ['A, 1/K', 'B, 1/K', 'C, 1/K', 'D, 1/K'],
}

export const thermistor: Family<ThermistorCurve, ThermistorFit & { residuals: number[] }> = {
  id: 'thermistor',
  name: 'Thermistor (two wires, falling resistance)',
  quantity: 'temperature',
  truthUnit: '°C',
  signalUnit: 'Ω',
  signal: 'resistance',
  plausible: [-60, 400],
  keyOn: {
    label: 'Thermometer in the shed',
    how: 'The vehicle has stood until engine and shed are one temperature. Lay the thermometer beside the sensor.',
    sigma: 0.3,
  },
  firstSteps: [
    'begin with ice, where the temperature is known for nothing.',
    'boiling water is farthest from ice.',
  ],
  methods: METHODS,
  library: THERMISTOR_LIBRARY,
  models: [
    { id: 'beta', name: 'Beta, two coefficients' },
    { id: 'steinhart-hart', name: 'Steinhart-Hart, three coefficients' },
    { id: 'four-term', name: 'Four terms' },
  ],
  drive: () => ({ kind: 'resistance' }),
  needs: { range: [-10, 125], best: [80, 110], accuracy: 2 },
  settings: SETTINGS,
  leastPoints: 2,
  assume: fromLibrary(THERMISTOR_LIBRARY),
  fit: (points, options) => {
    const fit = fitThermistor(points.map(toPoint), {
      model: (options.model ?? 'auto') as ThermistorModel | 'auto',
      leadOhm: options.leadOhm ?? 0,
      ...(options.range ? { rangeC: options.range } : {}),
    })
    return { ...fit, residuals: fit.residualsC }
  },
  forward: thermistorOhm,
  inverse: thermistorC,
  band: thermistorBandC,
  sharedBand: thermistorSharedBandC,
  bestNext: (points, makeable, range) => {
    const next = bestNextPoint(points.map(toPoint), makeable, range)
    return {
      truth: next.temperatureC,
      bandBefore: next.worstBandBeforeC,
      bandAfter: next.worstBandAfterC,
    }
  },
  identify: (points) => identifyThermistor(points.map(toPoint), THERMISTOR_LIBRARY),
  describe: (curve) =>
    curve.coefficients.map((c, i) => ({
      name: COEFFICIENT_NAMES[curve.model][i]!,
      value: curve.model === 'beta' ? c.toFixed(1) : c.toExponential(6),
    })),
  selfHeating: (powerMw, dissipationMwPerK) => powerMw / dissipationMwPerK,
  makeable: ({ altitudeM }) => [
    0,
    18,
    35,
    50,
    70,
    Math.round(boilingPointC(standardPressureKPa(altitudeM)) * 10) / 10,
  ],
  checks: () => [],
  pairs: (curve, { range, stepTruth, stepSignal }) =>
    bestThreePairs(curve, { rangeC: range, stepC: stepTruth, stepOhm: stepSignal }),
  logSignal: true,
  cautions: [],
}
