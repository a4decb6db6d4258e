import { expect, it } from 'vitest'
import type { Changed } from '../../../core/logbook/index.ts'
import { quantityOf } from '../../parts/units.ts'
import { fieldText } from './Sentence.tsx'
import { DEFAULTS } from '../../store/settings.ts'

const units = (temperature: '°C' | '°F') => {
  const settings = { ...DEFAULTS, temperature } as const
  return {
    of: (unit: string) => unit,
    quantity: (unit: string) => quantityOf(unit, settings),
  }
}
const said = (field: Changed, temperature: '°C' | '°F' = '°C'): string =>
  fieldText(field, units(temperature))

it.each([
  [
    { name: 'pull-up of pin 14', unit: 'Ω', before: 2490, after: 1800 },
    'pull-up of pin 14: 2.49 kΩ → 1.8 kΩ',
  ],
  [{ name: 'ground offset', unit: 'V', before: 0, after: 0.004 }, 'ground offset: 0 V → 4 mV'],
  [
    { name: 'ethanol in the tank', unit: null, share: true as const, before: 0.3, after: 0.85 },
    'ethanol in the tank: 30 % → 85 %',
  ],
  [{ name: 'bits of pin 3', unit: null, before: 10, after: 12 }, 'bits of pin 3: 10 → 12'],
  [
    { name: 'differential input', unit: null, before: false, after: true },
    'differential input: no → yes',
  ],
  [{ name: 'place', unit: null, before: '', after: 'block' }, 'place: nothing → block'],
  [
    { name: 'input of pin 9', unit: null, before: undefined, after: { id: 'x', pin: '9' } },
    'input of pin 9 added',
  ],
  [
    { name: 'pull-up of pin 9', unit: null, before: { id: 'p' }, after: undefined },
    'pull-up of pin 9 removed',
  ],
  [
    { name: 'numbers of its gap', unit: null, before: null, after: { rpm: 200 } },
    'numbers of its gap added',
  ],
])('a changed field is said in words: %o', (field, words) => {
  expect(said(field)).toBe(words)
})

it('a temperature is said in the unit of who reads it', () => {
  const field = { name: 'range of use', unit: '°C', before: 0, after: 100 }
  expect(said(field)).toMatch(/0.* °C → 100.* °C/)
  expect(said(field, '°F')).toMatch(/32.* °F → 212.* °F/)
})
