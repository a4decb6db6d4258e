import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { nameOfWheel, parseWheel, requireWheel, degreesBetween } from './wheel.ts'

describe('a wheel by its shorthand', () => {
  it('60-2 is 58 edges of 6°, the gap of 18° before edge 0', () => {
    const { cycleDegrees, edgesDegrees } = parseWheel('60-2')
    expect(cycleDegrees).toBe(360)
    expect(edgesDegrees).toHaveLength(58)
    expect(edgesDegrees.slice(0, 3)).toEqual([0, 6, 12])
    expect(edgesDegrees.at(-1)).toBe(342)
  })
  it('4+1 is four equal ones, and one half a pitch before edge 0', () => {
    expect(parseWheel('4+1').edgesDegrees).toEqual([0, 90, 180, 270, 315])
  })
  it('angles are themselves, of the crank or of the cam', () => {
    expect(parseWheel('0, 10, 25.5/360').edgesDegrees).toEqual([0, 10, 25.5])
    expect(parseWheel('0,180,300/720')).toEqual({ cycleDegrees: 720, edgesDegrees: [0, 180, 300] })
  })
  it('steps add up to the whole, and the name gives the wheel back', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 130 }),
        fc.integer({ min: 1, max: 2 }),
        fc.boolean(),
        (teeth, missing, added) => {
          const text = added ? `${teeth}+1` : `${teeth}-${missing}`
          const wheel = parseWheel(text)
          expect(degreesBetween(wheel).reduce((a, b) => a + b, 0)).toBeCloseTo(360, 6)
          expect(parseWheel(nameOfWheel(wheel))).toEqual(wheel)
        },
      ),
    )
  })
  it.each([
    '',
    'wheel',
    '60-60',
    '60-61',
    '1-0',
    '0-1',
    '4+2',
    '5,10/360',
    '0,10,10/360',
    '0,400',
    '0,10/180',
    '0,-5,9',
  ])('%j is no wheel, and the refusal says what to write', (text) => {
    expect(() => parseWheel(text)).toThrow(coded('bad-wheel'))
  })
  it.each([
    [{ cycleDegrees: 360 as const, edgesDegrees: [] }],
    [{ cycleDegrees: 90 as 360, edgesDegrees: [0] }],
    [{ cycleDegrees: 360 as const, edgesDegrees: [0, NaN] }],
    [{ cycleDegrees: 360 as const, edgesDegrees: [10, 20] }],
  ])('%j is refused', (wheel) => {
    expect(() => requireWheel(wheel)).toThrow(coded('bad-wheel'))
  })
})
