import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { applyChange } from '../../core/build/index.ts'
import { uniformStream } from '../../core/math/index.ts'
import {
  meanOf,
  NO_STEPS,
  ohmsAsTyped,
  pointReadings,
  recordBenchPoint,
  stepOn,
  type BenchPoint,
  type AutoSteps,
} from './recording.ts'

const build = saltmarshNine()
const [meter, thermometer] = ['meter', 'thermometer'].map((kind) =>
  build.instruments.find((i) => i.kind === kind)!,
)
const LAG = { referenceTauS: 0, sensorTauS: 0, windowS: 2 }
/** A sensor that halves every 20 °C, and a flask that cools by 0.5 °C a second, four readings a second. */
const ohmAt = (celsius: number): number => 3000 * 2 ** (-celsius / 20)
const flask = (seconds: number, everyS = 0.25) =>
  Array.from({ length: Math.round(seconds / everyS) }, (_, i) => {
    const referenceC = 90 - 0.5 * everyS * i
    return { timeS: i * everyS, referenceC, resistanceOhm: ohmAt(referenceC) }
  })

describe('a point at rest', () => {
  it('is the mean of the newest readings, and there is none of fewer than three', () => {
    const uniform = uniformStream(3)
    const log = Array.from({ length: 40 }, (_, i) => ({
      timeS: i / 4,
      referenceC: (i < 20 ? 60 : 20) + 0.2 * (uniform() - 0.5),
      resistanceOhm: i < 20 ? 300 : 1500,
    }))
    const mean = meanOf(log, 3)!
    expect(mean.temperatureC).toBeCloseTo(20, 1)
    expect(mean.resistanceOhm).toBeCloseTo(1500, 6)
    expect(meanOf(log.slice(0, 2), 3)).toBeUndefined()
    expect(meanOf([], 3)).toBeUndefined()
  })
  it('is the mean of the newest three where they come slowly, and none where they are old', () => {
    const every = (seconds: number) =>
      [10, 20, 21, 22].map((referenceC, i) => ({
        ...{ timeS: seconds * i, referenceC, resistanceOhm: 1500 },
      }))
    expect(meanOf(every(1), 1.5)?.temperatureC).toBe(21)
    expect(meanOf(every(2), 1.5)?.temperatureC).toBe(21)
    expect(meanOf(every(2.5), 1.5)).toBeUndefined()
  })
  it.each([
    [151.237, '151.24'],
    [399.996, '400.00'],
    [2210.04, '2210.0'],
    [18760.2, '18760'],
  ])('%d Ω is noted as a meter shows it: %s', (ohm, typed) => {
    expect(ohmsAsTyped(ohm)).toBe(typed)
  })
})

describe('the readings of a point', () => {
  const point: BenchPoint = { temperatureC: 57.321, resistanceOhm: 411.27 }
  const by = { typed: null, meter, thermometer }
  it('are the ohms and the truth, each with its instrument', () => {
    expect(pointReadings(point, { ...by, method: 'flask' })).toMatchObject([
      { role: 'signal', typed: '411.3', instrument: meter!.id },
      { role: 'truth', typed: '57.32', unit: '°C', instrument: thermometer!.id },
    ])
  })
  it('of melting ice need no truth; what somebody typed goes before what was read', () => {
    expect(pointReadings(point, { ...by, method: 'ice' })).toHaveLength(1)
    const typed = { typed: '135F', unit: '°F', value: 57.22 }
    expect(pointReadings(point, { ...by, method: 'flask', typed })[1]).toMatchObject({
      typed: '135F',
      value: 57.22,
    })
    expect(pointReadings(point, { ...by, method: 'ice', typed })).toHaveLength(2)
  })
  it('go into the record of the sensor', () => {
    const element = build.elements.find((e) => e.id === 'el-coolant')!
    const readings = pointReadings(point, { ...by, method: 'flask' })
    const at = '2026-12-01T10:00:00Z'
    const after = applyChange(
      build,
      recordBenchPoint(element, { id: 'm-1', at, method: 'flask', readings, note: 'at rest' }),
      { id: 'c-1', at, by: '' },
    )
    expect(after.measurements.at(-1)).toMatchObject({
      id: 'm-1',
      about: { kind: 'point', element: 'el-coolant' },
      note: 'at rest',
    })
  })
})

describe('points that take themselves while a flask cools', () => {
  const taken = (everyC: number, seconds: number, everyS?: number): BenchPoint[] =>
    passed(everyC, flask(seconds, everyS))
  const passed = (everyC: number, log: ReturnType<typeof flask>): BenchPoint[] => {
    const points: BenchPoint[] = []
    let steps: AutoSteps = NO_STEPS
    for (let k = 1; k <= log.length; k++) {
      const next = stepOn(steps, log.slice(0, k), { everyC, lag: LAG })
      steps = next.steps
      if (next.point) points.push(next.point)
    }
    return points
  }
  it('come a step apart, each on the curve of the sensor', () => {
    const points = taken(8, 120)
    // 60 °C of cooling hold seven steps of 8 °C, and the first point comes at once
    expect(points).toHaveLength(8)
    points.slice(1).forEach((p, i) => {
      expect(points[i]!.temperatureC - p.temperatureC).toBeCloseTo(8, 0)
      expect(p.resistanceOhm / ohmAt(p.temperatureC)).toBeCloseTo(1, 2)
    })
  })
  it.each([0.7, 0.95])('come as well where a reading takes %s s', (everyS) => {
    const points = taken(8, 120, everyS)
    expect(points.length).toBeGreaterThanOrEqual(7)
    for (const p of points) expect(p.resistanceOhm / ohmAt(p.temperatureC)).toBeCloseTo(1, 2)
  })
  it('a step whose readings were lost is due anew at the newest', () => {
    const log = flask(60).filter((s) => s.timeS < 20 || s.timeS > 40)
    const points = passed(8, log)
    expect(points.length).toBeGreaterThanOrEqual(4)
    expect(points.some((p) => p.temperatureC < 70)).toBe(true)
  })
  it('none before a window is full, none of an overload, none where it stands still', () => {
    const log = flask(1)
    expect(stepOn(NO_STEPS, log, { everyC: 8, lag: LAG })).toEqual({ steps: NO_STEPS })
    const over = [...flask(10), { timeS: 11, referenceC: NaN, resistanceOhm: NaN }]
    expect(stepOn(NO_STEPS, over, { everyC: 8, lag: LAG })).toEqual({ steps: NO_STEPS })
    const still = flask(10).map((s) => ({ ...s, referenceC: 60 }))
    const steps = { lastC: 60, pendingS: null }
    expect(stepOn(steps, still, { everyC: 8, lag: LAG })).toEqual({ steps })
  })
})
