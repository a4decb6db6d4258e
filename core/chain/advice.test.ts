import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { pointsOf, type Build } from '../build/index.ts'
import { familyOf } from '../curve/registry.ts'
import { adviceTask, adviseOn, type Advice } from './advice.ts'
import { sensorOf } from './sensor.ts'

const sample = saltmarshNine()
const readers = sample.channels.filter((c) => c.kind === 'reading')

/** Advice as a worker gives it: there and back nothing is shared. */
function advised(build: Build, channelId: string): Advice {
  const channel = build.channels.find((c) => c.id === channelId)!
  const sensor = sensorOf(build, channel.elements[0]!, channel.needs.range)
  return structuredClone(adviseOn(structuredClone(adviceTask(build, sensor, channel.needs.range))))
}

/** The sample with no points of a sensor but the first few. */
const withPoints = (element: string, count: number): Build => {
  const kept = new Set(pointsOf(sample, element).slice(0, count))
  const others = sample.measurements.filter(
    (m) => m.about.kind !== 'point' || m.about.element !== element,
  )
  return { ...sample, measurements: [...others, ...kept] }
}

describe('advice on the points of a sensor', () => {
  it.each(readers.map((c) => c.id))('of %s goes to a worker and back', (id) => {
    const { next, candidates, findings } = advised(sample, id)
    const of = (n: typeof next): number => (n ? n.bandAfter / n.bandBefore : 0)
    expect(of(next)).toBeLessThanOrEqual(1 + 1e-9)
    expect(candidates.every((c) => c.probability >= 0 && c.probability <= 1)).toBe(true)
    expect(findings.map((f) => f.code)).not.toContain(undefined)
  })

  it('names a next point within what is needed, and it narrows the band', () => {
    const { next } = advised(withPoints('el-coolant', 3), 'ch-coolant')
    const [low, high] = sample.channels.find((c) => c.id === 'ch-coolant')!.needs.range
    expect(next!.truth).toBeGreaterThanOrEqual(low)
    expect(next!.truth).toBeLessThanOrEqual(high)
    expect(next!.bandAfter).toBeLessThan(next!.bandBefore)
  })

  it('is silent about a sensor without points', () => {
    expect(advised(withPoints('el-coolant', 0), 'ch-coolant')).toEqual({
      ...{ next: null, candidates: [], findings: [] },
    })
  })

  it('is the same of points on their way as of points as they were taken', () => {
    for (const channel of readers) {
      const sensor = sensorOf(sample, channel.elements[0]!, channel.needs.range)
      const family = familyOf(sensor.family)
      const settings = { ...sensor.element.settings, altitudeM: sample.vehicle.altitudeM ?? 0 }
      const { candidates, findings } = advised(sample, channel.id)
      expect(candidates).toEqual(
        sensor.points.length > 0 ? family.identify(sensor.points, sensor.element.settings) : [],
      )
      expect(findings).toEqual(family.checks(sensor.points, sensor.fit, settings))
    }
  })
})
