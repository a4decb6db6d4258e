import { describe, expect, it } from 'vitest'
import { thermistorBandC } from './band.ts'
import { fitPoints } from './fit.ts'
import { identifyThermistor, partingTemperatureC } from './identify.ts'
import { THERMISTOR_LIBRARY } from './library.ts'
import { thermistorC, thermistorOhm, type ThermistorCurve } from './model.ts'
import { bestNextPoint, worstBand } from './nextPoint.ts'
import { bestThreePairs } from './pairs.ts'
import { coded } from '../../coded.fixture.ts'

const TRUE: ThermistorCurve = {
  model: 'steinhart-hart',
  coefficients: [1.3012e-3, 2.6183e-4, 1.642e-7],
}
const exact = (temperatures: number[], curve = TRUE) =>
  temperatures.map((temperatureC) => ({
    temperatureC,
    resistanceOhm: thermistorOhm(curve, temperatureC),
  }))

describe('bestNextPoint', () => {
  it('keeps its promise: taking the point gives the band it named', () => {
    const points = exact([0, 18, 45])
    const next = bestNextPoint(points, [0, 18, 35, 70, 97.7], [-10, 125])
    expect(next.temperatureC).toBe(97.7)
    const taken = fitPoints([...points, ...exact([next.temperatureC])], {
      model: 'steinhart-hart',
    })
    expect(worstBand(taken, [-10, 125])).toBeCloseTo(next.worstBandAfterC, 2)
    expect(next.worstBandBeforeC).toBeCloseTo(worstBand(fitPoints(points), [-10, 125]), 6)
  })
  it('is the best of those that can be made', () => {
    const points = exact([0, 18, 97.7]),
      makeable = [0, 18, 35, 50, 70, 97.7, 120]
    const best = bestNextPoint(points, makeable, [-10, 125])
    for (const t of makeable)
      expect(best.worstBandAfterC).toBeLessThanOrEqual(
        bestNextPoint(points, [t], [-10, 125]).worstBandAfterC + 1e-12,
      )
  })
  it('sees that a third temperature ends the guess of a beta curve', () => {
    const next = bestNextPoint(exact([0, 20]), [50, 98], [0, 110])
    expect(next.temperatureC).toBe(98)
    expect(next.worstBandAfterC).toBeLessThan(next.worstBandBeforeC / 3)
  })
  it('refuses an empty list', () => {
    expect(() => bestNextPoint(exact([0, 98]), [], [0, 100])).toThrow(coded('nothing-makeable'))
  })
})

describe('identifyThermistor', () => {
  it.each(THERMISTOR_LIBRARY.map((c) => [c.id, c] as const))(
    'knows %s from three points of a part within tolerance',
    (id, entry) => {
      const points = exact([0, 20, 98], entry.curve).map((p) => ({
        ...p,
        resistanceOhm: p.resistanceOhm * 1.02,
      }))
      const [best, second] = identifyThermistor(points, THERMISTOR_LIBRARY)
      expect(best!.id).toBe(id)
      expect(best!.fits).toBe(true)
      expect(best!.probability).toBeGreaterThan(0.9)
      expect(second!.probability).toBeLessThan(0.1)
    },
  )
  it('says so when none fits', () => {
    const [best] = identifyThermistor(
      exact([0, 20, 98], { model: 'beta', coefficients: [47000, 4200] }),
      THERMISTOR_LIBRARY,
    )
    expect(best!.fits).toBe(false)
  })
  it('takes one point, and names where the look-alikes part', () => {
    const [a, b] = [THERMISTOR_LIBRARY[0]!, THERMISTOR_LIBRARY[1]!]
    const ranked = identifyThermistor(exact([20], a.curve), THERMISTOR_LIBRARY)
    expect(ranked[0]!.partAt).toBe(
      partingTemperatureC(
        THERMISTOR_LIBRARY.find((c) => c.id === ranked[0]!.id)!.curve,
        THERMISTOR_LIBRARY.find((c) => c.id === ranked[1]!.id)!.curve,
      ),
    )
    expect(partingTemperatureC(a.curve, b.curve)).toBeGreaterThanOrEqual(0)
  })
})

describe('bestThreePairs', () => {
  const task = { rangeC: [-10, 125] as [number, number], stepC: 1, stepOhm: 1 }
  it('errs less than the ends and the middle, on a curve of another shape', () => {
    const bent: ThermistorCurve = {
      model: 'four-term',
      coefficients: [1.1e-3, 3.2e-4, 2.2e-7, -8e-6],
    }
    const best = bestThreePairs(bent, task)
    const naive = fitPoints(exact([-10, 57, 125], bent), { model: 'steinhart-hart' })
    const naiveWorst = Math.max(
      ...Array.from({ length: 136 }, (_, i) =>
        Math.abs(thermistorC(naive.curve, thermistorOhm(bent, i - 10)) - (i - 10)),
      ),
    )
    expect(best.worstErrorC).toBeLessThanOrEqual(naiveWorst + 1e-9)
    for (const p of best.pairs) {
      expect(Number.isInteger(p.temperatureC)).toBe(true)
      expect(Number.isInteger(p.resistanceOhm)).toBe(true)
    }
  })
  it('reports the error its own curve leaves', () => {
    const best = bestThreePairs(TRUE, { ...task, stepOhm: 10 })
    expect(
      Math.abs(thermistorC(best.curve, thermistorOhm(TRUE, best.worstAtC)) - best.worstAtC),
    ).toBeCloseTo(best.worstErrorC, 9)
  })
  it('refuses steps too coarse for the sensor', () => {
    expect(() => bestThreePairs(TRUE, { ...task, stepOhm: 1e6 })).toThrow(coded('bad-step'))
  })
})

it('library curves are monotonic over the range they serve', () => {
  for (const { curve } of THERMISTOR_LIBRARY)
    for (let t = -20; t < 130; t += 5)
      expect(thermistorOhm(curve, t)).toBeGreaterThan(thermistorOhm(curve, t + 5))
  expect(thermistorBandC(fitPoints(exact([0, 50, 98])), 50)).toBeGreaterThan(0)
})
