import { describe, expect, it } from 'vitest'
import { coded } from '../../coded.fixture.ts'
import { normalStream, uniformStream } from '../../math/index.ts'
import {
  reciprocalGradient,
  reciprocalK,
  reciprocalSlope,
  requireCurve,
  thermistorC,
  thermistorOhm,
  thermistorReachC,
  type ThermistorCurve,
} from './model.ts'

const CURVES: ThermistorCurve[] = [
  { model: 'beta', coefficients: [2200, 3500] },
  { model: 'beta', coefficients: [100_000, 4250] },
  { model: 'steinhart-hart', coefficients: [1.28e-3, 2.37e-4, 9e-8] },
  { model: 'four-term', coefficients: [1.1e-3, 2.5e-4, 1.5e-7, -2e-6] },
]

/** Of B alone, by what it means: the ratio of two resistances. */
const ohmByB = (r25: number, b: number, celsius: number): number =>
  r25 * Math.exp(b * (1 / (celsius + 273.15) - 1 / 298.15))

describe('a thermistor’s curve', () => {
  it('of B has the resistances that B means', () => {
    for (const celsius of [-40, 0, 25, 90, 150])
      expect(thermistorOhm(CURVES[0]!, celsius) / ohmByB(2200, 3500, celsius)).toBeCloseTo(1, 12)
  })
  it.each(CURVES)('$model $coefficients: slope and gradient are those of small steps', (curve) => {
    for (const L of [4, 6.5, 7.7, 9, 11]) {
      const h = 1e-5
      const slope = (reciprocalK(curve, L + h) - reciprocalK(curve, L - h)) / (2 * h)
      expect(reciprocalSlope(curve, L) / slope).toBeCloseTo(1, 6)
      const gradient = reciprocalGradient(curve, L)
      expect(gradient).toHaveLength(curve.coefficients.length)
      curve.coefficients.forEach((c, i) => {
        const step = Math.abs(c) * 1e-5
        const at = (by: number): number =>
          reciprocalK(
            { ...curve, coefficients: curve.coefficients.map((v, j) => (j === i ? v + by : v)) },
            L,
          )
        expect(gradient[i]! / ((at(step) - at(-step)) / (2 * step))).toBeCloseTo(1, 4)
      })
    }
  })
  it.each(CURVES)('$model $coefficients: goes there and back over all it reaches', (curve) => {
    const [coldest, hottest] = thermistorReachC(curve)
    const uniform = uniformStream(8)
    for (let i = 0; i < 200; i++) {
      const from = Math.max(-60, coldest)
      const celsius = from + (Math.min(250, hottest) - from) * uniform()
      expect(thermistorC(curve, thermistorOhm(curve, celsius))).toBeCloseTo(celsius, 7)
    }
    const ohms = [0, 20, 60, 100].map((c) => thermistorOhm(curve, c))
    expect(ohms).toEqual([...ohms].sort((a, b) => b - a))
  })
  it('of any coefficients has one temperature for a resistance, or says that it has none', () => {
    const normal = normalStream(uniformStream(21))
    let refused = 0
    for (let i = 0; i < 400; i++) {
      const curve: ThermistorCurve = {
        model: 'four-term',
        coefficients: [1e-3 * (1 + normal()), 2.5e-4 * normal(), 1e-7 * normal(), 3e-6 * normal()],
      }
      try {
        const ohm = thermistorOhm(curve, 40)
        expect(ohm).toBeGreaterThan(0)
        expect(thermistorC(curve, ohm)).toBeCloseTo(40, 5)
      } catch (error) {
        refused++
        expect(['beyond-curve', 'not-monotonic']).toContain((error as { code: string }).code)
      }
    }
    // some of each: else nothing was tried
    expect(refused).toBeGreaterThan(20)
    expect(refused).toBeLessThan(380)
  })
  it('refuses what is no curve, no resistance and no temperature', () => {
    const good = CURVES[0]!
    expect(() => requireCurve({ model: 'cubic' as 'beta', coefficients: [1, 2] })).toThrow(
      coded('unknown-model'),
    )
    expect(() => requireCurve({ model: 'beta', coefficients: [1] })).toThrow(coded('bad-curve'))
    expect(() => requireCurve({ model: 'beta', coefficients: [-1, 3500] })).toThrow(
      coded('not-positive'),
    )
    expect(() => requireCurve({ model: 'beta', coefficients: [NaN, 3500] })).toThrow(
      coded('not-a-number'),
    )
    expect(() => thermistorC(good, 0)).toThrow(coded('not-positive'))
    expect(() => thermistorOhm(good, -300)).toThrow(coded('below-absolute-zero'))
    expect(() => thermistorOhm(good, NaN)).toThrow(coded('not-a-number'))
    const turned: ThermistorCurve = { model: 'steinhart-hart', coefficients: [5e-3, -2e-4, 0] }
    expect(() => thermistorOhm(turned, 20)).toThrow(coded('not-monotonic'))
  })
})
