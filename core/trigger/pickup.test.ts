import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { uniformStream } from '../math/index.ts'
import {
  gapWindow,
  kindOfPickup,
  pinsOf,
  SERIES_OHM,
  TRY_V,
  waysToTry,
  type GapTask,
  type LeadOhms,
  type PinTry,
} from './pickup.ts'

const pair = (a: string, b: string, ohm: number, exchangedOhm = ohm): LeadOhms => ({
  ...{ a, b, ohm, exchangedOhm },
})

describe('a pickup by its ohms', () => {
  it.each([
    ['two leads, a coil', [pair('1', '2', 860)], { kind: 'vr', coil: ['1', '2'], shield: null }],
    [
      'three leads, one of them the shield',
      [pair('1', '2', Infinity), pair('1', '3', 1240, 1236), pair('2', '3', Infinity)],
      { kind: 'vr', coil: ['1', '3'], shield: '2' },
    ],
    [
      'three leads that switch: another reading each way',
      [pair('1', '2', 4e6, 9e5), pair('1', '3', Infinity), pair('2', '3', Infinity, 2e6)],
      { kind: 'hall' },
    ],
    [
      'three leads that switch, on a meter that opens nothing',
      [pair('1', '2', Infinity), pair('1', '3', Infinity), pair('2', '3', Infinity)],
      { kind: 'hall' },
    ],
    ['a broken coil', [pair('1', '2', Infinity)], { kind: 'unsure', why: 'open' }],
    ['a shorted coil', [pair('1', '2', 2.1)], { kind: 'unsure', why: 'short' }],
    [
      'a coil whose shield touches a lead',
      [pair('1', '2', 900), pair('1', '3', 0.4), pair('2', '3', 900)],
      { kind: 'unsure', why: 'short' },
    ],
    ['a diode between two leads', [pair('1', '2', 700, 2e6)], { kind: 'unsure', why: 'one-sided' }],
    [
      'one pair of three',
      [pair('1', '2', 900), pair('1', '3', Infinity)],
      { kind: 'unsure', why: 'too-few' },
    ],
    ['nothing yet', [], { kind: 'unsure', why: 'too-few' }],
  ])('%s', (_, pairs, is) => {
    expect(kindOfPickup(pairs)).toEqual(is)
  })
  it('is refused for what is no resistance', () => {
    expect(() => kindOfPickup([pair('1', '2', NaN)])).toThrow(coded('not-a-number'))
    expect(() => kindOfPickup([pair('1', '2', -3)])).toThrow(coded('not-positive'))
  })
})

/**
 * A sensor that switches, as it answers to a try: fed right it draws its milliamperes and pulls its signal down before
 * steel; fed the wrong way its protection conducts like a diode, or nothing does.
 */
function answer(
  true_: { supply: string; ground: string },
  [plus, minus]: [string, string],
  mA: number,
): PinTry {
  const feeds = { plus, minus }
  if (plus === true_.supply && minus === true_.ground)
    return { ...feeds, acrossV: (mA * SERIES_OHM) / 1000, withV: 0.2, withoutV: TRY_V - 0.1 }
  if (plus === true_.ground) return { ...feeds, acrossV: TRY_V - 0.65, withV: 0.7, withoutV: 0.7 }
  return { ...feeds, acrossV: 0.05, withV: TRY_V, withoutV: TRY_V }
}

describe('the pins of a sensor that switches', () => {
  const pins = ['A', 'B', 'C'] as const
  it('are found in six tries at the most, whichever they are', () => {
    for (const [supply, ground] of waysToTry(pins))
      for (const mA of [1.2, 2.5, 4]) {
        const tries: PinTry[] = []
        let found = null
        for (const way of waysToTry(pins)) {
          tries.push(answer({ supply, ground }, way, mA))
          found = pinsOf(pins, tries)
          if (found) break
        }
        const signal = pins.find((p) => p !== supply && p !== ground)
        expect(found).toEqual({ supply, ground, signal })
      }
  })
  it('are not said before one try switched, and not where two did', () => {
    expect(pinsOf(pins, [])).toBe(null)
    const right = answer({ supply: 'A', ground: 'B' }, ['A', 'B'], 3)
    expect(pinsOf(pins, [{ ...right, withV: 4.9 }])).toBe(null)
    expect(pinsOf(pins, [right, right])).not.toBe(null)
    expect(() => pinsOf(pins, [right, { ...right, plus: 'C' }])).toThrow(coded('ambiguous'))
  })
  it('each way is tried once', () => {
    const ways = waysToTry(pins).map((w) => w.join())
    expect(new Set(ways).size).toBe(6)
    expect(ways.every((w) => w[0] !== w[2])).toBe(true)
  })
})

const task: GapTask = {
  ...{ peakV: 1.4, rpm: 200, gapM: 0.001, diameterM: 0.15, pitches: 36 },
  ...{
    thresholdV: 0.3,
    limitV: 100,
    crankRpm: 120,
    limiterRpm: 7500,
    runoutM: 0.0002,
    clearM: 0.0003,
  },
}

/** Volts of a coil before a row of teeth, by adding up the field of their first harmonic over its way. */
function peakOf(gapM: number, rpm: number, { diameterM, pitches }: GapTask): number {
  const pitch = (Math.PI * diameterM) / pitches
  const speed = (Math.PI * diameterM * rpm) / 60
  const flux = (x: number): number =>
    Math.exp((-2 * Math.PI * gapM) / pitch) * Math.cos((2 * Math.PI * x) / pitch)
  let most = 0
  const dt = pitch / speed / 400
  for (let i = 0; i < 400; i++)
    most = Math.max(most, Math.abs(flux((i + 1) * dt * speed) - flux(i * dt * speed)) / dt)
  return most
}

describe('the gap of a coil', () => {
  it('gives the volts that the field of a row of teeth gives', () => {
    const { peakAt } = gapWindow(task)
    const scale = task.peakV / peakOf(task.gapM, task.rpm, task)
    for (const [gap, rpm] of [
      [0.4e-3, 150],
      [1e-3, 3000],
      [2.2e-3, 7000],
    ] as const)
      expect(peakAt(gap, rpm) / (scale * peakOf(gap, rpm, task))).toBeCloseTo(1, 3)
  })
  it.each([
    [10, 5],
    [6, 6],
    [4, 6],
    [12, 4],
  ])('falls over lone teeth of %d mm before a tip of %d mm as their flux does', (tooth, tip) => {
    // the flux of a strip of poles through the tip: by the potential of a strip in two dimensions
    const field = (x: number, gap: number): number =>
      Math.atan((x + tooth / 2) / gap) - Math.atan((x - tooth / 2) / gap)
    const fluxPeak = (gap: number): number =>
      Math.max(
        ...Array.from({ length: 400 }, (_, k) => k / 20 - 10).map(
          (x) => field(x + tip / 2, gap) - field(x - tip / 2, gap),
        ),
      )
    const { peakAt } = gapWindow({ ...task, pitches: 4, toothM: tooth / 1e3, tipM: tip / 1e3 })
    for (const gap of [0.5, 1.5, 2, 2.5]) {
      const said = peakAt(gap * 1e-3, 200) / peakAt(1e-3, 200)
      const flux = fluxPeak(gap) / fluxPeak(1)
      expect(said / flux).toBeGreaterThan(0.7)
      expect(said / flux).toBeLessThan(1.3)
    }
  })
  it('four teeth on 150 mm: a few millimetres, not the fourteen of a row with that pitch', () => {
    const { farM } = gapWindow({ ...task, pitches: 4 })
    expect(farM).toBeGreaterThan(0.5e-3)
    expect(farM).toBeLessThan(4e-3)
    const fine = gapWindow({ ...task, pitches: 36 })
    expect(fine.farM).toBeCloseTo(gapWindow({ ...task, pitches: 36, toothM: 0.0065 }).farM, 4)
  })
  it('within its window every tooth is seen while cranking, and none burns the reader at the limiter', () => {
    const uniform = uniformStream(4)
    let tried = 0
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 0.6e-3, noNaN: true }),
        fc.double({ min: 5, max: 200, noNaN: true }),
        fc.integer({ min: 4, max: 60 }),
        (peakV, runoutM, limitV, pitches) => {
          const of = { ...task, peakV, runoutM, limitV, pitches }
          const { nearM, farM, peakAt } = gapWindow(of)
          if (nearM > farM) return
          tried++
          const gap = nearM + uniform() * (farM - nearM)
          // a tooth stands anywhere within the runout
          const tooth = gap + (uniform() - 0.5) * runoutM
          expect(tooth).toBeGreaterThanOrEqual(of.clearM - 1e-9)
          expect(peakAt(tooth, of.crankRpm)).toBeGreaterThanOrEqual(2 * of.thresholdV * (1 - 1e-9))
          expect(peakAt(tooth, of.limiterRpm)).toBeLessThanOrEqual(limitV * (1 + 1e-9))
        },
      ),
      { numRuns: 300 },
    )
    expect(tried).toBeGreaterThan(20)
  })
  it('ends where one of the three is just reached', () => {
    const wide = gapWindow(task)
    expect(wide.near).toBe('touches')
    expect(wide.nearM).toBeCloseTo(0.4e-3, 12)
    expect(wide.peakAt(wide.farM + 0.1e-3, task.crankRpm)).toBeCloseTo(0.6, 12)
    const hot = gapWindow({ ...task, limitV: 30 })
    expect(hot.near).toBe('too-many-volts')
    expect(hot.peakAt(hot.nearM - 0.1e-3, task.limiterRpm)).toBeCloseTo(30, 9)
    // a reader that stands too little has no gap at all
    const none = gapWindow({ ...task, limitV: 5 })
    expect(none.nearM).toBeGreaterThan(none.farM)
  })
  it.each([
    [{ peakV: 0 }, 'not-positive'],
    [{ diameterM: -1 }, 'not-positive'],
    [{ runoutM: -1 }, 'not-positive'],
    [{ clearM: NaN }, 'not-a-number'],
  ] as const)('is refused for %o', (wrong, code) => {
    expect(() => gapWindow({ ...task, ...wrong })).toThrow(coded(code))
  })
})
