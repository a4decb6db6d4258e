import { describe, expect, it } from 'vitest'
import type { TakenPoint } from '../../../core/chain/index.ts'
import { canPoured, drained, inTheTank } from './cans.ts'

const signal = { value: 57.6, typed: '57.6', unit: 'Ω' }
const noted = (truth: number, at: string): TakenPoint =>
  ({ truth, measurement: { at } }) as TakenPoint

describe('filling from cans', () => {
  it('knows nothing of the tank before it was noted empty', () => {
    expect(inTheTank([])).toBeNull()
    expect(drained(signal)).toMatchObject({
      method: 'empty',
      readings: [{ role: 'signal', value: 57.6, typed: '57.6', unit: 'Ω' }],
    })
  })
  it('goes on from what was noted last, not from the most there ever was', () => {
    const points = [
      noted(20, '2026-05-01T10:00'),
      noted(5, '2026-05-02T09:00'),
      noted(0, '2026-04-30T09:00'),
    ]
    expect(inTheTank(points)).toBe(5)
    // two noted in the same second: the later of the list
    expect(inTheTank([...points, noted(7, '2026-05-02T09:00')])).toBe(7)
  })
  it('adds up cans of a tenth without the dust of binary fractions', () => {
    let now = 0
    for (let i = 0; i < 30; i++)
      now = canPoured(signal, { now, can: { litres: 0.1, instrument: null } }).readings[1]!.value
    expect(now).toBe(3)
  })
  it('says the can, its instrument and the litres as they would be typed', () => {
    const { method, note, readings } = canPoured(signal, {
      now: 15,
      can: { litres: 5, instrument: 'five-litre' },
    })
    expect([method, note]).toEqual(['fill', 'one can of 5 l'])
    expect(readings[1]).toEqual({
      role: 'truth',
      typed: '20',
      unit: 'l',
      value: 20,
      instrument: 'five-litre',
    })
    // a can says nothing of the meter the signal was read with
    expect(readings[0]!.instrument).toBeNull()
  })
})
