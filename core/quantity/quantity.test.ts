import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EchtError } from '../error.ts'
import {
  readQuantity,
  afrUnit,
  convertFromCore,
  findUnit,
  formatQuantity,
  parseQuantity,
  stoichiometricAfr,
  unitsLike,
  UNITS,
  quantityIn,
} from './index.ts'

const codeOf = (f: () => unknown): string => {
  try {
    f()
  } catch (e) {
    if (e instanceof EchtError) return e.code
    throw e
  }
  return 'no error'
}

describe('parseQuantity', () => {
  it.each([
    ['4k7', 'Ω', 4700],
    ['4K7', 'Ω', 4700],
    ['2.2 kΩ', 'Ω', 2200],
    ['2.2k', 'Ω', 2200],
    ['10R', 'Ω', 10],
    ['0R47', 'Ω', 0.47],
    ['R47', 'Ω', 0.47],
    ['2M2', 'Ω', 2.2e6],
    ['1,5k', 'Ω', 1500],
    ['2.2kohm', 'Ω', 2200],
    ['470 ohms', 'Ω', 470],
    ['0,47', 'Ω', 0.47],
    ['12 500', 'Ω', 12500],
    ['1.2e3', 'Ω', 1200],
    ['1,500.5', 'Ω', 1500.5],
    ['1.500,5', 'Ω', 1500.5],
    ['5 mΩ', 'Ω', 0.005],
    ['0.5 mV', 'V', 0.0005],
    ['500mV', 'V', 0.5],
    ['5V1', 'V', 5.1],
    ['4u7', 'F', 4.7e-6],
    ['100 nF', 'F', 1e-7],
    ['98 °F', '°C', 36.6667],
    ['98.6F', '°C', 37],
    ['−40', '°C', -40],
    ['310 K', '°C', 36.85],
    ['2 °F', 'Δ°C', 1.1111],
    ['2', 'Δ°C', 2],
    ['30 psi', 'kPa', 206.843],
    ['30 psig', 'kPa', 206.843],
    ['30 psig', 'kPa g', 206.843],
    ['2.1 bar a', 'kPa a', 210],
    ['29.92 inHg', 'kPa', 101.3208],
    ['18 AWG', 'mm²', 0.823],
    ['AWG 18', 'mm²', 0.823],
    ['0.75', 'mm²', 0.75],
    ['2100 ft', 'm', 640.08],
    ['1 gal', 'l', 3.785412],
    ['0.9', 'λ', 0.9],
  ])('%s as %s is %d', (text, unit, value) => {
    expect(parseQuantity(text, unit)).toBeCloseTo(value, Math.abs(value) > 100 ? 2 : 4)
  })

  it.each([
    ['1,500', 'Ω', 'ambiguous-number'],
    ['12,345', 'Ω', 'ambiguous-number'],
    ['1,500k', 'Ω', 'ambiguous-number'],
    ['30 psi', 'Ω', 'wrong-unit'],
    ['5 V', '°C', 'wrong-unit'],
    ['20 °C', 'Ω', 'wrong-unit'],
    ['30 psig', 'kPa a', 'gauge-or-absolute'],
    ['1 bar a', 'kPa g', 'gauge-or-absolute'],
    ['', 'Ω', 'not-a-quantity'],
    ['abc', 'Ω', 'not-a-quantity'],
    ['4.7.1', 'Ω', 'not-a-quantity'],
    ['1 2', 'Ω', 'not-a-quantity'],
    ['5 parsec', 'Ω', 'unknown-unit'],
    ['-300', '°C', 'below-absolute-zero'],
    ['5', 'furlong', 'unknown-unit'],
    ['1e999', 'Ω', 'not-a-quantity'],
  ])('%s as %s is refused: %s', (text, unit, code) => {
    expect(codeOf(() => parseQuantity(text, unit))).toBe(code)
  })

  // as people write in a workshop; the numbers from NIST SP 811 and ASTM B258
  it.each([
    ['1.2 bar abs', 'kPa a', 120],
    ['1.2 bar gauge', 'kPa g', 120],
    ['30 psi abs', 'kPa a', 206.8427],
    ['14.7psia', 'kPa a', 101.3529],
    ['760 torr', 'kPa', 101.325],
    ['10 inH2O', 'kPa', 2.4908891],
    ['1 kg/cm2', 'kPa', 98.0665],
    ['0.1 MPa', 'kPa', 100],
    ['0.1 MPA', 'kPa', 100],
    ['250 mL', 'l', 0.25],
    ['33 cl', 'l', 0.33],
    ['5 dl', 'l', 0.5],
    ['450 cc', 'l', 0.45],
    ['450 cm3', 'l', 0.45],
    ['2 gal', 'l', 7.570824],
    ['2 qt', 'l', 1.892706],
    ['100 g/s', 'kg/h', 360],
    ['50 kg/hr', 'kg/h', 50],
    ['10 lb/min', 'kg/h', 272.155422],
    ['20°', '°C', 20],
    ['20 deg', '°C', 20],
    ['20 deg', '°', 20],
    ['68°', '°F', 20],
    ['20 ℃', '°C', 20],
    ['5 Vdc', 'V', 5],
    ['500 mVdc', 'V', 0.5],
    ['1 Meg', 'Ω', 1e6],
    ['2.2 megohm', 'Ω', 2.2e6],
    ['- 40', '°C', -40],
    ['− 40 °F', '°C', -40],
    ['2 in', 'mm', 0.0508],
    ['2 inches', 'm', 0.0508],
    ['12.5:1', 'AFR E0', 12.5 / stoichiometricAfr(0)],
    ['12.5 : 1 AFR E10', 'λ', 12.5 / stoichiometricAfr(0.1)],
    ['11.7E10', 'AFR E10', 11.7 / stoichiometricAfr(0.1)],
    ['11.7 E85', 'λ', 11.7 / stoichiometricAfr(0.85)],
    ['00', 'AWG', 67.4309],
    ['2/0 AWG', 'mm²', 67.4309],
    ['AWG 4/0', 'mm²', 107.2193],
    ['0 AWG', 'mm²', 53.4751],
    ['1/0', 'mm²', 53.4751],
    ['4k7 5%', 'Ω', 4700],
  ])('%s as %s is %d, as it is written in a workshop', (text, unit, value) => {
    expect(parseQuantity(text, unit) / value).toBeCloseTo(1, 5)
  })

  it.each([
    ['4k7k', 'Ω', 'not-a-quantity'],
    ['4R7k', 'Ω', 'not-a-quantity'],
    ['3M3k', 'Ω', 'not-a-quantity'],
    ['4R7mΩ', 'Ω', 'not-a-quantity'],
    ['4k7 kΩ', 'Ω', 'not-a-quantity'],
    ['5V1k', 'V', 'not-a-quantity'],
    ['4R7 V', 'V', 'wrong-unit'],
    ['4k7', '°C', 'not-a-quantity'],
    ['1k2', 'km/h', 'not-a-quantity'],
    ['1m90', 'm', 'not-a-quantity'],
    ['1m30', 's', 'not-a-quantity'],
    ['0.1 mPa', 'kPa', 'unknown-unit'],
    ['0.1 mPa a', 'kPa a', 'unknown-unit'],
    ['900 Mbar', 'kPa', 'unknown-unit'],
    ['12.5:1', 'λ', 'wrong-unit'],
    ['00000', 'AWG', 'not-a-quantity'],
    ['5/0', 'AWG', 'unknown-unit'],
    ['4k7 80%', 'Ω', 'not-a-quantity'],
    ['20 5%', '°C', 'not-a-quantity'],
  ])('%s as %s is refused: %s, for it could mean another', (text, unit, code) => {
    expect(codeOf(() => parseQuantity(text, unit))).toBe(code)
  })

  it.each([
    ['4k7 5%', 0.05],
    ['4k7 ±1 %', 0.01],
    ['100 nF 10%', 0.1],
    ['4k7 ± 0,5%', 0.005],
    ['4k7', null],
    ['1 200 5%', 0.05],
  ])('%s has the tolerance %d', (text, tolerance) => {
    expect(readQuantity(text, text.includes('F') ? 'F' : 'Ω').tolerance).toBe(tolerance)
  })

  it('writes the large sizes of wire by their noughts', () => {
    for (const size of ['4/0', '3/0', '2/0', '0', '18'])
      expect(formatQuantity(parseQuantity(size, 'AWG'), 'mm²', { as: 'AWG' })).toBe(`${size} AWG`)
  })

  it('has no negative zero', () => {
    for (const text of ['-0', '−0.0', '- 0', '-0 °C'])
      expect(Object.is(parseQuantity(text, '°C'), 0), text).toBe(true)
    expect(Object.is(parseQuantity('-0R0', 'Ω'), 0)).toBe(true)
  })

  // every way a value may be spelled, its truth put together here from its digits
  it('takes a value in any spelling of its number, its prefix and its unit', () => {
    const SPELLINGS = [
      { unit: 'Ω', names: ['Ω', 'ohm', 'Ohms', 'OHM', 'R', ''] },
      { unit: 'V', names: ['V', 'v', 'volt', 'Vdc', 'VDC', ''] },
      { unit: 'A', names: ['A', 'amp', ''] },
      { unit: 'Hz', names: ['Hz', 'hz', 'HZ', ''] },
      { unit: 'F', names: ['F', 'farad', ''] },
      { unit: 'l', names: ['l', 'L', 'litre'] },
    ]
    const TENS: Record<string, number> = { '': 0, m: -3, k: 3, M: 6, u: -6, µ: -6, n: -9, p: -12 }
    fc.assert(
      fc.property(
        fc.constantFrom(...SPELLINGS),
        fc.nat(5),
        fc.constantFrom(...Object.keys(TENS)),
        fc.integer({ min: 1, max: 999 }),
        fc.nat(99),
        fc.constantFrom('.', ','),
        fc.constantFrom('', ' ', '\u00a0', '\u202f'),
        fc.constantFrom('', '-', '−', '- ', '+'),
        ({ unit, names }, which, prefix, whole, part, point, gap, sign) => {
          const name = names[which % names.length]!
          const tail = String(part).padStart(2, '0')
          const truth = Number(`${/[-−]/.test(sign) ? '-' : ''}${whole}.${tail}e${TENS[prefix]}`)
          const text = `${sign}${whole}${point}${tail}${gap}${prefix}${name}`
          expect(parseQuantity(text, unit) / truth, text).toBeCloseTo(1, 9)
          if (prefix === '' || unit === 'l') return
          const code = `${sign}${whole}${prefix}${tail}${name === '' ? '' : gap}${name}`
          expect(parseQuantity(code, unit) / truth, code).toBeCloseTo(1, 9)
          // and one prefix more makes it nothing
          expect(codeOf(() => parseQuantity(`${whole}${prefix}${tail}k${name}`, unit))).toBe(
            'not-a-quantity',
          )
        },
      ),
      { numRuns: 2000 },
    )
  })

  it('names the value and the remedy', () => {
    expect(() => parseQuantity('1,500', 'Ω')).toThrow(/1,500.*1\.500 or 1500/)
    expect(() => parseQuantity('30 psi', 'Ω')).toThrow(/30 psi.*resistance/)
    expect(() => parseQuantity('4k7k', 'Ω')).toThrow(/twice: write 4\.7k\.$/)
    expect(() => parseQuantity('3M3 kΩ', 'Ω')).toThrow(/twice: write 3\.3M or 3\.3k\.$/)
  })

  it('keeps milli and mega apart', () => {
    expect(parseQuantity('5 mΩ', 'Ω') * 1e9).toBeCloseTo(parseQuantity('5 MΩ', 'Ω'), 0)
  })

  it('reads back what it writes, in every unit', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(
          ...UNITS.filter((u) => u.dimension !== 'temperature' && u.symbol !== 'AWG'),
        ),
        fc.double({ min: 1e-3, max: 1e6, noNaN: true }),
        (unit, value) => {
          const core = UNITS.find((u) => u.dimension === unit.dimension)!.symbol
          const text = formatQuantity(value, core, { as: unit.symbol, digits: 9 })
          // Δ is dropped where the context says it: give the unit asked for
          return (
            Math.abs(
              parseQuantity(text, unit.symbol.startsWith('Δ') ? 'Δ°C' : unit.symbol) / value - 1,
            ) < 1e-6
          )
        },
      ),
    )
  })
})

describe('formatQuantity', () => {
  it.each([
    [4700, 'Ω', {}, '4.7 kΩ'],
    [999.96, 'Ω', { digits: 4 }, '1 kΩ'],
    [0.0005, 'V', {}, '500 µV'],
    [Infinity, 'Ω', {}, 'open'],
    [-40, '°C', { as: '°F' }, '−40 °F'],
    [20, '°C', { as: '°F', decimals: 1 }, '68.0 °F'],
    [1200, 'm', {}, '1200 m'],
    [0, 'V', {}, '0 V'],
    [-0.01, '°C', { decimals: 1 }, '0.0 °C'],
    [371.44, 'Ω', { bare: true }, '371.4'],
  ])('%d %s %o is %s', (value, unit, options, text) => {
    expect(formatQuantity(value, unit, options)).toBe(text)
  })

  it('refuses a unit of another dimension', () => {
    expect(codeOf(() => formatQuantity(1, 'Ω', { as: 'V' }))).toBe('wrong-unit')
    expect(codeOf(() => formatQuantity(1, 'nonsense'))).toBe('unknown-unit')
  })

  it('converts differences without the offset', () => {
    expect(convertFromCore(10, 'Δ°F')).toBeCloseTo(18)
    expect(convertFromCore(10, '°F')).toBeCloseTo(50)
  })
})

describe('λ as air to fuel', () => {
  it.each([
    [0, 14.7],
    [0.85, 9.814],
    [1, 9],
  ])('of ethanol %d by volume: λ 1 is %d', (ethanol, afr) => {
    expect(findUnit(afrUnit(ethanol))!.fromCore(1)).toBeCloseTo(afr, 2)
    expect(parseQuantity(`${stoichiometricAfr(ethanol)} ${afrUnit(ethanol)}`, 'λ')).toBeCloseTo(
      1,
      12,
    )
  })
  it('is understood with its fuel, and bare where the fuel is known', () => {
    expect(parseQuantity('11.7 afr', 'AFR E10')).toBeCloseTo(11.7 / stoichiometricAfr(0.1), 12)
    expect(parseQuantity('11.7', 'AFR E10')).toBeCloseTo(11.7 / stoichiometricAfr(0.1), 12)
    expect(parseQuantity('0.85 λ', 'AFR E10')).toBe(0.85)
    expect(parseQuantity('12 afr e85', 'λ')).toBeCloseTo(12 / stoichiometricAfr(0.85), 12)
    expect(codeOf(() => parseQuantity('11.7 AFR', 'λ'))).toBe('wrong-unit')
    expect(codeOf(() => parseQuantity('11.7 AFR E140', 'λ'))).toBe('unknown-unit')
    expect(codeOf(() => parseQuantity('11.7 AFR E10', 'kPa'))).not.toBeNull()
  })
  it('stands among the units a device may show', () => {
    expect(unitsLike('λ', 0.3)).toEqual(['λ', 'AFR E0', 'AFR E5', 'AFR E10', 'AFR E85', 'AFR E30'])
    expect(unitsLike('λ', 0.85)).toHaveLength(5)
    expect(unitsLike('kPa g')).toContain('psi g')
    expect(unitsLike('kPa g')).not.toContain('psi a')
    expect(unitsLike('°C')).toEqual(['°C', '°F'])
  })
})

describe('a quantity in the unit somebody reads', () => {
  it('is written as the unit usually is, and as fine as something needs it', () => {
    expect(quantityIn('°C').text(92.04)).toBe('92.0 °C')
    expect(quantityIn('°C', '°C', 2).text(92.04)).toBe('92.0 °C')
    expect(quantityIn('l').text(0.84)).toBe('0.8 l')
    expect(quantityIn('l', 'l', 0.2).text(0.84)).toBe('0.84 l')
    expect(quantityIn('l', 'l', 0.2).bare(2.5, 0)).toBe('2.5')
    expect(quantityIn('l', 'l', 0.02).pm(0.0123, 1)).toBe('±0.012')
  })
  it('reckons the need in the unit shown', () => {
    // 0.5 °C is 0.9 °F; 0.1 bar and 10 kPa need the same
    expect(quantityIn('°C', '°F', 0.5).text(20)).toBe('68.0 °F')
    expect(quantityIn('kPa', 'kPa', 10).text(123.4)).toBe(`${quantityIn('kPa').text(123.4)}`)
    expect(quantityIn('kPa', 'bar', 0.2).bare(101.325).split('.')[1]!.length).toBeGreaterThan(
      quantityIn('kPa', 'bar').bare(101.325).split('.')[1]!.length,
    )
  })
})
