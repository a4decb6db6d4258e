import { describe, expect, it } from 'vitest'
import { quantityOf } from '../../app/parts/units.ts'
import { DEFAULTS } from '../../app/store/settings.ts'
import {
  amount,
  bare,
  besideDifference,
  engineering,
  figures,
  list,
  number,
  off,
  percent,
  say,
  size,
  within,
  written,
} from './said.ts'
import { plainly } from './shown.ts'

const imperial = (unit: string, need?: number) =>
  quantityOf(unit, { ...DEFAULTS, temperature: '°F', pressure: 'psi' }, 0, need)

describe('what is said', () => {
  it('is one line, over however many it is written', () => {
    const said = say('hot')`At ${amount(98, '°C', 0)} it is
      ${off(1.5, 'Δ°C', 1)} off, and
        drifts.`
    expect(written(said, plainly)).toBe('At 98 °C it is +1.5 °C off, and drifts.')
    expect(said.pieces).toEqual(['At ', ' it is ', ' off, and drifts.'])
  })
  it('is plain data: it crosses to a worker and back', () => {
    const said = say('hot')`At ${amount(98, '°C')} it is ${off(1.5, 'Δ°C')} off.`
    expect(structuredClone(said)).toEqual(said)
    expect(JSON.parse(JSON.stringify(said))).toEqual(said)
  })
  it.each([
    [say('a')`${amount(98.25, '°C')}`, '98.3 °C', '208.8 °F'],
    [say('a')`${bare(98.25, '°C', 0)} to ${amount(100, '°C', 0)}`, '98 to 100 °C', '209 to 212 °F'],
    [say('a')`${off(-1.5, '°C', 1)}`, '−1.5 °C', '−2.7 °F'],
    [say('a')`${within(2, 'Δ°C', 1)}`, '±2.0 °C', '±3.6 °F'],
    [say('a')`${size(-2, 'Δ°C', 1)}`, '2.0 °C', '3.6 °F'],
    [say('a')`${size(100, 'kPa', 0)}`, '100 kPa', '14.5 psi'],
    [
      say('a')`${off(5, 'kPa g', 0)} at ${amount(550, 'kPa g', 0)}`,
      '+5 kPa at 550 kPa g',
      '+0.7 psi at 79.8 psi g',
    ],
    [say('a')`${engineering(4700, 'Ω')}`, '4.7 kΩ', '4.7 kΩ'],
    [say('a')`${number(-0.004, 2)} ${figures(1234.5, 2)}`, '0.00 1200', '0.00 1200'],
    [say('a')`${percent(0.255, 1)}`, '25.5 %', '25.5 %'],
    [
      say('a')`${list([amount(0, '°C', 0), amount(10, '°C', 0)])}: ${say('b')`inner`}.`,
      '0 °C and 10 °C: inner.',
      '32 °F and 50 °F: inner.',
    ],
  ])('%#: is written in the units somebody reads', (said, metric, other) => {
    expect(written(said, plainly)).toBe(metric)
    expect(written(said, imperial)).toBe(other)
  })
  it('is written as fine as it is needed', () => {
    expect(written(say('a')`${amount(0.0512, 'm', 1, 0.004)}`, plainly)).toBe('0.051 m')
    expect(written('a sentence that never changes', plainly)).toBe('a sentence that never changes')
  })
})

it('beside a difference stands no zero: neither gauge nor absolute, plain degrees', () => {
  expect(['kPa g', 'kPa a', 'bar g', 'Δ°C', '°F', 'l', 'kg/h'].map(besideDifference)).toEqual([
    ...['kPa', 'kPa', 'bar', '°C', '°F', 'l', 'kg/h'],
  ])
})
