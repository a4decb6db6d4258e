import { describe, expect, it } from 'vitest'
import { thermistorC, thermistorOhm, type ThermistorCurve } from '../curve/thermistor/model.ts'
import { normalStream, uniformStream } from '../math/index.ts'
import { pointsFromCooling, timeConstantS, type CoolingSample } from './cooling.ts'
import { coded } from '../coded.fixture.ts'

const TRUE: ThermistorCurve = {
  model: 'steinhart-hart',
  coefficients: [1.3012e-3, 2.6183e-4, 1.642e-7],
}

describe('cooling log', () => {
  const flask = (tS: number): number => 18 + 80 * Math.exp(-tS / 1800)
  it('corrects the lag of both probes', () => {
    const normal = normalStream(uniformStream(4))
    const log: CoolingSample[] = []
    let probe = flask(0),
      sensor = flask(0)
    for (let t = 0; t < 2400; t += 0.25) {
      probe += (flask(t) - probe) * (0.25 / 8)
      sensor += (flask(t) - sensor) * (0.25 / 15)
      if (t % 1 === 0 && t > 90)
        log.push({
          timeS: t,
          referenceC: probe + 0.01 * normal(),
          resistanceOhm: thermistorOhm(TRUE, sensor) * (1 + 1e-4 * normal()),
        })
    }
    const points = pointsFromCooling(log, { referenceTauS: 8, sensorTauS: 15, everyC: 8 })
    expect(points.length).toBeGreaterThanOrEqual(6)
    for (const p of points) {
      expect(Math.abs(p.temperatureC - flask(p.timeS))).toBeLessThan(0.03)
      expect(Math.abs(thermistorC(TRUE, p.resistanceOhm) - flask(p.timeS))).toBeLessThan(0.06)
      expect(p.samples).toBeGreaterThan(10)
    }
    // without the correction the pair disagrees by the lag times the rate
    const [raw] = pointsFromCooling(log, { referenceTauS: 0, sensorTauS: 0 })
    expect(thermistorC(TRUE, raw!.resistanceOhm) - raw!.temperatureC).toBeGreaterThan(0.2)
  })
  it('reads the time constant off a step', () => {
    const normal = normalStream(uniformStream(9))
    const { tauS, settled } = timeConstantS(
      Array.from({ length: 200 }, (_, i) => ({
        timeS: i * 0.5,
        value: 20 + 60 * Math.exp(-(i * 0.5) / 7) + 0.02 * normal(),
      })),
    )
    expect(tauS).toBeGreaterThan(6.8)
    expect(tauS).toBeLessThan(7.2)
    expect(settled).toBeCloseTo(20, 0)
  })
  it('refuses a record without a step', () => {
    expect(() =>
      timeConstantS(
        Array.from({ length: 50 }, (_, i) => ({ timeS: i, value: 20 + (i % 2) * 0.1 })),
      ),
    ).toThrow(coded('no-step'))
    expect(() => pointsFromCooling([], { referenceTauS: 1, sensorTauS: 1 })).toThrow(
      coded('too-few-points'),
    )
  })
})
