import { describe, expect, it } from 'vitest'
import { readCapture } from './decode.ts'
import { crankedFromRest, turn } from './engine.fixture.ts'
import { simulateTrigger, type TriggerFaults } from './simulate.ts'
import { bentTooth, gapRatio, toothOffsets } from './teeth.ts'
import { parseWheel } from './wheel.ts'

const read = (text: string, faults: TriggerFaults = {}) => {
  const wheel = parseWheel(text)
  const sampleHz = 50_000
  const { samples } = simulateTrigger({
    ...{ wheel, pickup: 'vr', sampleHz, durationS: 3, seed: 6, noiseV: 0.1, ...faults },
    rpm: (t) => 400 * (1 + 0.1 * Math.sin(2 * Math.PI * 11 * t)),
  })
  return { wheel, samples, capture: readCapture(samples, { sampleHz, wheel, pickup: 'vr' }) }
}

describe('each tooth against where it should be', () => {
  it.each([
    [11, 0.9],
    [3, -1.2],
    [33, 0.8],
  ])('finds tooth %i that stands %f° late, and no other', (edge, lateDeg) => {
    const { wheel, capture } = read('36-2', { bentTooth: { edge, lateDeg } })
    const offsets = toothOffsets(capture, wheel)
    const bent = bentTooth(offsets, wheel)
    expect(bent?.edge).toBe(edge)
    expect(bent!.lateDeg).toBeCloseTo(lateDeg, 0)
    expect(capture.faults).toEqual([])
  })
  it('finds none on a wheel that is true, runout or not, either way round', () => {
    for (const faults of [{}, { runout: 0.3 }, { reversed: true }]) {
      const { wheel, capture } = read('36-2', faults)
      expect(bentTooth(toothOffsets(capture, wheel), wheel)).toBe(null)
    }
  })
})

describe('compression, whose swing comes back at the same teeth', () => {
  it.each(['60-2', '36-2', '36-1', '24-1', '12-1', '8-1', '4-1'])(
    'bends no tooth of a %s',
    (wheel) => {
      for (const swingsPerTurn of [1, 1.5, 2, 3, 4])
        for (const swing of [0.1, 0.3]) {
          const made = turn({
            ...{
              wheel,
              sampleHz: 40_000,
              durationS: 3,
              rpm: crankedFromRest(230),
              swing,
              swingsPerTurn,
            },
            ...{ noise: 0.05, seed: 8, shape: 'bell' },
          })
          const capture = readCapture(made.samples, { ...made, pickup: 'vr' })
          expect(bentTooth(toothOffsets(capture, made.wheel), made.wheel)).toBe(null)
        }
    },
  )
  it.each([
    ['36-2', 11, 0.9],
    ['36-2', 0, 1.5],
    ['60-2', 30, -0.9],
    ['24-1', 7, 2],
  ])('hides no tooth of a %s that is: number %i, by %d°', (text, edge, lateDeg) => {
    const wheel = parseWheel(text)
    const { samples } = simulateTrigger({
      ...{ wheel, pickup: 'vr', sampleHz: 50_000, durationS: 3, seed: 6, noiseV: 0.1 },
      ...{ bentTooth: { edge, lateDeg }, rpm: (t) => 240 * (1 + 0.2 * Math.sin(16 * Math.PI * t)) },
    })
    const capture = readCapture(samples, { wheel, sampleHz: 50_000, pickup: 'vr' })
    const bent = bentTooth(toothOffsets(capture, wheel), wheel)
    expect(bent?.edge).toBe(edge)
    expect(Math.abs(bent!.lateDeg - lateDeg)).toBeLessThan(0.4)
  })
})

describe('the gap', () => {
  it.each([
    ['36-2', 3],
    ['36-1', 2],
    ['60-2', 3],
    ['12-3', 4],
  ])('of %s is as long as %i steps', (text, steps) => {
    const { wheel, capture } = read(text)
    expect(gapRatio(capture, wheel)!).toBeCloseTo(steps, 1)
  })
})
