import { describe, expect, it } from 'vitest'
import { linspace } from '../math/index.ts'
import { families, familyOf, findFamily } from './registry.ts'

// What every family promises behind its face; a new one is held to it by being registered.
describe.each(families.map((f) => [f.id, f] as const))('%s', (_, family) => {
  const curve = family.library[0]!.curve
  const truths = linspace(0, 100, 6)
  const points = truths.map((truth) => ({ truth, signal: family.forward(curve, truth) }))

  it('goes there and back on every library curve', () => {
    for (const entry of family.library) for (const truth of truths) expect(family.inverse(entry.curve, family.forward(entry.curve, truth))).toBeCloseTo(truth, 6)
  })
  it('fits its own points, with a band everywhere over the range of use', () => {
    const fit = family.fit(points, { range: [-10, 125] })
    for (const truth of linspace(-10, 125, 20)) {
      expect(family.inverse(fit.curve, family.forward(curve, truth))).toBeCloseTo(truth, 3)
      expect(family.band(fit, truth)).toBeGreaterThan(0)
    }
    expect(fit.suspects).toEqual([])
    expect(JSON.parse(JSON.stringify(fit))).toEqual(fit)
    expect(family.describe(fit.curve).every((c: { name: string; value: string }) => c.name !== '' && Number.isFinite(Number(c.value)))).toBe(true)
  })
  it('each model it offers fits', () => {
    for (const model of family.models) expect(family.fit(points, { model: model.id }).curve).toBeDefined()
  })
  it('names the next point and keeps its promise of a narrower band', () => {
    const next = family.bestNext(points.slice(0, 3), [60, 98], [-10, 125])
    expect([60, 98]).toContain(next.truth)
    expect(next.bandAfter).toBeLessThan(next.bandBefore)
  })
  it('knows its library by name', () => {
    expect(family.identify(points)[0]!.id).toBe(family.library[0]!.id)
    expect(new Set(family.library.map((c) => c.id)).size).toBe(family.library.length)
  })
  it('tells each way of taking a point in steps, and warns where it can burn', () => {
    for (const method of family.methods) {
      expect(method.steps.length).toBeGreaterThanOrEqual(2)
      expect(method.uncertainty).toBeGreaterThan(0)
      if (method.truthFrom === 'fixed') expect(method.fixedTruth).toBeDefined()
    }
    const hot = family.methods.filter((m) => (m.typicalTruth ?? 0) > 60)
    expect(hot.length).toBeGreaterThan(0)
    for (const method of hot) expect(method.cautions.join(' ')).toMatch(/burn/)
    expect(family.methods.find((m) => m.id === 'oil')!.cautions.join(' ')).toMatch(/never on a flame, never near its flash point/)
  })
})

it('a family that is not known is said, and found by nobody', () => {
  expect(findFamily('flux')).toBeUndefined()
  expect(() => familyOf('flux')).toThrow(/"flux" is not known to this version: its data is kept/)
})
