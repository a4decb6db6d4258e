import { overlap } from '../math/overlap.ts'
import { describe, expect, it } from 'vitest'
import { linspace, normalStream, uniformStream } from '../math/index.ts'
import { thermocoupleC, thermocoupleMv } from '../standards/index.ts'
import { familyOf } from './registry.ts'
import { trustBand } from './trust.ts'

const assumed = (id: string, settings: Record<string, unknown>) => {
  const family = familyOf(id)
  const { curve, tolerance } = family.assume(settings)!
  return { family, curve, tolerance, at: (t: number) => trustBand(family, curve, tolerance, t) }
}

describe('a curve taken on trust', () => {
  it.each([
    ['level', 'rising'],
    ['level', 'falling'],
    ['level-volts', 'volts'],
  ])('%s, %s: is as doubtful at its ends as beside them', (id, assumedCurve) => {
    const { at, family, curve } = assumed(id, { assumedCurve })
    const [least, most] = family.reach(curve)
    for (const [end, beside] of [
      [least, least + 2],
      [most, most - 2],
    ] as const) {
      expect(at(end) / at(beside)).toBeGreaterThan(0.6)
      expect(at(end) / at(beside)).toBeLessThan(1.6)
    }
  })
  it.each([
    ['level', { assumedCurve: 'rising' }, 0.02 * 170],
    ['lambda', { assumedCurve: 'wide' }, 0.003 * 5],
    ['position', {}, 0.02 * 4],
  ])('%s: holds parts whose signals differ by the type’s tolerance', (id, settings, sigma) => {
    const library = familyOf(id).library
    const named = {
      ...settings,
      assumedCurve: (settings as { assumedCurve?: string }).assumedCurve ?? library[0]!.id,
    }
    const { family, curve, at } = assumed(id, named)
    const draw = normalStream(uniformStream(4))
    const [low, high] = overlap(family.reach(curve), family.needs.range)
    for (const truth of linspace(low, high, 5)) {
      let inside = 0
      for (let k = 0; k < 1000; k++) {
        const shown = family.inverse(curve, family.forward(curve, truth) + sigma * draw())
        if (Math.abs(shown - truth) <= 1.96 * at(truth)) inside++
      }
      expect(inside, `${id} at ${truth}`).toBeGreaterThan(930)
    }
  })
  it.each([
    ['AA', 0, 0.1],
    ['A', 100, 0.35],
    ['B', 0, 0.3],
    ['B', 300, 1.8],
    ['B', -100, 0.8],
    ['C', 300, 3.6],
  ])('platinum class %s at %d °C is within ±%d °C, as IEC 60751 has it', (cls, t, limit) => {
    const { at } = assumed('platinum', { class: cls })
    expect(at(t) * Math.sqrt(3)).toBeCloseTo(limit, 2)
  })
  it('a couple is of class 2, and a plain amplifier adds what its own warmth may be', () => {
    const linear = assumed('thermocouple', { output: 'linear' })
    expect(linear.at(100) * Math.sqrt(3)).toBeCloseTo(2.5, 2)
    expect(linear.at(800) * Math.sqrt(3)).toBeCloseTo(6, 2)
    const plain = assumed('thermocouple', { output: 'gain', junctionC: 30, junctionDoubtC: 15 })
    const worth =
      thermocoupleC(thermocoupleMv(800) + thermocoupleMv(45) - thermocoupleMv(30), 0) - 800
    expect(plain.at(800) * Math.sqrt(3)).toBeCloseTo(Math.hypot(6, worth), 0)
  })
  it('a fitted plain amplifier keeps that doubt, however many points it has', () => {
    const family = familyOf('thermocouple')
    const points = linspace(0, 100, 6).map((truth) => ({
      truth,
      signal: 0.1 * (thermocoupleMv(truth) - thermocoupleMv(25)),
      truthUncertainty: 0.01,
      signalUncertainty: 1e-5,
    }))
    const band = (junctionDoubtC: number): number => {
      const settings = { output: 'gain', junctionC: 25, junctionDoubtC }
      return family.band(family.fit(points, { settings }), 800)
    }
    expect(band(10) - band(0)).toBeGreaterThan(3)
  })
})
