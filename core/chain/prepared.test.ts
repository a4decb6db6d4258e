import { expect, it } from 'vitest'
import { applyChange, keyOnsOf, pointsOf, type Measurement } from '../build/index.ts'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { thermistorOhm } from '../curve/thermistor/model.ts'
import { TRUE_CURVES } from '../../demo/saltmarshNine.ts'
import { keepPrepared, partFor, pointsToFit, preparedFor, readStatus, sensorOf } from './index.ts'

const sample = saltmarshNine()
const proto = pointsOf(sample, 'el-coolant').find((m) =>
  m.readings.some((r) => r.role === 'truth'),
)!
const measurements = Array.from({ length: 400 }, (_, i): Measurement => {
  const truth = -5 + (i * 125) / 400
  const ohm = thermistorOhm(TRUE_CURVES.coolant, truth)
  return {
    ...proto,
    id: `many-${i}`,
    readings: [
      { role: 'truth', typed: truth.toFixed(3), unit: '°C', value: truth, instrument: null },
      { role: 'signal', typed: ohm.toFixed(1), unit: 'Ω', value: ohm, instrument: null },
    ],
  }
})
const build = applyChange(
  sample,
  { kind: 'addMeasurements', args: { measurements } },
  { id: 'paste', at: '2026-11-27T10:00:00Z', by: '' },
)
const coolant = build.channels.find((c) => c.id === 'ch-coolant')!

it('a channel of very many points is prepared as plain data, and is the same as computed here', () => {
  const few = sample.channels.find((c) => c.id === 'ch-coolant')!
  expect(pointsToFit(sample, few)).toBe(pointsOf(sample, 'el-coolant').length)
  expect(pointsToFit(build, coolant)).toBe(pointsOf(build, 'el-coolant').length)
  // over the way to a worker and back, where nothing is shared
  const part = structuredClone(partFor(build, coolant))
  expect(part.measurements).toHaveLength(
    400 + pointsOf(sample, 'el-coolant').length + keyOnsOf(sample, 'rd-coolant').length,
  )
  const prepared = structuredClone(preparedFor(part, part.channels[0]!))
  keepPrepared(build, coolant, prepared)
  expect(pointsToFit(build, coolant)).toBe(0)
  const kept = sensorOf(build, 'el-coolant', coolant.needs.range)
  const fresh = sensorOf(structuredClone(build), 'el-coolant', coolant.needs.range)
  expect(kept.curve).toEqual(fresh.curve)
  expect(kept.points.map((p) => p.truth)).toEqual(fresh.points.map((p) => p.truth))
  expect(kept.points[0]!.measurement).toBe(pointsOf(build, 'el-coolant')[0])
  expect(kept.points.every((p) => p.recipe !== undefined)).toBe(true)
  expect(kept.element).toBe(build.elements.find((e) => e.id === 'el-coolant'))
  expect(readStatus(build, coolant.reads[0]!).worst).toEqual(
    readStatus(structuredClone(build), structuredClone(coolant.reads[0]!)).worst,
  )
})

it('one more point is to be fitted anew, an edit elsewhere asks for nothing', () => {
  const stamp = (id: string) => ({ id, at: '2026-11-27T10:00:00Z', by: '' })
  const elsewhere = applyChange(
    build,
    { kind: 'editChannel', args: { id: 'ch-air', patch: { place: 'elsewhere' } } },
    stamp('else'),
  )
  expect(pointsToFit(elsewhere, coolant)).toBe(0)
  const more = applyChange(
    build,
    { kind: 'addMeasurement', args: { measurement: { ...measurements[0]!, id: 'one-more' } } },
    stamp('more'),
  )
  expect(pointsToFit(more, coolant)).toBe(pointsOf(more, 'el-coolant').length)
})

it('a sensor with too few points for a curve has nothing to fit', () => {
  const one = {
    ...sample,
    measurements: sample.measurements.filter(
      (m) => m.about.kind !== 'point' || m.about.element !== 'el-coolant' || m.id === proto.id,
    ),
  }
  expect(pointsOf(one, 'el-coolant')).toHaveLength(1)
  expect(pointsToFit(one, coolant)).toBe(0)
  expect(sensorOf(one, 'el-coolant', coolant.needs.range).fit).toBeNull()
})
