import { describe, expect, it } from 'vitest'
import * as core from './index.ts'
import {
  awgAreaMm2,
  bestNextPoint,
  boilingPointC,
  buildTable,
  designPullUp,
  EchtError,
  fitThermistor,
  formatQuantity,
  interpolate,
  parseQuantity,
  solveCircuit,
  standardPressureKPa,
  thermistorBandC,
  thermistorC,
  thermistorOhm,
  wireOhm,
  type ThermistorCurve,
} from './index.ts'

// What independent checks rely on: the names, the shapes, plain data, the same answer twice, and errors
// that carry a code and a remedy instead of NaN.

const curve: ThermistorCurve = {
  model: 'steinhart-hart',
  coefficients: [1.3012e-3, 2.6183e-4, 1.642e-7],
}
const points = [0, 18, 45, 70, 97.7].map((temperatureC) => ({
  temperatureC,
  resistanceOhm: thermistorOhm(curve, temperatureC),
}))
const pullUpTask = {
  curve,
  rangeC: [-10, 125] as [number, number],
  supplyV: 5,
  referenceV: 5,
  bits: 12,
  series: 'E96' as const,
}
const tableTask = {
  curve: (x: number) => Math.exp(x),
  range: [0, 2] as [number, number],
  cells: 8,
  placement: 'best' as const,
}
const circuit = {
  reference: 'g',
  elements: [
    { id: 'v', kind: 'voltage' as const, plus: 'a', minus: 'g', volt: 1 },
    { id: 'r', kind: 'resistor' as const, a: 'a', b: 'g', ohm: 2 },
  ],
}

it('exports the names of this slice', () => {
  for (const name of [
    'parseQuantity',
    'formatQuantity',
    'boilingPointC',
    'standardPressureKPa',
    'awgAreaMm2',
    'wireOhm',
    'fitThermistor',
    'thermistorC',
    'thermistorOhm',
    'thermistorBandC',
    'bestNextPoint',
    'designPullUp',
    'buildTable',
    'interpolate',
    'solveCircuit',
    'EchtError',
  ]) {
    expect(core, name).toHaveProperty(name)
  }
})

describe('results', () => {
  const results: [string, () => unknown][] = [
    ['fitThermistor', () => fitThermistor(points)],
    ['bestNextPoint', () => bestNextPoint(points, [0, 50, 97.7], [-10, 125])],
    ['designPullUp', () => designPullUp(pullUpTask)],
    ['buildTable', () => buildTable(tableTask)],
    ['solveCircuit', () => solveCircuit(circuit)],
  ]
  it.each(results)('%s gives plain data, cloneable, the same each time', (_, make) => {
    const first = make()
    expect(structuredClone(first)).toEqual(first)
    expect(JSON.parse(JSON.stringify(first))).toEqual(first)
    expect(make()).toEqual(first)
  })
  it.each(results)('%s leaves its input as it was', (_, make) => {
    const before = JSON.stringify([points, pullUpTask, tableTask, circuit])
    make()
    expect(JSON.stringify([points, pullUpTask, tableTask, circuit])).toBe(before)
  })
  it('a fit goes through JSON and still gives its band', () => {
    const fit = fitThermistor(points)
    expect(thermistorBandC(JSON.parse(JSON.stringify(fit)), 60)).toBe(thermistorBandC(fit, 60))
    expect(fit.covariance).toHaveLength(fit.curve.coefficients.length)
    expect(fit.residualsC).toHaveLength(points.length)
    const beta = fitThermistor([points[0]!, points[4]!])
    expect(beta.curve.model).toBe('beta')
    expect(thermistorBandC(JSON.parse(JSON.stringify(beta)), 60)).toBe(thermistorBandC(beta, 60))
  })
})

describe('bad input throws an EchtError with a code and a remedy, never NaN', () => {
  const bad: [string, () => unknown][] = [
    ['parseQuantity', () => parseQuantity('1,500', 'Ω')],
    ['formatQuantity', () => formatQuantity(1, 'nonsense')],
    ['boilingPointC', () => boilingPointC(-1)],
    ['standardPressureKPa', () => standardPressureKPa(NaN)],
    ['awgAreaMm2', () => awgAreaMm2(99)],
    ['wireOhm', () => wireOhm({ areaMm2: -1, lengthM: 1 })],
    ['fitThermistor', () => fitThermistor([])],
    [
      'fitThermistor of NaN',
      () => fitThermistor([...points, { temperatureC: NaN, resistanceOhm: 1 }]),
    ],
    ['thermistorC', () => thermistorC(curve, 0)],
    [
      'thermistorC of a wrong model',
      () => thermistorC({ model: 'x' as never, coefficients: [] }, 5),
    ],
    ['thermistorOhm', () => thermistorOhm(curve, -400)],
    [
      'thermistorOhm of too few coefficients',
      () => thermistorOhm({ model: 'steinhart-hart', coefficients: [1] }, 20),
    ],
    ['bestNextPoint', () => bestNextPoint(points, [], [0, 1])],
    ['bestNextPoint of a range upside down', () => bestNextPoint(points, [50], [100, 0])],
    ['designPullUp', () => designPullUp({ ...pullUpTask, supplyV: -5 })],
    ['buildTable', () => buildTable({ ...tableTask, cells: 1 })],
    ['interpolate', () => interpolate({ x: [1], y: [1] }, 1)],
    [
      'solveCircuit',
      () =>
        solveCircuit({
          reference: 'g',
          elements: [{ id: 'r', kind: 'resistor', a: 'p', b: 'q', ohm: 1 }],
        }),
    ],
  ]
  it.each(bad)('%s', (_, call) => {
    try {
      call()
    } catch (error) {
      expect(error).toBeInstanceOf(EchtError)
      expect((error as EchtError).name).toBe('EchtError')
      expect((error as EchtError).code).toMatch(/^[a-z]+(-[a-z0-9]+)*$/)
      expect((error as EchtError).message.length).toBeGreaterThan(20)
      return
    }
    throw new Error('nothing was thrown')
  })
})
