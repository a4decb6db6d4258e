import { numbersIn } from '../../quantity/numbersIn.ts'
import { describe, expect, it } from 'vitest'
import { normalStream, uniformStream } from '../../math/index.ts'
import { familyOf } from '../registry.ts'
import { checkSweep, checkTracks, idleSwitch } from './index.ts'
import { coded } from '../../coded.fixture.ts'

const RATE = 100
/** A clean sweep of five seconds, with a meter's noise, and whatever is done to it. */
function sweep(spoil: (v: number, i: number) => number = (v) => v, seed = 1): Float64Array {
  const normal = normalStream(uniformStream(seed))
  return Float64Array.from({ length: 500 }, (_, i) =>
    spoil(0.6 + 3.6 * Math.min(1, Math.max(0, (i - 40) / 420)) + 0.002 * normal(), i),
  )
}
const kinds = (s: Float64Array): string[] => checkSweep(s, RATE).faults.map((f) => f.kind)

describe('a sweep', () => {
  it('clean is clean, rising or falling, in 200 laps of noise', () => {
    for (let seed = 1; seed <= 200; seed++)
      expect(kinds(sweep(undefined, seed)), `seed ${seed}`).toEqual([])
    const falling = checkSweep(
      sweep((v) => 5 - v),
      RATE,
    )
    expect(falling).toMatchObject({ direction: 'falling', faults: [] })
    expect(falling.closed).toBeCloseTo(4.4, 1)
  })
  it('names a dropout, a jump, a reversal and a worn spot, with their places', () => {
    const drop = checkSweep(
      sweep((v, i) => (i >= 200 && i < 206 ? 0.02 : v)),
      RATE,
    )
    expect(drop.faults[0]).toMatchObject({ kind: 'dropout', timeS: expect.closeTo(2, 1) })
    expect(numbersIn(drop.faults[0]!.says)[1]).toBeCloseTo(60, 0)
    expect(kinds(sweep((v, i) => (i >= 250 ? Math.min(4.2, v + 0.5) : v)))).toContain('jump')
    expect(kinds(sweep((v, i) => (i >= 250 && i < 320 ? v - 0.4 : v)))).toContain('reversal')
    const normal = normalStream(uniformStream(77))
    const worn = checkSweep(
      sweep((v, i) => (i >= 90 && i < 150 ? v + 0.06 * normal() : v)),
      RATE,
    )
    const spot = worn.faults.find((f) => f.kind === 'worn')
    expect(spot).toBeDefined()
    expect(spot!.at).toBeLessThan(0.35)
  })
  it('asks for a sweep', () => {
    expect(() => checkSweep([1, 2, 3], RATE)).toThrow(coded('too-short'))
    expect(() => checkSweep(new Float64Array(100).fill(1), RATE)).toThrow(coded('no-movement'))
  })
})

describe('two tracks', () => {
  const one = sweep()
  it('add up, or stand in a ratio, and are held to it', () => {
    expect(
      checkTracks(
        one,
        one.map((v) => 5 - v),
        5,
      ),
    ).toMatchObject({ relation: 'sum', plausible: true, constant: expect.closeTo(5, 6) })
    expect(
      checkTracks(
        one,
        one.map((v) => v / 2),
        5,
      ),
    ).toMatchObject({ relation: 'ratio', plausible: true, constant: expect.closeTo(2, 6) })
    const bad = checkTracks(
      one,
      one.map((v, i) => 5 - v + (i > 300 && i < 320 ? 0.6 : 0)),
      5,
    )
    expect(bad.plausible).toBe(false)
    expect(bad.worstPercent).toBeCloseTo(12, 0)
    expect(bad.says.code).toBe('tracks-part')
  })
  it('needs some readings', () => {
    expect(() => checkTracks([1], [4], 5)).toThrow(coded('too-short'))
  })
})

describe('a fourth pin', () => {
  const O = Infinity
  // a switch, b ground end, c wiper, d supply end; closed, the switch lies on b
  const closed = { ab: 3, ac: 430, ad: 5003, bc: 427, bd: 5000, cd: 4600 }
  const open = { ab: O, ac: O, ad: O, bc: 4550, bd: 5000, cd: 480 }
  it('is known by being open when the throttle is open', () => {
    const found = idleSwitch(closed, open)
    expect(found).toMatchObject({ switchPin: 'a', joins: 'b', closesAt: 'closed' })
    expect(found.track).toMatchObject({ wiper: 'c', ground: 'b', supply: 'd', certain: true })
    expect(found.track.trackOhm).toBeCloseTo(5000, -1)
  })
  it('says when there is none, when it is burnt, and when two behave so', () => {
    expect(() => idleSwitch(closed, closed)).toThrow(coded('no-switch'))
    expect(() => idleSwitch({ ...closed, ab: 900, ac: 1300, ad: 5900 }, open)).toThrow(/burnt/)
    expect(() => idleSwitch(closed, { ab: O, ac: O, ad: O, bc: O, bd: O, cd: 480 })).toThrow(
      /both open and close/,
    )
  })
})

it('what the ends say: falling, a small throw, an end on the rail, the dead band', () => {
  const family = familyOf('position')
  const found = (closed: number, open: number) => {
    const points = [
      { truth: 0, signal: closed },
      { truth: 100, signal: open },
    ]
    return family.checks(points, family.fit(points, {}), { deadPercent: 2 })
  }
  const said = (closed: number, open: number): string[] => found(closed, open).map((f) => f.code)
  expect(said(0.5, 4.5)).toEqual(['dead-band'])
  expect(numbersIn(found(0.5, 4.5)[0]!)).toEqual([2, 0.58, 4.42].map((v) => expect.closeTo(v, 9)))
  expect(said(4.5, 0.5)).toContain('falls')
  expect(said(2, 2.6)).toContain('short-throw')
  expect(said(0.05, 4.5)).toContain('end-at-rail')
})
