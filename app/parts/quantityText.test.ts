import { describe, expect, it } from 'vitest'
import { readText, steppedText, typedText, understoodText } from './quantityText.ts'

describe('a text in a number box', () => {
  it.each([
    ['4k7', 'Ω', 4700],
    [' 98.6 ', '°F', 37],
    ['30 psi', 'kPa', 206.8427],
    ['-40', '°C', -40],
  ])('%j in %s is %d of the core, kept as it was typed', (raw, unit, value) => {
    const { typed, error } = readText(raw, unit)
    expect(error).toBeNull()
    expect(typed!.value).toBeCloseTo(value, 3)
    expect([typed!.typed, typed!.unit]).toEqual([raw.trim(), unit])
  })
  it('that is empty says nothing, and nothing is wrong with it', () => {
    expect(readText('   ', 'Ω')).toEqual({ typed: null, error: null, tolerance: null })
  })
  it.each([
    ['hot', '°C'],
    ['1e30', 'Ω'],
    ['9'.repeat(200), 'Ω'],
    ['12 V', 'Ω'],
  ])('%.20j is none, and it is said why', (raw, unit) => {
    const { typed, error } = readText(raw, unit)
    expect(typed).toBeNull()
    expect(error).not.toBeNull()
  })
  it('that is doubted is read all the same, with what speaks against it', () => {
    const check = (v: number) => (v > 0 ? null : 'Above zero.')
    expect(readText('-5', 'V', { check })).toMatchObject({
      typed: { value: -5 },
      error: 'Above zero.',
    })
    expect(readText('5', 'V', { check }).error).toBeNull()
  })
  it.each(['OL', 'o.l.', 'open', '∞'])('%s is an open circuit where ohms may be one', (raw) => {
    const { typed } = readText(raw, 'Ω', { allowOpen: true })
    expect(typed!.value).toBeGreaterThan(1e8)
    expect(understoodText(typed!, 'Ω')).toBe('= open circuit')
    expect(readText(raw, 'Ω').typed).toBeNull()
  })
  it('may end with the tolerance of the part', () => {
    expect(readText('4k7 5%', 'Ω')).toMatchObject({ typed: { value: 4700 }, tolerance: 0.05 })
    expect(readText('4k7', 'Ω').tolerance).toBeNull()
  })
})

describe('a value in a number box', () => {
  it.each([
    [4700, 'Ω', 'Ω', '4700'],
    [null, 'Ω', 'Ω', ''],
    [0, 'V', 'V', '0'],
    [1e-9, 'F', 'F', '1n'],
    [100, '°C', '°F', '212'],
    [37.123456, '°C', '°F', '98.822'],
    [-2e-6, 'A', 'A', '-2µ'],
  ])('%j %s shown in %s stands as %j', (value, core, unit, text) => {
    expect(typedText(value, core, unit)).toBe(text)
  })
  it('is what it was when it is read back', () => {
    for (const v of [0.000047, 0.5, 12, 4700, 2.2e6])
      expect(readText(typedText(v, 'Ω', 'Ω'), 'Ω').typed!.value).toBeCloseTo(v, 9)
  })
  it('goes up and down by steps of the unit shown', () => {
    expect(steppedText(0, '°C', 0.1)).toBe('0.1')
    expect(steppedText(100, '°F', -1)).toBe('211')
    expect(steppedText(0.3, 'V', -0.1)).toBe('0.2')
  })
})
