import { describe, expect, it } from 'vitest'
import { normalStream, uniformStream } from '../math/index.ts'
import { after, of, sensedReading, switchBuild } from './onOff.fixture.ts'
import {
  isClosed,
  thresholdFindings,
  thresholdOf,
  thresholdsOf,
  type Threshold,
} from './thresholds.ts'

describe('a threshold read several times', () => {
  it.each([2, 3, 5, 12])(
    'holds the truth in 93 to 98 of 100 sets of %i readings that scatter, with an instrument that is off',
    (count) => {
      const uniform = uniformStream(100 + count)
      const normal = normalStream(uniform)
      const SETS = 4000
      let held = 0
      for (let i = 0; i < SETS; i++) {
        const truth = 80 + 30 * uniform()
        // what all readings share, of normal size; what each scatters; what each is read to
        const common = 0.4 * normal()
        const found = thresholdOf(
          Array.from({ length: count }, () => ({
            truth: truth + common + 0.8 * normal(),
            ...{ own: 0.05, common: 0.4 },
          })),
        )!
        if (Math.abs(found.truth - truth) <= found.half!) held++
      }
      expect(held / SETS).toBeGreaterThan(0.93)
      expect(held / SETS).toBeLessThan(0.985)
    },
  )
  it('of one reading is known without a band, and of none is not known', () => {
    expect(thresholdOf([{ truth: 95, own: 0.1, common: 0.2 }])).toEqual({
      ...{ truth: 95, half: null, count: 1 },
    })
    expect(thresholdOf([])).toBe(null)
  })
  it('that agrees to the digit is no better than it can be read', () => {
    const same = Array.from({ length: 4 }, () => ({ truth: 95, own: 0.3, common: 0 }))
    expect(thresholdOf(same)!.half).toBeCloseTo((1.96 * 0.3) / 2, 9)
  })
})

describe('thresholds out of the record', () => {
  const { build, channel } = switchBuild('temperature')
  const taken = after(
    build,
    sensedReading(channel, 'rising', 95),
    sensedReading(channel, 'falling', 90),
    sensedReading(channel, 'rising', 96),
    sensedReading(channel, 'rising', 120, 'slip'),
  )
  it('are told apart by the way the truth moved, and struck readings do not count', () => {
    const all = thresholdsOf(taken, of(taken, channel))
    expect([all.rising!.count, all.falling!.count]).toEqual([3, 1])
    const struck = after(taken, {
      kind: 'strikeMeasurement',
      args: { id: 'slip', at: '2026-11-20T12:00:00Z', why: '' },
    })
    const { rising } = thresholdsOf(struck, of(struck, channel))
    expect(rising).toMatchObject({ truth: 95.5, count: 2 })
  })
})

describe('what two thresholds say of each other', () => {
  const at = (truth: number, half: number | null = 0.5): Threshold => ({ truth, half, count: 3 })
  const codes = (rising: Threshold | null, falling: Threshold | null) =>
    thresholdFindings({ rising, falling }, { unit: '°C' }, 3).map((f) => f.code)
  it('is nothing where one stands well below the other', () => {
    expect(codes(at(95), at(90))).toEqual([])
    expect(codes(at(95), null)).toEqual([])
  })
  it('is that it may chatter, or that they were noted the wrong way round', () => {
    expect(codes(at(95), at(94.6))).toEqual(['no-hysteresis'])
    expect(codes(at(90), at(95))).toEqual(['crossed'])
    // read once each: within what is needed nobody can tell
    expect(codes(at(94, null), at(95, null))).toEqual(['no-hysteresis'])
  })
})

describe('a contact', () => {
  const levels = { rising: 95, falling: 90 }
  it.each(['rising', 'falling'] as const)('that closes %s keeps its state between', (closes) => {
    const up = closes === 'rising'
    expect(isClosed({ closes }, levels, 80, !up)).toBe(!up)
    expect(isClosed({ closes }, levels, 99, !up)).toBe(up)
    expect(isClosed({ closes }, levels, 92, true)).toBe(true)
    expect(isClosed({ closes }, levels, 92, false)).toBe(false)
    expect(isClosed({ closes }, levels, 95, !up)).toBe(up)
    expect(isClosed({ closes }, levels, 90, up)).toBe(!up)
  })
})
