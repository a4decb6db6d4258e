import { describe, expect, it } from 'vitest'
import { families } from '../../core/curve/index.ts'
import { findUnit, stoichiometricAfr } from '../../core/quantity/index.ts'
import type { AppSettings } from '../store/settings.ts'
import { differenceUnit, preferredUnit, quantityOf, signalText } from './units.ts'
import { DEFAULTS } from '../store/settings.ts'

const SI: AppSettings = DEFAULTS
const OTHER: AppSettings = {
  temperature: '°F',
  pressure: 'psi',
  altitude: 'ft',
  volume: 'gal',
  speed: 'mph',
  lambda: 'AFR',
}

describe('a quantity as a person reads it', () => {
  it.each(families.map((f) => f.truthUnit))(
    '%s goes to the unit chosen and back, values and differences',
    (unit) => {
      for (const settings of [SI, OTHER]) {
        const q = quantityOf(unit, settings)
        expect(findUnit(q.unit)?.dimension).toBe(findUnit(unit)!.dimension)
        for (const v of [0, 1.5, 92, 250]) expect(q.in(q.out(v))).toBeCloseTo(v, 9)
        expect(q.out(30) - q.out(20)).toBeCloseTo(10 * q.scale, 9)
        expect(q.text(20)).toContain(q.unit)
        expect(q.pm(-2)).toMatch(/^±\d/)
      }
    },
  )
  it('writes each unit with the decimals it needs', () => {
    expect(quantityOf('°C', SI).text(92.04)).toBe('92.0 °C')
    expect(quantityOf('°C', OTHER).text(92.04)).toBe('197.7 °F')
    expect(quantityOf('λ', SI).text(0.8512)).toBe('0.851 λ')
    expect(quantityOf('kPa a', OTHER).text(101.325)).toBe('14.70 psi a')
    expect(quantityOf('kPa g', { ...SI, pressure: 'bar' }).off(-35, 1)).toBe('−0.350')
    expect(quantityOf('l', OTHER).bare(37.854, 0)).toBe('10.0')
    expect(quantityOf('km/h', OTHER).text(160.9344, 0)).toBe('100 mph')
  })
  it('λ as air to fuel of what is in the tank, and never of an unnamed fuel', () => {
    const q = quantityOf('λ', OTHER, 0.3)
    expect(q.unit).toBe('AFR E30')
    expect(q.out(1)).toBeCloseTo(stoichiometricAfr(0.3), 12)
    expect(q.in(q.out(0.85))).toBeCloseTo(0.85, 12)
    expect(q.text(0.9)).toBe(`${(0.9 * stoichiometricAfr(0.3)).toFixed(2)} AFR E30`)
    expect(q.pm(0.02)).toBe(`±${(0.02 * stoichiometricAfr(0.3)).toFixed(3)}`)
    expect(quantityOf('λ', SI, 0.3).unit).toBe('λ')
  })
  it('gauge and absolute stay what they are; differences are neither', () => {
    expect(preferredUnit('kPa a', OTHER)).toBe('psi a')
    expect(preferredUnit('kPa g', { ...SI, pressure: 'inHg' })).toBe('inHg g')
    expect([differenceUnit('kPa a'), differenceUnit('°C'), differenceUnit('λ')]).toEqual([
      'kPa',
      'Δ°C',
      'λ',
    ])
  })
  it('signals are written as a meter shows them', () => {
    expect([
      signalText(4712, 'Ω'),
      signalText(1.4321, 'V'),
      signalText(98.765, 'Hz'),
      signalText(4321.7, 'Hz'),
    ]).toEqual(['4.712 kΩ', '1.432 V', '98.77 Hz', '4321.7 Hz'])
  })
})
