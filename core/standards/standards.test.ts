import { describe, expect, it } from 'vitest'
import published from './published.test.json' with { type: 'json' }
import {
  awgAreaMm2,
  boilingPointC,
  platinumC,
  platinumOhm,
  preferredValues,
  saturationPressureKPa,
  standardPressureKPa,
  stoichiometricAfr,
  thermocoupleC,
  thermocoupleMv,
  wireOhm,
} from './index.ts'
import { coded } from '../coded.fixture.ts'

const rows = (table: { rows: number[][] }): [number, number][] => table.rows as [number, number][]

describe('published tables', () => {
  it.each(rows(published.boilingPoint))(
    'water boils at %d kPa at %d °C (IAPWS)',
    (kPa, celsius) => {
      expect(Math.abs(boilingPointC(kPa) - celsius)).toBeLessThan(0.01)
    },
  )
  it.each(rows(published.standardPressure))('at %d m stand %d kPa (ISO 2533)', (m, kPa) => {
    expect(Math.abs(standardPressureKPa(m) - kPa)).toBeLessThan(0.001)
  })
  it.each(rows(published.awg))('AWG %d is %d mm² (ASTM B258)', (gauge, area) => {
    expect(Math.abs(awgAreaMm2(gauge) - area)).toBeLessThan(0.0001)
  })
})

describe('water', () => {
  it('boils where it is saturated', () => {
    for (const kPa of [55, 80, 101.325, 300])
      expect(saturationPressureKPa(boilingPointC(kPa))).toBeCloseTo(kPa, 6)
  })
  it('refuses pressures no barometer reads', () => {
    expect(() => boilingPointC(0)).toThrow(coded('out-of-range'))
    expect(() => boilingPointC(NaN)).toThrow(coded('not-a-number'))
    expect(() => standardPressureKPa(20000)).toThrow(coded('out-of-range'))
  })
})

describe('wireOhm', () => {
  it('is 17.241 mΩ a metre of 1 mm² at 20 °C and 0.393 % more a degree', () => {
    expect(wireOhm({ areaMm2: 1, lengthM: 1 })).toBeCloseTo(0.017241, 9)
    expect(
      wireOhm({ areaMm2: 1, lengthM: 1, temperatureC: 100 }) / wireOhm({ areaMm2: 1, lengthM: 1 }),
    ).toBeCloseTo(1 + 0.00393 * 80, 9)
  })
  it('refuses a wire without area', () => {
    expect(() => wireOhm({ areaMm2: 0, lengthM: 1 })).toThrow(coded('not-positive'))
  })
})

describe('preferred values (IEC 60063)', () => {
  it('holds 12, 24 and 96 a decade', () => {
    expect(preferredValues('E12', 100, 999)).toHaveLength(12)
    expect(preferredValues('E24', 100, 999)).toHaveLength(24)
    expect(preferredValues('E96', 100, 999)).toHaveLength(96)
  })
  it('has the values that are sold, not rounded powers', () => {
    expect(preferredValues('E12', 1000, 9999)).toEqual([
      1000, 1200, 1500, 1800, 2200, 2700, 3300, 3900, 4700, 5600, 6800, 8200,
    ])
    expect(preferredValues('E96', 2400, 2500)).toEqual([2430, 2490])
  })
})

describe('platinum (IEC 60751)', () => {
  it.each(rows(published.platinumRtd))('at %d °C a 1,000 Ω one has %d Ω', (celsius, ohm) => {
    expect(Math.abs(platinumOhm(celsius, 1000) - ohm)).toBeLessThan(0.001)
    expect(Math.abs(platinumC(platinumOhm(celsius, 1000), 1000) - celsius)).toBeLessThan(1e-6)
  })
  it('takes 100 Ω where nothing is said, and refuses what is no resistance', () => {
    expect(platinumOhm(0)).toBe(100)
    expect(() => platinumC(5000)).toThrow(coded('out-of-range'))
    expect(() => platinumOhm(900)).toThrow(coded('out-of-range'))
  })
})

describe('thermocouple K (ITS-90)', () => {
  it.each(rows(published.thermocoupleK))('at %d °C gives %d mV', (celsius, mV) => {
    expect(Math.abs(thermocoupleMv(celsius) - mV)).toBeLessThan(0.001)
  })
  it('comes back within 0.01 °C from −200 to 1,370 °C with any junction from −20 to 80 °C', () => {
    for (let t = -200; t <= 1370; t += 17)
      for (const junction of [-20, 0, 25, 80])
        expect(Math.abs(thermocoupleC(thermocoupleMv(t, junction), junction) - t)).toBeLessThan(
          0.01,
        )
  })
  it('adds the junction in millivolts: degrees would be wrong', () => {
    const asDegrees = thermocoupleC(thermocoupleMv(800, 60), 0) + 60
    expect(Math.abs(asDegrees - 800)).toBeGreaterThan(0.5)
    expect(() => thermocoupleC(90, 20)).toThrow(/polarity/)
    expect(() => thermocoupleMv(2000)).toThrow(coded('out-of-range'))
  })
})

describe('stoichiometry', () => {
  it.each(rows(published.stoichiometry))(
    'ethanol %d by volume needs %d of air',
    (fraction, afr) => {
      expect(Math.abs(stoichiometricAfr(fraction) - afr)).toBeLessThan(0.0006)
    },
  )
  it('refuses per cent', () => {
    expect(() => stoichiometricAfr(85)).toThrow(/E85 is 0.85/)
  })
})
