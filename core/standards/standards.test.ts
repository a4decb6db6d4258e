import { describe, expect, it } from 'vitest'
import published from './published.test.json' with { type: 'json' }
import { awgAreaMm2, boilingPointC, preferredValues, saturationPressureKPa, standardPressureKPa, wireOhm } from './index.ts'

const rows = (table: { rows: number[][] }): [number, number][] => table.rows as [number, number][]

describe('published tables', () => {
  it.each(rows(published.boilingPoint))('water boils at %d kPa at %d °C (IAPWS)', (kPa, celsius) => { expect(Math.abs(boilingPointC(kPa) - celsius)).toBeLessThan(0.01) })
  it.each(rows(published.standardPressure))('at %d m stand %d kPa (ISO 2533)', (m, kPa) => { expect(Math.abs(standardPressureKPa(m) - kPa)).toBeLessThan(0.001) })
  it.each(rows(published.awg))('AWG %d is %d mm² (ASTM B258)', (gauge, area) => { expect(Math.abs(awgAreaMm2(gauge) - area)).toBeLessThan(0.0001) })
})

describe('water', () => {
  it('boils where it is saturated', () => {
    for (const kPa of [55, 80, 101.325, 300]) expect(saturationPressureKPa(boilingPointC(kPa))).toBeCloseTo(kPa, 6)
  })
  it('refuses pressures no barometer reads', () => {
    expect(() => boilingPointC(0)).toThrow(/kPa/)
    expect(() => boilingPointC(NaN)).toThrow(/finite/)
    expect(() => standardPressureKPa(20000)).toThrow(/altitude/i)
  })
})

describe('wireOhm', () => {
  it('is 17.241 mΩ a metre of 1 mm² at 20 °C and 0.393 % more a degree', () => {
    expect(wireOhm({ areaMm2: 1, lengthM: 1 })).toBeCloseTo(0.017241, 9)
    expect(wireOhm({ areaMm2: 1, lengthM: 1, temperatureC: 100 }) / wireOhm({ areaMm2: 1, lengthM: 1 })).toBeCloseTo(1 + 0.00393 * 80, 9)
  })
  it('refuses a wire without area', () => { expect(() => wireOhm({ areaMm2: 0, lengthM: 1 })).toThrow(/area/) })
})

describe('preferred values (IEC 60063)', () => {
  it('holds 12, 24 and 96 a decade', () => {
    expect(preferredValues('E12', 100, 999)).toHaveLength(12)
    expect(preferredValues('E24', 100, 999)).toHaveLength(24)
    expect(preferredValues('E96', 100, 999)).toHaveLength(96)
  })
  it('has the values that are sold, not rounded powers', () => {
    expect(preferredValues('E12', 1000, 9999)).toEqual([1000, 1200, 1500, 1800, 2200, 2700, 3300, 3900, 4700, 5600, 6800, 8200])
    expect(preferredValues('E96', 2400, 2500)).toEqual([2430, 2490])
  })
})
