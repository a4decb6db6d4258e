import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { noiseOfRoute, shieldOhm, type NoiseSource } from './coupling.ts'

const way = (source: NoiseSource, lengthM: number, apartM: number) => [{ source, lengthM, apartM }]
const plain = { ohm: 2000, cable: 'single' as const }

describe('the noise a signal catches', () => {
  it('is what two parallel wires give, worked out by hand for a coil', () => {
    // 27.8 pF/m over arcosh(10 mm / 1.8 mm) = 2.40; into 2 kΩ at 20 V/µs
    const farad = (Math.PI * 8.854e-12) / Math.acosh(0.01 / 0.0018)
    expect(noiseOfRoute(way('coil primary', 1, 0.01), plain)).toBeCloseTo(2000 * farad * 20e6, 6)
  })

  it('falls with distance, grows with length, and is less in a twist or a shield', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<NoiseSource>('coil primary', 'injector', 'alternator', 'battery cable'),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        fc.double({ min: 0.005, max: 0.3, noNaN: true }),
        (source, lengthM, apartM) => {
          const here = noiseOfRoute(way(source, lengthM, apartM), plain)
          expect(noiseOfRoute(way(source, lengthM, 2 * apartM), plain)).toBeLessThan(here)
          expect(noiseOfRoute(way(source, 2 * lengthM, apartM), plain) / here).toBeCloseTo(2, 3)
          const best = noiseOfRoute(way(source, lengthM, apartM), {
            ...plain,
            cable: 'shielded-pair',
          })
          for (const cable of ['twisted', 'shielded'] as const) {
            const some = noiseOfRoute(way(source, lengthM, apartM), { ...plain, cable })
            expect(some).toBeLessThanOrEqual(here)
            expect(best).toBeLessThanOrEqual(some)
          }
        },
      ),
      { numRuns: 100 },
    )
  })

  it('never stands above its source, whatever resistance the signal sees: two capacitances divide it', () => {
    for (const ohm of [1e3, 1e5, 1e6, 1e9]) {
      const caught = noiseOfRoute(way('injector', 2, 0.01), { ohm, cable: 'single' })
      expect(caught).toBeLessThan(60)
      // a ramp of 60 V in 5 µs through the capacitance beside it, a step at a time
      const beside = (2 * Math.PI * 8.854e-12) / Math.acosh(0.01 / 0.0018)
      let v = 0
      const step = 1e-9
      for (let t = 0; t < 5e-6; t += step)
        v += ((beside * 12e6 - v / ohm) / (beside + 2 * 30e-12)) * step
      if (v > 0.1) expect(caught / v).toBeCloseTo(1, 1)
    }
  })
  it('takes several neighbours together as squares', () => {
    const [a, b] = [way('injector', 1, 0.02), way('coil primary', 0.5, 0.05)]
    expect(noiseOfRoute([...a, ...b], plain)).toBeCloseTo(
      Math.hypot(noiseOfRoute(a, plain), noiseOfRoute(b, plain)),
      12,
    )
    expect(noiseOfRoute([], plain)).toBe(0)
  })

  it.each([
    [way('injector', 1, 0), 'not-positive'],
    [way('injector', -1, 0.1), 'not-positive'],
    [way('injector', NaN, 0.1), 'not-a-number'],
    [way('radio' as NoiseSource, 1, 0.1), 'out-of-range'],
  ])('refuses what is no way: %j', (route, code) => {
    expect(() => noiseOfRoute(route, plain)).toThrow(expect.objectContaining({ code }))
    expect(() => shieldOhm(0)).toThrow(expect.objectContaining({ code: 'not-positive' }))
  })
})
