import { describe, expect, it } from 'vitest'
import { type Ask, familyOf, type PointMethod } from '../../../../core/curve/index.ts'
import { saltmarshNine } from '../../../../demo/saltmarshNine.ts'
import {
  askedBy,
  keptOf,
  mayInsist,
  readingsOfPoint,
  refusalOf,
  signalAsk,
  voltPerCount,
  withDoubted,
} from './point.ts'

const pressure = familyOf('pressure-absolute')
const open: PointMethod = pressure.methods.find((m) => m.id === 'open')!
const input = { ...saltmarshNine().devices[0]!.inputs[0]!, bits: 10 }
const ask = (role: Ask['role'], more: Partial<Ask> = {}): Ask => ({
  role,
  label: role,
  unit: 'kPa',
  with: null,
  ...more,
})
const typed = (value: number) => ({ value, typed: String(value), unit: 'kPa' })
const doubt = (value: number | null) => ({
  why: 'It is far from what is plausible.',
  typed: value === null ? null : typed(value),
})

describe('what a point asks for', () => {
  it('is the first way to say a thing until another is chosen', () => {
    expect(askedBy(open, {}).map((a) => a.ask.role)).toEqual(['altitude', 'supply'])
    expect(askedBy(open, { altitude: 'pressure' }).map((a) => a.ask.role)).toEqual([
      'pressure',
      'supply',
    ])
    expect(askedBy(open, {})[0]!.ways).toHaveLength(2)
  })
  it('is the signal on a meter, or the counts a converter shows', () => {
    expect(voltPerCount(pressure, input)).toBeCloseTo(input.referenceV.value / 1024, 12)
    expect(voltPerCount(pressure, { ...input, bits: null })).toBeNull()
    expect(voltPerCount(familyOf('thermistor'), input)).toBeNull()
    expect(signalAsk(pressure, false)).toMatchObject({ unit: 'V', with: 'meter' })
    expect(signalAsk(pressure, true)).toMatchObject({ unit: 'counts', with: null })
  })
})

describe('what was typed', () => {
  it('becomes readings in order, counts as volts, each with its instrument', () => {
    const order = [ask('pressure', { with: 'barometer' }), signalAsk(pressure, true)]
    const signal = { value: 512, typed: '512', unit: 'counts' }
    const readings = readingsOfPoint(
      order,
      { signal, pressure: typed(101) },
      5 / 1024,
      ({ with: kind }) => (kind === 'barometer' ? 'baro' : null),
    )
    expect(readings.map((r) => [r.role, r.value, r.instrument])).toEqual([
      ['pressure', 101, 'baro'],
      ['signal', 2.5, null],
    ])
    expect(readings[1]!.typed).toBe('512')
    expect(readingsOfPoint(order, {}, null, () => null)).toEqual([])
  })
  it('keeps the air and the supply for the next point', () => {
    expect(keptOf({ pressure: 1, supply: 2, signal: 3, gauge: 4 })).toEqual({
      pressure: 1,
      supply: 2,
    })
  })
})

describe('a point is not recorded', () => {
  const order = [ask('gauge'), ask('supply', { otherwise: 5 }), signalAsk(pressure, false)]
  const of = (more: object) => ({
    order,
    typed: { gauge: typed(50), signal: typed(2) },
    against: {},
    cannot: false,
    family: pressure,
    ...more,
  })
  it('while something is missing that nothing stands in for, and says where', () => {
    expect(refusalOf(of({}), false)).toBeNull()
    expect(refusalOf(of({ typed: { signal: typed(2) } }), false)!.at).toBe('gauge')
    expect(refusalOf(of({ typed: { gauge: typed(1) } }), true)!.at).toBe('signal')
  })
  it('while a number is doubted, unless a person insists', () => {
    const doubted = of({ typed: { signal: typed(2) }, against: { gauge: doubt(9000) } })
    expect(refusalOf(doubted, false)!.at).toBe('gauge')
    expect(refusalOf(doubted, true)).toBeNull()
    expect(mayInsist(order, doubted.against, false)).toBe(true)
    expect(withDoubted(doubted.typed, doubted.against).gauge).toEqual(typed(9000))
  })
  it('where a text is no number nobody can insist on it', () => {
    expect(mayInsist(order, { gauge: doubt(null) }, false)).toBe(false)
    expect(mayInsist(order, {}, false)).toBe(false)
  })
  it('while no truth follows from it, unless a person insists', () => {
    expect(refusalOf(of({ cannot: true }), false)).toMatchObject({ at: null })
    expect(refusalOf(of({ cannot: true }), true)).toBeNull()
    expect(mayInsist(order, {}, true)).toBe(true)
  })
})
