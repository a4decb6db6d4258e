import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import type { Build, Trigger } from '../build/types.ts'
import { correctedAngle } from './angle.ts'
import { lampNow, lampsOf, readingOf, triggerStatus } from './ofBuild.ts'
import { parseWheel } from './wheel.ts'

const sample = saltmarshNine()
const crank = sample.triggers.find((t) => t.id === 'tr-crank')!
const cam = sample.triggers.find((t) => t.id === 'tr-cam')!
const right: Trigger = { ...crank, expects: '36-2' }

/** The sample with lamp readings of the crank alone: speed, and how far the spark stands from what is commanded. */
function withLamp(...seen: [rpm: number, off: number][]): Build {
  const [like] = lampsOf(sample, crank)
  const measurements = seen.map(([rpm, off], i) => ({
    ...structuredClone(like!),
    id: `l${i}`,
    readings: like!.readings.map((r) => ({
      ...r,
      value: r.role === 'rpm' ? rpm : r.role === 'commanded' ? 10 : 10 + off,
    })),
  }))
  return { ...sample, measurements }
}

describe('where a trigger stands', () => {
  it('is wrong where the unit waits for another wheel, whatever the lamp says', () => {
    const { state, next } = triggerStatus(sample, crank)
    expect(state).toBe('wrong')
    expect(next.reason).toMatchObject({ code: 'waits-for', values: ['60-2', '36-2'] })
  })
  it('is assumed until somebody says what the unit was told, and which angle', () => {
    expect(triggerStatus(sample, { ...crank, expects: null }).state).toBe('assumed')
    expect(triggerStatus(sample, { ...right, angleDeg: null }).state).toBe('assumed')
    expect(triggerStatus({ ...sample, measurements: [] }, right).state).toBe('assumed')
  })
  it('is wrong where the lamp shows the spark off, and says what to enter', () => {
    const { state, next } = triggerStatus(sample, right)
    expect(state).toBe('wrong')
    const { offsetDeg } = lampNow(sample, right).fit!
    const angle = correctedAngle(right.angleDeg!, offsetDeg, parseWheel('36-2'), right.counts)
    expect(next.title).toMatchObject({
      code: 'enter-angle',
      values: [expect.objectContaining({ value: angle, unit: '°' })],
    })
  })
  it('is measured by one speed and proven by two', () => {
    expect(triggerStatus(withLamp([900, 0.1]), right).state).toBe('measured')
    expect(triggerStatus(withLamp([900, 0.1], [3000, -0.1]), right).state).toBe('proven')
    expect(triggerStatus(withLamp([900, 3], [3000, 3.1]), right).state).toBe('wrong')
  })
  it('of a cam wants an input, and then a look at its edges; a lamp says nothing of it', () => {
    expect(triggerStatus(sample, cam).state).toBe('assumed')
    const coil = { ...cam, pickup: 'vr' as const }
    expect(triggerStatus(sample, coil).state).toBe('measured')
  })
})

describe('lamp readings', () => {
  it('count until they are struck', () => {
    expect(lampNow(sample, crank).readings).toHaveLength(3)
    const struck = structuredClone(sample)
    struck.measurements.find((m) => m.about.kind === 'lamp')!.struck = { at: '', why: '' }
    expect(lampNow(struck, crank).readings).toHaveLength(2)
    expect(lampsOf(struck, crank)).toHaveLength(3)
  })
  it('without one of their numbers are none', () => {
    const [m] = lampsOf(sample, crank)
    expect(readingOf(m!)).toEqual({ rpm: 250, commandedDeg: 10, seenDeg: -25.5 })
    expect(readingOf({ ...m!, readings: m!.readings.slice(1) })).toBe(null)
  })
})
