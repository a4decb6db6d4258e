import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { normalStream, uniformStream } from '../math/index.ts'
import { bestNextLamp, lampFit } from './lamp.ts'

describe('offset and delay out of lamp readings', () => {
  it('are the truth where the readings are', () => {
    const readings = [800, 2500, 5000].map((rpm) => ({
      rpm,
      commandedDeg: 12,
      seenDeg: 12 - 35.6 - 6 * rpm * 74e-6,
    }))
    const { offsetDeg, delayS } = lampFit(readings)
    expect(offsetDeg).toBeCloseTo(-35.6, 9)
    expect(delayS).toBeCloseTo(74e-6, 12)
  })
  it.each([
    [4, 1],
    [6, 2],
    [10, 4],
  ])(
    '%d readings that scatter by %d° where 0.5° are taken still hold the truth',
    (count, degrees) => {
      const normal = normalStream(uniformStream(20 + count))
      let held = 0
      const sets = 1000
      for (let s = 0; s < sets; s++) {
        const readings = Array.from({ length: count }, (_, i) => {
          const rpm = 800 + (4000 * i) / (count - 1)
          return { rpm, commandedDeg: 2, seenDeg: 2 - 3 - 6 * rpm * 5e-5 + degrees * normal() }
        })
        const { offsetDeg, offsetUncertaintyDeg } = lampFit(readings)
        if (Math.abs(offsetDeg + 3) < 1.96 * offsetUncertaintyDeg) held++
      }
      expect(held / sets).toBeGreaterThan(0.9)
      expect(held / sets).toBeLessThan(0.98)
    },
  )
  it('a dial that begins anew at 360 is read across it', () => {
    const reading = (commandedDeg: number, seenDeg: number) =>
      lampFit([{ rpm: 900, commandedDeg, seenDeg }]).offsetDeg
    expect(reading(2, 359)).toBe(-3)
    expect(reading(359, 2)).toBe(3)
    expect(reading(10, 730)).toBe(0)
  })
  it('their 95 % intervals hold them in 93 to 98 of 100 sets', () => {
    const uniform = uniformStream(11)
    const normal = normalStream(uniform)
    let [offset, delay] = [0, 0]
    const sets = 2000
    for (let s = 0; s < sets; s++) {
      const truth = { offset: 80 * (uniform() - 0.5), delay: 2e-4 * uniform() }
      const readings = Array.from({ length: 2 + Math.floor(5 * uniform()) }, (_, i) => {
        const rpm = 700 + i * 900 + 300 * uniform()
        const uncertaintyDeg = 0.3 + uniform()
        const seen = 10 + truth.offset - 6 * rpm * truth.delay + uncertaintyDeg * normal()
        return { rpm, commandedDeg: 10, seenDeg: seen, uncertaintyDeg }
      })
      const fit = lampFit(readings)
      if (Math.abs(fit.offsetDeg - truth.offset) < 1.96 * fit.offsetUncertaintyDeg) offset++
      if (Math.abs(fit.delayS! - truth.delay) < 1.96 * fit.delayUncertaintyS!) delay++
    }
    for (const held of [offset / sets, delay / sets]) {
      expect(held).toBeGreaterThan(0.93)
      expect(held).toBeLessThan(0.98)
    }
  })
  it('of one speed say nothing of the delay', () => {
    const fit = lampFit([
      { rpm: 900, commandedDeg: 10, seenDeg: 4.3 },
      { rpm: 900, commandedDeg: 10, seenDeg: 4.7 },
    ])
    expect(fit).toMatchObject({ offsetDeg: -5.5, delayS: null, delayUncertaintyS: null })
    expect(fit.offsetUncertaintyDeg).toBeCloseTo(0.5 / Math.SQRT2, 9)
  })
  it('refuse what is no reading', () => {
    expect(() => lampFit([])).toThrow(coded('too-few-points'))
    const one = { rpm: 900, commandedDeg: 10, seenDeg: 4 }
    expect(() => lampFit([{ ...one, rpm: -1 }])).toThrow(coded('out-of-range'))
    expect(() => lampFit([{ ...one, seenDeg: NaN }])).toThrow(coded('not-a-number'))
    expect(() => lampFit([{ ...one, uncertaintyDeg: 0 }])).toThrow(coded('not-positive'))
  })
})

describe('one more reading', () => {
  it('is proposed where it leaves the least, as trying every speed finds', () => {
    const readings = [
      { rpm: 900, commandedDeg: 10, seenDeg: 4 },
      { rpm: 1500, commandedDeg: 10, seenDeg: 4 },
    ]
    const speeds = [900, 2000, 3500, 5000]
    const next = bestNextLamp(readings, speeds, [800, 7000])
    expect(next.rpm).toBe(5000)
    expect(next.worstAfterDeg).toBeLessThan(next.worstBeforeDeg)
    for (const rpm of speeds)
      expect(bestNextLamp(readings, [rpm], [800, 7000]).worstAfterDeg).toBeGreaterThanOrEqual(
        next.worstAfterDeg,
      )
    expect(() => bestNextLamp(readings, [], [800, 7000])).toThrow(coded('nothing-makeable'))
  })
})
