import { triesOf } from '../tries.fixture.ts'
import { numbersIn } from '../quantity/numbersIn.ts'
import { describe, expect, it } from 'vitest'
import { linspace, normalStream, uniformStream } from '../math/index.ts'
import { findUnit } from '../quantity/index.ts'
import type { AnyFamily } from './registry.ts'
import { families, familyOf, findFamily } from './registry.ts'
import { coded } from '../coded.fixture.ts'
import { orElse } from '../error.ts'

/** A curve of the family to stand for a real sensor: of its library, or what its settings say. */
const aCurve = (f: AnyFamily): unknown => f.library[0]?.curve ?? f.assume({})!.curve
/** Truths inside what the curve reaches and the channel needs. */
const reached = (f: AnyFamily, curve: unknown, count: number): number[] => {
  const [low, high] = f.needs.range
  const ok = linspace(low, high, 201).filter((t) =>
    Number.isFinite(orElse(() => f.forward(curve, t), NaN)),
  )
  return linspace(ok[0]!, ok.at(-1)!, count)
}
const settingsFor = (f: AnyFamily): Record<string, unknown> => ({
  assumedCurve: f.library[0]?.id ?? null,
})

// What every family promises behind its face; a new one is held to it by being registered.
describe.each(families.map((f) => [f.id, f] as const))('%s', (_, family) => {
  const curve = aCurve(family)
  const truths = reached(family, curve, 6)
  const points = truths.map((truth) => ({ truth, signal: family.forward(curve, truth) }))
  const range: [number, number] = [truths[0]!, truths.at(-1)!]
  const span = range[1] - range[0]

  it('goes there and back on every library curve', () => {
    for (const entry of [...family.library, { curve }])
      for (const truth of reached(family, entry.curve, 12))
        expect(
          Math.abs(family.inverse(entry.curve, family.forward(entry.curve, truth)) - truth),
        ).toBeLessThan(1e-5 * span)
  })
  it('fits its own points, with a band everywhere over the range of use', () => {
    const fit = family.fit(points, { range, settings: settingsFor(family) })
    for (const truth of truths)
      expect(
        Math.abs(family.inverse(fit.curve, family.forward(curve, truth)) - truth),
      ).toBeLessThan(1e-4 * span)
    for (const truth of linspace(...range, 20))
      expect(family.band(fit, truth)).toBeGreaterThanOrEqual(0)
    expect(fit.suspects).toEqual([])
    expect(fit.residuals).toHaveLength(points.length)
    expect(JSON.parse(JSON.stringify(fit))).toEqual(fit)
    expect(
      family
        .describe(fit.curve)
        .flatMap((c) => numbersIn(c.value))
        .every(Number.isFinite),
    ).toBe(true)
    expect(family.describe(fit.curve).every((c) => numbersIn(c.value).length === 1)).toBe(true)
  })
  it('each model it offers fits', () => {
    for (const model of family.models)
      expect(family.fit(points, { model: model.id }).curve).toBeDefined()
  })
  it('names the next point and keeps its promise of a narrower band', () => {
    const noisy = points.map((p) => ({
      ...p,
      truthUncertainty: 0.002 * span,
      signalUncertainty: 0.001 * Math.abs(p.signal) + 1e-4,
    }))
    const makeable = [truths[2]! + 0.1 * span, truths[5]!]
    const next = family.bestNext(
      [noisy[0]!, noisy[3]!, noisy[5]!],
      makeable,
      range,
      settingsFor(family),
    )
    expect(makeable).toContain(next.truth)
    expect(next.bandAfter).toBeLessThan(next.bandBefore)
  })
  it('knows its library by name', () => {
    if (family.library.length > 1)
      expect(family.identify(points, {})[0]!.id).toBe(family.library[0]!.id)
    expect(new Set(family.library.map((c) => c.id)).size).toBe(family.library.length)
    for (const entry of family.library)
      expect(family.assume({ assumedCurve: entry.id })).toMatchObject({ name: entry.name })
  })
  it('tells each way of taking a point in steps, and works its truth out of what it asks', () => {
    for (const method of family.methods) {
      expect(method.steps.length).toBeGreaterThanOrEqual(2)
      expect(method.uncertainty).toBeGreaterThan(0)
      const plausible: Record<string, number> = {
        truth: truths[2]!,
        pressure: 95,
        altitude: 640,
        gauge: 50,
        height: 1,
        mass: 5,
        diameter: 0.02,
        supply: 5,
      }
      const asks = method.asks.map((a) => (Array.isArray(a) ? a[0]! : a))
      const given = Object.fromEntries(
        asks.map((a) => [
          a.role,
          {
            value: plausible[a.role]!,
            typed: String(plausible[a.role]),
            own: 0.1,
            common: 0,
            instrument: null,
          },
        ]),
      )
      const worked = method.truth(given, {})
      expect(worked, method.id).not.toBeNull()
      expect(Number.isFinite(worked!.value)).toBe(true)
      if (asks.some((a) => a.role !== 'supply')) expect(method.truth({}, {}), method.id).toBeNull()
    }
    expect(new Set(family.methods.map((m) => m.id)).size).toBe(family.methods.length)
    expect(family.firstSteps.every((s) => s.endsWith('.'))).toBe(true)
  })
  it('says what is asked of it, why, and what stands in', () => {
    for (const field of family.settings) {
      expect(field.why.length).toBeGreaterThan(20)
      if (field.kind === 'choice') {
        expect(field.options.map((o) => o.value)).toContain(field.otherwise)
        continue
      }
      // limits and what stands in are in the core's unit, whatever is typed: an id that names a unit names the core's
      const unit = findUnit(field.unit)!
      if (unit.toCore(1) !== 1)
        expect(
          field.id.endsWith(field.unit.charAt(0).toUpperCase() + field.unit.slice(1)),
          field.id,
        ).toBe(false)
      if (field.otherwise !== null) {
        expect(field.otherwise).toBeGreaterThanOrEqual(field.low ?? -Infinity)
        expect(field.otherwise).toBeLessThanOrEqual(field.high ?? Infinity)
      }
    }
    const { range: r, best, accuracy } = family.needs
    expect(r[0] <= best[0] && best[0] < best[1] && best[1] <= r[1] && accuracy > 0).toBe(true)
  })
  // a curve without a formula takes longest to fit
  const TRIALS = family.deadZones ? triesOf(300, 150) : triesOf(1200, 400)
  // what so many may stray by chance, 3σ
  const CHANCE = 3 * Math.sqrt((0.05 * 0.95) / TRIALS)
  it.each([0, 1])(
    'covers the truth in 93 to 98 in 100 of many trials at three places, with a common offset %d',
    (common) => {
      // true uncertainties supplied; places stated: a quarter, half and four fifths of the way
      const uniform = uniformStream(family.id.length * 7 + common),
        normal = normalStream(uniform)
      const places = [0.25, 0.5, 0.8].map((s) => range[0] + s * span)
      const truthSigma = 0.004 * span,
        relative = 0.003,
        shared = common * 0.004 * span
      const count = family.leastPoints === 1 ? 4 : 8
      // a one-parameter line is held by zero: its points may stand anywhere but there
      const at = linspace(range[0] + (family.leastPoints === 1 ? 0.2 * span : 0), range[1], count)
      const inside = places.map(() => 0)
      let used = 0
      for (let trial = 0; trial < TRIALS; trial++) {
        const offset = shared * normal()
        const taken = at.map((t) => {
          const s = family.forward(curve, t),
            signalSigma = relative * Math.abs(s)
          return {
            truth: t + truthSigma * normal() + offset,
            signal: s + signalSigma * normal(),
            truthUncertainty: truthSigma,
            signalUncertainty: signalSigma,
            common: shared > 0 ? [{ id: 'probe', of: 'truth' as const, sigma: shared }] : [],
          }
        })
        const fit = orElse(() => family.fit(taken, { settings: settingsFor(family) }), null)
        if (!fit) continue
        used++
        places.forEach((t, k) => {
          const read = family.inverse(fit.curve, family.forward(curve, t))
          if (Math.abs(read - t) <= 1.96 * family.band(fit, t)) inside[k]!++
        })
      }
      expect(used).toBeGreaterThan(0.95 * TRIALS)
      for (const [k, n] of inside.entries()) {
        expect(n / used, `at ${places[k]}`).toBeGreaterThanOrEqual(0.95 - CHANCE - 0.005)
        expect(n / used, `at ${places[k]}`).toBeLessThanOrEqual(Math.max(0.98, 0.97 + CHANCE))
      }
    },
  )
})

it('boiling water, hot oil, fuel and moving throttles carry their cautions', () => {
  const of = (id: string): string =>
    familyOf(id)
      .methods.flatMap((m) => m.cautions)
      .concat(familyOf(id).cautions)
      .join(' ')
  expect(of('thermistor')).toMatch(/burn/)
  expect(of('thermistor')).toMatch(/never on a flame, never near its flash point/)
  expect(of('level')).toMatch(/no flame or spark/)
  expect(of('position')).toMatch(/fingers out.*qualified person/s)
  expect(of('lambda')).toMatch(/burns skin.*no load before lambda is proven/s)
  expect(of('speed')).toMatch(/never makes an odometer read less than was driven/)
})

it('a family that is not known is said, and found by nobody', () => {
  expect(findFamily('flux')).toBeUndefined()
  expect(() => familyOf('flux')).toThrow(coded('unknown-family'))
})
