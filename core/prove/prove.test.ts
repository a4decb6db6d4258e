import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { assembleChain, prepareChain, walkForward, type ChainSpec } from '../chain/index.ts'
import { settling } from '../bench/settle.ts'
import { normalStream, uniformStream } from '../math/index.ts'
import { expectedReadings, FAULTS, keyOnCheck, observe } from './index.ts'
import { coded } from '../coded.fixture.ts'
import { pathOf } from '../build/index.ts'

const build = saltmarshNine()
const spec = assembleChain(build, 'rd-coolant').spec!
const SHED = 14.2

describe('expected readings', () => {
  it('hold the chain’s own value inside a band that grows with the truth’s doubt', () => {
    const sure = expectedReadings(prepareChain(spec), SHED, 0),
      unsure = expectedReadings(prepareChain(spec), SHED, 0.5)
    for (const [i, e] of sure.entries()) {
      expect(e.low).toBeLessThanOrEqual(e.value)
      expect(e.high).toBeGreaterThanOrEqual(e.value)
      expect(unsure[i]!.high - unsure[i]!.low).toBeGreaterThan(e.high - e.low)
    }
    expect(sure.find((e) => e.stage === 'shown')!.value).toBe(
      walkForward(prepareChain(spec), SHED).shown,
    )
  })
})

describe('the key-on check', () => {
  it('agrees with a healthy chain', () => {
    const verdict = keyOnCheck(spec, SHED, 0.3, {
      shown: walkForward(prepareChain(spec), SHED).shown + 0.3,
    })
    expect(verdict).toMatchObject({ agrees: true, causes: [], next: null })
  })

  it('keeps 95 % of healthy readings inside', () => {
    const normal = normalStream(uniformStream(8))
    const chain = prepareChain(spec)
    let inside = 0
    for (let i = 0; i < 400; i++) {
      const { shown } = walkForward(chain, SHED + 0.3 * normal())
      if (keyOnCheck(spec, SHED, 0.3, { shown }).agrees) inside++
    }
    expect(inside / 400).toBeGreaterThan(0.93)
  })

  // every fault, put into the chain and read with all three readings, is named first or shares the first place
  const seen = FAULTS.filter((f) => f.isPossible(spec)).flatMap((f) => {
    const shift = (v: ReturnType<typeof f.variants>[number]): number =>
      Math.abs(observe(v, SHED).shown - SHED)
    return [f.variants(spec).reduce((a, b) => (shift(b) > shift(a) ? b : a))].map(
      (v) => [f.id, v] as const,
    )
  })
  it.each(seen)('finds %s', (id, variant) => {
    const observed = observe(variant, SHED)
    const verdict = keyOnCheck(spec, SHED, 0.3, observed)
    expect(verdict.agrees).toBe(false)
    const found = verdict.causes.find((c) => c.id === id)
    expect(found).toBeDefined()
    // at one temperature two faults can give the very same readings: first or second, and believed
    expect(verdict.causes.slice(0, 2).map((c) => c.id)).toContain(id)
    expect(found!.probability).toBeGreaterThan(0.2)
    expect(found!.remedy.length).toBeGreaterThan(20)
  })

  it('by the display alone says which reading would part the likely causes, and it does', () => {
    const open = observe(FAULTS.find((f) => f.id === 'open')!.variants(spec)[0]!, SHED)
    const first = keyOnCheck(spec, SHED, 0.3, { shown: open.shown })
    expect(
      first.causes
        .slice(0, 2)
        .map((c) => c.id)
        .sort(),
    ).toEqual(['open', 'sensor-open'])
    expect(first.next!.what).toBe('ohm')
    const second = keyOnCheck(spec, SHED, 0.3, { shown: open.shown, ohm: open.ohm })
    expect(second.causes[0]!.id).toBe('open')
    expect(second.causes[0]!.probability).toBeGreaterThan(0.9)
  })

  it('finds nothing rather than something for readings no fault gives', () => {
    const verdict = keyOnCheck(spec, SHED, 0.3, { shown: 14.2, ohm: 9000, pinV: 4.9 })
    expect(verdict.agrees).toBe(false)
    expect(verdict.causes.filter((c) => c.probability > 0.5)).toEqual([])
  })

  it('asks for a reading', () => {
    expect(() => keyOnCheck(spec, SHED, 0.3, {})).toThrow(coded('nothing-read'))
  })

  it('runs on a chain whose input is beyond its reference', () => {
    const oil: ChainSpec = assembleChain(build, 'rd-oil').spec!
    const cold = oil.table!.y.at(-1)!
    expect(cold).toBeLessThan(-49)
    expect(walkForward(prepareChain(oil), SHED).shown).toBe(cold)
    expect(keyOnCheck(oil, SHED, 0.3, { shown: -50 }).agrees).toBe(true)
    expect(keyOnCheck(oil, SHED, 0.3, { shown: 14, pinV: 2 }).agrees).toBe(false)
    for (const e of expectedReadings(prepareChain(oil), SHED, 0.3))
      expect(Number.isFinite(e.value + e.low + e.high)).toBe(true)
  })
})

describe('settling', () => {
  const normal = normalStream(uniformStream(2))
  const stream = (f: (t: number) => number, seconds: number) =>
    Array.from({ length: seconds * 4 }, (_, i) => ({
      timeS: i / 4,
      value: f(i / 4) + 0.01 * normal(),
    }))
  it('waits, then moves, then is at rest', () => {
    const f = (t: number): number => 20 + 60 * Math.exp(-t / 6)
    expect(settling(stream(f, 1), { windowS: 10, rateLimit: 0.01 }).state).toBe('waiting')
    expect(settling(stream(f, 15), { windowS: 10, rateLimit: 0.01 }).state).toBe('moving')
    expect(settling(stream(f, 90), { windowS: 10, rateLimit: 0.01 })).toMatchObject({
      state: 'settled',
      mean: expect.closeTo(20, 1),
    })
  })
  it('is not fooled by overloads', () => {
    const readings = stream(() => 20, 30).map((r, i) => (i % 7 === 0 ? { ...r, value: NaN } : r))
    expect(settling(readings, { windowS: 10, rateLimit: 0.01 }).state).toBe('settled')
  })
})

describe('where a curve does not reach', () => {
  const fedThrough = (pullOhm: number): ChainSpec => {
    const fed = structuredClone(build)
    const { input } = pathOf(fed, 'rd-gearbox')
    for (const pull of input.pulls) pull.ohm = { ...pull.ohm, value: pullOhm }
    return assembleChain(fed, 'rd-gearbox').spec!
  }
  it.each([2490, 10_000])('a curve that ends before is no suspect, behind %d Ω', (pullOhm) => {
    for (const truth of [-40, 20])
      for (const shown of [-60, 300]) {
        const { agrees, causes } = keyOnCheck(fedThrough(pullOhm), truth, 0.3, { shown })
        expect(agrees).toBe(false)
        expect(causes.every((c) => c.probability > 0 && c.probability <= 1)).toBe(true)
      }
  })
  it('a tank said to hold less than nothing is empty, and no reading is forgiven for it', () => {
    const tank = assembleChain(build, 'rd-fuel').spec!
    for (const shown of [0, 2, 4, 6.6, 10]) {
      const empty = keyOnCheck(tank, 0, 0.2, { shown })
      for (const below of [-2, -7])
        expect(keyOnCheck(tank, below, 0.2, { shown }).agrees).toBe(empty.agrees)
    }
    expect(keyOnCheck(tank, -7, 0.2, { shown: 6.6 }).agrees).toBe(false)
  })
})
