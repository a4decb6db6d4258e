import { describe, expect, it } from 'vitest'
import { isSameWheel, waysOut } from './waysOut.ts'
import { parseWheel } from './wheel.ts'

const of = (on: string, told: string) => waysOut(parseWheel(on), parseWheel(told))

describe('ways out where the wheels differ', () => {
  it('there are no ways out where they do not', () => {
    expect(of('36-2', '36-2')).toEqual([])
    expect(isSameWheel(parseWheel('0,90,180,270/360'), parseWheel('4-0'))).toBe(true)
    // a cam wheel does not do for the crank, though its edges stand alike
    expect(isSameWheel(parseWheel('0,90/360'), parseWheel('0,90/720'))).toBe(false)
  })
  it('say how coarse the crank is then seen', () => {
    const [describe_, convert, change] = of('36-2', '60-2')
    expect(describe_).toMatchObject({ way: 'describe', widestDeg: 30, byAngles: false, offDeg: 0 })
    expect(change).toMatchObject({ way: 'change-wheel', widestDeg: 18 })
    // the last tooth on the engine is at 330°, the last of the other wheel at 57 · 6°: that much is guessed
    expect(convert!.offDeg).toBeCloseTo(0.05 * 12, 9)
  })
  it('ask for angles where a wheel has no shorthand', () => {
    expect(of('0,10,25.5,90,150,200,270/360', '36-1')[0]!.byAngles).toBe(true)
    expect(of('4+1', '36-1')[0]!.byAngles).toBe(false)
  })
  it('guess less the more edges there are, and nothing where every edge is there already', () => {
    const off = (on: string, told: string): number =>
      of(on, told).find((w) => w.way === 'convert')!.offDeg
    expect(off('60-2', '36-1')).toBeLessThan(off('12-1', '36-1'))
    expect(off('4+1', '4-0')).toBe(0)
  })
  it('begin with the least work', () => {
    const hours = of('24-1', '0,30,90/720').map((w) => w.effortH)
    expect(hours).toEqual(hours.toSorted((a, b) => a - b))
  })
})
