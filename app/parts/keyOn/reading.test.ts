import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../../demo/saltmarshNine.ts'
import { applyChange, type Build } from '../../../core/build/index.ts'
import { isReaderProven } from '../../../core/chain/index.ts'
import type { Typed } from '../QuantityInput.tsx'
import { knownTruth, observedOf, checkReadings, recordCheck, truthReading } from './reading.ts'

const build = saltmarshNine()
const typed = (value: number, unit: string): Typed => ({ value, unit, typed: String(value) })
const SHED = typed(14.4, '°C')
const STAMP = { measurement: 'm-1', proof: 'p-1', at: '2026-12-01T09:00:00Z' }
const recorded = (b: Build, prove: boolean): Build =>
  applyChange(
    b,
    recordCheck(
      b,
      {
        read: 'rd-coolant',
        readings: checkReadings(truthReading(SHED, 'kitchen-probe'), { shown: typed(14.6, '°C') }),
        prove,
      },
      STAMP,
    ),
    { id: 'c-1', at: STAMP.at, by: '' },
  )

describe('the truth of a check', () => {
  it('is the reading less what the probe showed in ice', () => {
    const { iceCheck } = build.instruments.find((i) => i.id === 'kitchen-probe')!
    const { truth } = knownTruth(build, truthReading(SHED, 'kitchen-probe'), 0)
    expect(iceCheck!.readC).not.toBe(0)
    expect(truth).toBeCloseTo(14.4 - iceCheck!.readC, 9)
  })
  it('of an unknown thermometer stands as read, and is known worse', () => {
    const unknown = knownTruth(build, truthReading(SHED, ''), 0)
    expect(unknown.truth).toBe(14.4)
    expect(unknown.sigma).toBeGreaterThan(
      knownTruth(build, truthReading(SHED, 'kitchen-probe'), 0).sigma,
    )
  })
  it('is known no better than the family says sensor and shed agree', () => {
    const [alone, together] = [0, 0.3].map(
      (sigma) => knownTruth(build, truthReading(SHED, 'kitchen-probe'), sigma).sigma,
    )
    expect(together!).toBeCloseTo(Math.hypot(alone!, 0.3), 9)
  })
})

it('what was read goes to the check by value, and an emptied box does not', () => {
  expect(observedOf({ shown: typed(14.6, '°C'), pinV: undefined, ohm: typed(2900, 'Ω') })).toEqual({
    shown: 14.6,
    ohm: 2900,
  })
  expect(observedOf({})).toEqual({})
})

it('the record keeps the truth first, then what was read, each as typed and in its role', () => {
  const readings = checkReadings(truthReading(SHED, 'kitchen-probe'), {
    shown: typed(14.6, '°C'),
    ohm: typed(2900, 'Ω'),
    pinV: undefined,
  })
  expect(readings.map((r) => [r.role, r.typed, r.instrument])).toEqual([
    ['truth', '14.4', 'kitchen-probe'],
    ['shown', '14.6', null],
    ['signal', '2900', null],
  ])
})

describe('recording a check', () => {
  it('as a proof keeps the measurement, and the reader is proven by it', () => {
    const after = recorded({ ...build, proofs: [] }, true)
    expect(after.measurements.at(-1)).toMatchObject({ id: 'm-1', method: 'keyOn' })
    expect(after.proofs).toMatchObject([{ id: 'p-1', read: 'rd-coolant', measurements: ['m-1'] }])
    expect(isReaderProven(after, 'rd-coolant')).toBe(true)
  })
  it('alone proves nothing', () => {
    const after = recorded({ ...build, proofs: [] }, false)
    expect(after.measurements.at(-1)!.id).toBe('m-1')
    expect(after.proofs).toEqual([])
    expect(isReaderProven(after, 'rd-coolant')).toBe(false)
  })
})
