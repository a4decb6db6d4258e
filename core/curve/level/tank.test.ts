import { numbersIn } from '../../quantity/numbersIn.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { linspace } from '../../math/index.ts'
import { familyOf } from '../registry.ts'
import {
  chooseDamping,
  damped,
  directionGap,
  fillsWorthTaking,
  fitLevel,
  heightAt,
  judgeDamping,
  levelLitres,
  predictLevel,
  requireTank,
  reserveLamp,
  senderSignal,
  slosh,
  tankHeight,
  tankLitres,
  twoEndsError,
  twoEndsErrors,
  type Sender,
  type Tank,
} from './index.ts'
import { coded } from '../../coded.fixture.ts'

const BOX: Tank = {
  corners: [
    { x: 0, y: 0 },
    { x: 300, y: 0 },
    { x: 300, y: 200 },
    { x: 0, y: 200 },
  ],
  lengthMm: 500,
}
const TRIANGLE: Tank = {
  corners: [
    { x: 0, y: 0 },
    { x: 200, y: 300 },
    { x: -200, y: 300 },
  ],
  lengthMm: 400,
}
const STRAIGHT: Sender = {
  kind: 'straight',
  lowMm: 0,
  highMm: 200,
  emptySignal: 10,
  fullSignal: 180,
}

describe('a tank from its section', () => {
  it('holds what geometry says', () => {
    expect(tankLitres(BOX, 200)).toBeCloseTo(30, 9)
    expect(tankLitres(BOX, 50)).toBeCloseTo(7.5, 9)
    expect(tankLitres(TRIANGLE, 300)).toBeCloseTo(24, 9)
    // a triangle on its point fills with the square of the height
    expect(tankLitres(TRIANGLE, 150)).toBeCloseTo(6, 9)
  })
  it('fills rising, and back again, whatever its corners', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 60, max: 400 }), { minLength: 3, maxLength: 6 }),
        fc.integer({ min: 100, max: 900 }),
        (widths, lengthMm) => {
          const right = widths.map((w, i) => ({ x: w, y: i * 80 })),
            left = widths.map((w, i) => ({ x: -w / 2, y: i * 80 })).reverse()
          const tank = requireTank({ corners: [...right, ...left], lengthMm })
          let last = -1
          for (const h of linspace(0, tankHeight(tank), 15)) {
            const litres = tankLitres(tank, h)
            expect(litres).toBeGreaterThanOrEqual(last - 1e-9)
            expect(heightAt(tank, litres)).toBeCloseTo(h, 2)
            last = litres
          }
        },
      ),
      { numRuns: 40 },
    )
  })
  it.each<[Partial<Tank>, RegExp]>([
    [
      {
        corners: [
          { x: 0, y: 0 },
          { x: 1, y: 1 },
        ],
      },
      /at least three corners/,
    ],
    [
      {
        corners: [
          { x: 0, y: 0 },
          { x: 100, y: 100 },
          { x: 200, y: 200 },
        ],
      },
      /no area/,
    ],
    [
      {
        corners: [
          { x: 0, y: 0 },
          { x: 300, y: 200 },
          { x: 300, y: 0 },
          { x: 0, y: 200 },
        ],
      },
      /cross/,
    ],
    [{ lengthMm: 0 }, /above zero/],
  ])('refuses %o', (patch, message) => {
    expect(() => requireTank({ ...BOX, ...patch })).toThrow(message)
  })
  it('holds no more than it holds', () => {
    expect(() => heightAt(BOX, 31)).toThrow(coded('out-of-range'))
  })
})

describe('a sender', () => {
  it('swings by the arc sine, and stays on its stops', () => {
    const arm: Sender = {
      kind: 'arm',
      pivotMm: 100,
      armMm: 100,
      lowDeg: -60,
      highDeg: 60,
      emptySignal: 0,
      fullSignal: 120,
    }
    expect(senderSignal(arm, 100)).toBeCloseTo(60, 9)
    expect(senderSignal(arm, 150)).toBeCloseTo(90, 9)
    expect(senderSignal(arm, 0)).toBe(0)
    expect(senderSignal(arm, 200)).toBe(120)
    const predicted = predictLevel(BOX, arm)
    // the stops lie at 100 ∓ 100·sin 60° mm of 200, in a box of 30 l
    const stop = 30 * (0.5 - 0.5 * Math.sin(Math.PI / 3))
    expect(predicted.deadBelowL).toBeCloseTo(stop, 3)
    expect(predicted.deadBelowL).toBeGreaterThanOrEqual(stop)
    expect(predicted.deadAboveL).toBeCloseTo(30 - stop, 3)
    expect(predictLevel(BOX, STRAIGHT)).toMatchObject({ deadBelowL: 0, deadAboveL: 30 })
    expect(Math.abs(predicted.twoEndsErrorL)).toBeGreaterThan(1)
  })
  it('a box on a straight float needs its two ends only; a triangle does not', () => {
    expect(Math.abs(predictLevel(BOX, STRAIGHT).twoEndsErrorL)).toBeLessThan(1e-6)
    expect(
      Math.abs(predictLevel(TRIANGLE, { ...STRAIGHT, highMm: 300 }).twoEndsErrorL),
    ).toBeCloseTo(6, 1)
    expect(() => predictLevel(BOX, { ...STRAIGHT, fullSignal: 10 })).toThrow(coded('bad-sender'))
  })
  it('fills worth taking lower the worst error, each one', () => {
    const sender: Sender = { ...STRAIGHT, highMm: 300 }
    const litresFrom = (knots: { signal: number; litres: number }[], ohm: number): number =>
      levelLitres(fitLevel(knots), ohm)
    // a triangle's square is the cubic's own after one fill; a swinging arm in it takes several
    expect(fillsWorthTaking(TRIANGLE, sender, [], 4, litresFrom)).toHaveLength(1)
    const fills = fillsWorthTaking(
      TRIANGLE,
      {
        kind: 'arm',
        pivotMm: 150,
        armMm: 155,
        lowDeg: -75,
        highDeg: 75,
        emptySignal: 10,
        fullSignal: 180,
      },
      [],
      4,
      litresFrom,
    )
    expect(fills.length).toBeGreaterThan(1)
    for (let i = 1; i < fills.length; i++)
      expect(fills[i]!.errorL).toBeLessThan(fills[i - 1]!.errorL)
    expect(fillsWorthTaking(BOX, STRAIGHT, [], 4, litresFrom)).toEqual([])
  })
})

describe('damping', () => {
  it('the lap is the same for a seed, about the truth, and as large as asked', () => {
    expect([...slosh(60, 5, 3)]).toEqual([...slosh(60, 5, 3)])
    expect([...slosh(60, 5, 3)]).not.toEqual([...slosh(60, 5, 4)])
    const lap = slosh(600, 5, 3)
    expect(Math.abs(lap.reduce((a, b) => a + b, 0) / lap.length)).toBeLessThan(1)
    expect(Math.max(...lap.map(Math.abs))).toBeGreaterThan(4)
  })
  it('more of it calms the needle and hides a fill for longer', () => {
    const rows = judgeDamping([0, 2, 10, 40], { sizeL: 5 })
    for (let i = 1; i < rows.length; i++) {
      expect(rows[i]!.swingL).toBeLessThan(rows[i - 1]!.swingL)
      expect(rows[i]!.fillS).toBeGreaterThan(rows[i - 1]!.fillS)
    }
    expect(rows[3]!.fillS).toBeCloseTo(40 * Math.log(10), 9)
    // a step through the filter itself, by the clock
    const step = damped(
      Float64Array.from({ length: 2000 }, (_, i) => (i === 0 ? 0 : 10)),
      { tauS: 20, fastTauS: 0.5, fastForS: 0 },
    )
    expect(step.findIndex((v) => v >= 9) / 10).toBeCloseTo(20 * Math.log(10), 0)
    // fast at key-on: nine tenths while the fast time lasts
    expect(rows[3]!.keyOnS).toBeLessThan(2)
  })
  it('is chosen the least that keeps the swing', () => {
    const chosen = chooseDamping(2, { sizeL: 5 })!
    expect(chosen.swingL).toBeLessThanOrEqual(2)
    // what is said holds on laps nobody judged it by, and a tenth less would not do
    const stays = (tauS: number): number => {
      let kept = 0
      for (let seed = 1; seed <= 300; seed++) {
        const shown = damped(slosh(400, 5, seed + 50_000), { tauS, fastTauS: 1, fastForS: 0 })
        const lap = shown.subarray(shown.length - 1200)
        if (lap.every((v) => Math.abs(v) <= 2)) kept++
      }
      return kept / 300
    }
    expect(stays(chosen.tauS)).toBeGreaterThan(0.91)
    expect(stays(chosen.tauS)).toBeLessThan(0.985)
    expect(stays(0.8 * chosen.tauS)).toBeLessThan(0.91)
    expect(chooseDamping(0.001, { sizeL: 50 })).toBeNull()
  })
  it('a lamp flickers without hysteresis', () => {
    const shown = slosh(300, 2, 5).map((v) => 6 + v)
    expect(reserveLamp(shown, 6, 0).changes).toBeGreaterThan(3 * reserveLamp(shown, 6, 3).changes)
  })
})

describe('what the points say', () => {
  const family = familyOf('level')
  const at = (truth: number, signal: number, method = 'fill') => ({
    truth,
    signal,
    method,
    truthUncertainty: 0.1,
    signalUncertainty: 0.2,
  })
  const found = (points: ReturnType<typeof at>[], settings = {}) =>
    family.checks(points, family.fit(points, {}), { ground: 'level', ...settings })
  const said = (points: ReturnType<typeof at>[], settings = {}): string[] =>
    found(points, settings).map((f) => f.code)
  const honest = [0, 10, 20, 30, 40].map((l) => at(l, 10 + 4 * l))
  it('swapped ends, dead zones, a sticking float, a slope, and two ends against all', () => {
    expect(said(honest, { emptyReads: 'high' })).toEqual(['ends-swapped'])
    expect(said(honest, { emptyReads: 'low' })).toEqual([])
    const dead = found([at(0, 10), at(4, 10), ...honest.slice(1)]).find(
      (f) => f.code === 'dead-zones',
    )
    expect(numbersIn(dead!)).toEqual([0, 4])
    const sticks = found([
      ...honest,
      ...[0, 10, 20, 30, 40].map((l) => at(l, 10 + 4 * l + 6, 'drain')),
    ]).find((f) => f.code === 'float-sticks')
    expect(numbersIn(sticks!)[0]).toBeCloseTo(1.5, 6)
    expect(said(honest, { ground: 'slope' })).toEqual(['sloped'])
    expect(said([at(0, 10), at(5, 60), at(20, 110), at(40, 160)])).toContain('two-ends')
  })
  it('answers a dead zone with its interval; what stands there is known, and beside it the band is wide', () => {
    const fit = family.fit([at(0, 10), at(6, 10), at(20, 90), at(40, 170)], {})
    expect(family.interval!(fit.curve, 10)).toEqual([0, 6])
    expect(family.inverse(fit.curve, 10)).toBe(3)
    expect(family.band(fit, 3)).toBeLessThan(0.2)
    expect(family.band(fit, 20)).toBeLessThan(1)
    // few ohms for the next litres: nobody saw where the stop ends
    const later = family.fit([at(0, 10), at(6, 10), at(20, 60), at(40, 170)], {})
    expect(family.band(later, 8)).toBeGreaterThan(0.4)
  })
  it('refuses a true reversal by its two fills, and pools one within the scatter', () => {
    expect(() => family.fit([at(0, 10), at(10, 60), at(20, 40), at(30, 120)], {})).toThrow(
      /fills of 10 .* and 20 .* turn back/,
    )
    const pooled = family.fit([at(0, 10), at(10, 50.1), at(11, 49.9), at(30, 120)], {})
    expect(family.inverse(pooled.curve, 50)).toBeGreaterThan(9.9)
    expect(family.inverse(pooled.curve, 50)).toBeLessThan(11.1)
  })
  it('no gap without both ways; two ends of a straight sender err by nothing', () => {
    expect(directionGap(honest)).toBeNull()
    expect(
      Math.abs(
        twoEndsError(fitLevel(honest.map((p) => ({ signal: p.signal, litres: p.truth })))).errorL,
      ),
    ).toBeLessThan(1e-9)
  })
})

it('two ends alone are off by what the curve bends, least at the ends', () => {
  const curve = fitLevel(
    [0, 10, 20, 25, 30, 40, 50].map((litres) => ({
      litres,
      signal: 12 + 3.6 * litres - 0.012 * litres ** 2,
    })),
  )
  const errors = twoEndsErrors(curve)
  expect(errors.find((e) => e.litres === 25)!.errorL).toBeCloseTo(2.5, 6)
  for (const end of [errors[0]!, errors.at(-1)!]) expect(end.errorL).toBeCloseTo(0, 9)
  expect(twoEndsError(curve).errorL).toBeCloseTo(2.5, 1)
  // a falling sender says the same
  const falling = fitLevel(
    [0, 10, 20, 25, 30, 40, 50].map((litres) => ({
      litres,
      signal: 200 - 3.6 * litres + 0.012 * litres ** 2,
    })),
  )
  expect(twoEndsErrors(falling).find((e) => e.litres === 25)!.errorL).toBeCloseTo(2.5, 6)
})
