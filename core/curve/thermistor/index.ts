import { figures, number, say } from '../../quantity/said.ts'
import { boilingPointC, standardPressureKPa } from '../../standards/index.ts'
import type { CurvePoint, Family, ThreePairs } from '../family.ts'
import { fromLibrary } from '../library.ts'
import { leadOhmOf } from '../leads.ts'
import { heatingPerMw, IN_THE_SHED, MEDIUM_SETTINGS, METHODS } from '../temperature/index.ts'
import { thermistorBandC, thermistorSharedBandC } from './band.ts'
import { fitPoints, type ThermistorFit } from './fit.ts'
import type { ThermistorPoint } from './points.ts'
import { identifyThermistor } from './identify.ts'
import { THERMISTOR_LIBRARY } from './library.ts'
import {
  thermistorC,
  thermistorOhm,
  thermistorReachC,
  type ThermistorCurve,
  type ThermistorModel,
} from './model.ts'
import { bestNextPoint } from './nextPoint.ts'
import { bestThreePairs, type ThermistorPairs as TemperaturePairs } from './pairs.ts'

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

const neutral = ({ pairs, curve, worstErrorC, worstAtC }: TemperaturePairs): ThreePairs => ({
  pairs: pairs.map((p) => ({ truth: p.temperatureC, signal: p.resistanceOhm })),
  curve,
  worstError: worstErrorC,
  worstAt: worstAtC,
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
  keyOn: IN_THE_SHED,
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
  settings: MEDIUM_SETTINGS,
  leastPoints: 2,
  assume: fromLibrary(THERMISTOR_LIBRARY),
  fit: (points, options) => {
    const fit = fitPoints(points.map(toPoint), {
      model: (options.model ?? 'auto') as ThermistorModel | 'auto',
      leadOhm: leadOhmOf(options.settings ?? {}),
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
      value: say('coefficient')`${curve.model === 'beta' ? number(c, 1) : figures(c, 7)}`,
    })),
  heatingPerMw,
  reach: thermistorReachC,
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
    neutral(bestThreePairs(curve, { rangeC: range, stepC: stepTruth, stepOhm: stepSignal })),
  logSignal: true,
  cautions: [],
}

export { thermistorC, thermistorOhm, type ThermistorCurve }
