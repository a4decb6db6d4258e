import { describe, expect, it } from 'vitest'
import { linspace, normalStream, uniformStream } from '../../math/index.ts'
import { thermistorBandC } from './band.ts'
import { fitModel, fitPoints } from './fit.ts'
import { cleanPoints, type ThermistorPoint } from './points.ts'
import { thermistorC, thermistorOhm, type ThermistorCurve } from './model.ts'
import { coded } from '../../coded.fixture.ts'

const TRUE: ThermistorCurve = { model: 'steinhart-hart', coefficients: [1.45e-3, 2.38e-4, 1.0e-7] }
const SIGMA_C = 0.2,
  SIGMA_R = 0.005
const exact = (temperatures: number[], curve = TRUE): ThermistorPoint[] =>
  temperatures.map((t) => ({ temperatureC: t, resistanceOhm: thermistorOhm(curve, t) }))

/** One seeded set of noisy points over 2 to 98 °C; `offset` is 1σ of a thermometer's common error. */
function noisy(n: number, normal: () => number, offset = 0): ThermistorPoint[] {
  const shared = offset * normal()
  return linspace(2, 98, n).map((t) => ({
    temperatureC: t + SIGMA_C * normal() + shared,
    resistanceOhm: thermistorOhm(TRUE, t) * (1 + SIGMA_R * normal()),
    ...(offset > 0 ? { common: [{ id: 'probe', of: 'temperature' as const, sigma: offset }] } : {}),
  }))
}

describe('exact points', () => {
  it.each([
    ['steinhart-hart', TRUE, [0, 20, 60, 98]],
    ['steinhart-hart', TRUE, [0, 45, 98]],
    ['beta', { model: 'beta', coefficients: [2200, 3500] }, [0, 98]],
    [
      'four-term',
      { model: 'four-term', coefficients: [1.3e-3, 2.6e-4, 1.2e-7, -1.5e-6] },
      [-20, 0, 25, 50, 75, 100, 120],
    ],
  ] as [ThermistorCurve['model'], ThermistorCurve, number[]][])(
    '%s is recovered to 0.001 °C within them',
    (model, curve, temperatures) => {
      const fit = fitPoints(exact(temperatures, curve), { model })
      for (const t of linspace(temperatures[0]!, temperatures.at(-1)!, 50))
        expect(Math.abs(thermistorC(fit.curve, thermistorOhm(curve, t)) - t)).toBeLessThan(0.001)
      expect(Math.max(...fit.residualsC.map(Math.abs))).toBeLessThan(1e-6)
      expect(fit.suspects).toEqual([])
    },
  )

  it('chooses the model by the points', () => {
    expect(fitPoints(exact([0, 98])).curve.model).toBe('beta')
    // two readings in one ice bath are one temperature
    expect(fitPoints(exact([0, 0.1, 98])).curve.model).toBe('beta')
    expect(fitPoints(exact([0, 20, 98])).curve.model).toBe('steinhart-hart')
    const bent: ThermistorCurve = {
      model: 'four-term',
      coefficients: [1.1e-3, 3.2e-4, 2.2e-7, -8e-6],
    }
    expect(fitPoints(exact([-20, 0, 25, 50, 75, 100, 120], bent)).curve.model).toBe('four-term')
    expect(fitPoints(exact([0, 10, 20, 30, 40, 50, 60], bent)).curve.model).toBe('steinhart-hart')
  })

  it('subtracts the leads', () => {
    const fit = fitPoints(
      exact([0, 45, 98]).map((p) => ({ ...p, resistanceOhm: p.resistanceOhm + 0.7 })),
      { leadOhm: 0.7 },
    )
    expect(thermistorC(fit.curve, thermistorOhm(TRUE, 70))).toBeCloseTo(70, 6)
  })
})

describe('there and back', () => {
  it('on every model over its range', () => {
    const curves: ThermistorCurve[] = [
      TRUE,
      { model: 'beta', coefficients: [10000, 3950] },
      { model: 'four-term', coefficients: [1.3e-3, 2.6e-4, 1.2e-7, -1.5e-6] },
      { model: 'steinhart-hart', coefficients: [1.4e-3, 2.6e-4, -4e-8] },
    ]
    for (const curve of curves)
      for (const t of linspace(-40, 150, 39))
        expect(thermistorC(curve, thermistorOhm(curve, t))).toBeCloseTo(t, 8)
  })
})

describe('the band', () => {
  // the truth is covered as often as promised, pointwise, beyond the points as well
  it.each([
    [5, 0],
    [6, 0],
    [8, 0],
    [5, 0.3],
    [7, 0.3],
  ])(
    '%d points, common offset %d °C: covers 93 to 98 in 100 of 2,000 trials at 20, 90 and 115 °C',
    (n, offset) => {
      const normal = normalStream(uniformStream(100 + n))
      const places = [20, 90, 115]
      const hits = [0, 0, 0]
      for (let trial = 0; trial < 2000; trial++) {
        const fit = fitPoints(noisy(n, normal, offset))
        places.forEach((t, k) => {
          const says = thermistorC(fit.curve, thermistorOhm(TRUE, t))
          if (Math.abs(says - t) <= 1.96 * thermistorBandC(fit, says)) hits[k]!++
        })
      }
      for (const hit of hits) {
        expect(hit / 2000).toBeGreaterThanOrEqual(0.93)
        expect(hit / 2000).toBeLessThanOrEqual(0.98)
      }
    },
  )

  it('widens beyond the points and is wider with a common offset', () => {
    const fit = fitPoints(exact([0, 20, 60, 98]))
    expect(thermistorBandC(fit, 125)).toBeGreaterThan(2 * thermistorBandC(fit, 80))
    const shared = fitPoints(
      exact([0, 20, 60, 98]).map((p) => ({
        ...p,
        common: [{ id: 'probe', of: 'temperature' as const, sigma: 0.5 }],
      })),
    )
    expect(thermistorBandC(shared, 50)).toBeGreaterThan(1.5 * thermistorBandC(fit, 50))
    // an offset common to all cannot be averaged away
    expect(thermistorBandC(shared, 50)).toBeGreaterThan(0.45)
  })

  it('of beta carries about 1 °C of model error mid-way over 100 K, and none at its points', () => {
    const fit = fitPoints(
      exact([0, 100]).map((p) => ({
        ...p,
        temperatureUncertaintyC: 0.001,
        resistanceUncertainty: 1e-5,
      })),
    )
    expect(thermistorBandC(fit, 50)).toBeGreaterThan(0.5)
    expect(thermistorBandC(fit, 50)).toBeLessThan(2)
    expect(thermistorBandC(fit, 0)).toBeLessThan(0.05)
  })
})

describe('suspects', () => {
  it('name a slip of more than six standard uncertainties in 95 % of trials, leave honest sets alone in 95 %', () => {
    const uniform = uniformStream(77),
      normal = normalStream(uniform)
    let honest = 0,
      slips = 0,
      named = 0
    const trials = 1500
    for (let trial = 0; trial < trials; trial++) {
      const points = noisy(6, normal)
      if (fitPoints(points).suspects.length === 0) honest++
      const at = Math.floor(uniform() * 6)
      const slipped = points.map((p, i) =>
        i === at
          ? {
              ...p,
              temperatureC: p.temperatureC + (uniform() < 0.5 ? -1 : 1) * (2.5 + 5 * uniform()),
            }
          : p,
      )
      if (
        Math.abs(fitModel(cleanPoints(slipped, 0), 'steinhart-hart').squares.deletedMisses[at]!) <=
        6
      )
        continue
      slips++
      try {
        if (fitPoints(slipped).suspects.includes(at)) named++
      } catch (error) {
        if ((error as { points?: number[] }).points?.includes(at)) named++
      }
    }
    expect(honest / trials).toBeGreaterThanOrEqual(0.95)
    expect(slips).toBeGreaterThan(500)
    expect(named / slips).toBeGreaterThanOrEqual(0.95)
  })

  it('are not looked for without two spare points, and that is said', () => {
    const codes = (temperatures: number[]) =>
      fitPoints(exact(temperatures)).warnings.map((w) => w.code)
    expect(codes([0, 20, 60, 98])).toContain('few-spare')
    expect(codes([0, 20, 60, 80, 98])).not.toContain('few-spare')
  })
})

describe('what is refused', () => {
  const one = exact([20])[0]!
  it.each([
    ['too-few-points', []],
    ['too-few-points', [one]],
    ['degenerate-points', [one, one]],
    ['degenerate-points', [one, { ...one, temperatureC: 20.4 }]],
    ['not-positive', [one, { temperatureC: 50, resistanceOhm: 0 }]],
    ['not-positive', [one, { temperatureC: 50, resistanceOhm: -3 }]],
    ['not-a-number', [one, { temperatureC: NaN, resistanceOhm: 3 }]],
    ['bad-point', [one, { temperatureC: -300, resistanceOhm: 3 }]],
    ['not-a-number', [one, { temperatureC: 50, resistanceOhm: Infinity }]],
  ] as [string, ThermistorPoint[]][])('%s', (code, points) => {
    expect(() => fitPoints(points)).toThrow(expect.objectContaining({ code }))
  })
  it('leads of more than the reading', () => {
    expect(() => fitPoints(exact([0, 98]), { leadOhm: 200 })).toThrow(coded('bad-point'))
  })
  it('a curve that turns back, with the reason', () => {
    const wild = exact([0, 40, 98]).map((p, i) =>
      i === 1 ? { ...p, resistanceOhm: p.resistanceOhm * 2.2 } : p,
    )
    expect(() => fitPoints(wild, { rangeC: [-20, 125] })).toThrow(
      expect.objectContaining({
        code: 'not-monotonic',
        message: expect.stringMatching(/turns back near/),
      }),
    )
  })
  it('resistance that rises with temperature', () => {
    expect(() =>
      fitPoints([
        { temperatureC: 0, resistanceOhm: 100 },
        { temperatureC: 50, resistanceOhm: 120 },
        { temperatureC: 98, resistanceOhm: 138 },
      ]),
    ).toThrow(/rises from 100 Ω/)
  })
})
