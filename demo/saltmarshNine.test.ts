import { plainly, written } from '../core/quantity/index.ts'
import { describe, expect, it } from 'vitest'
import { checkBuild, undo, writeBuild } from '../core/build/index.ts'
import { readStatus, sensorOf } from '../core/chain/index.ts'
import { thermistorC } from '../core/curve/thermistor/index.ts'
import { families, familyOf } from '../core/curve/index.ts'
import { onOffStatus } from '../core/onOff/index.ts'
import { REST } from './sensors.ts'
import { saltmarshNine, tellSaltmarshNine, TRUE_CURVES } from './saltmarshNine.ts'

describe('the sample build', () => {
  const build = saltmarshNine()
  const readers = build.channels.filter((c) => c.kind === 'reading')
  it('is the same every time, whole, and passes its own checks', () => {
    expect(writeBuild(tellSaltmarshNine())).toBe(writeBuild(build))
    expect(checkBuild(JSON.parse(writeBuild(build))).build).toEqual(build)
    expect(build.id).toBe('saltmarsh-nine')
  })
  it('is given as a copy: what is done to one is not seen in the next', () => {
    const own = saltmarshNine()
    own.channels.length = 0
    expect(saltmarshNine().channels).toEqual(build.channels)
  })
  it('was told change by change, so its history can be walked back to nothing', () => {
    let back = build
    for (let i = 0; i < build.changes.length; i++)
      back = undo(back, { id: `u${i}`, at: '2026-11-24T20:00:00Z', by: '' })
    expect([back.channels, back.devices, back.measurements, back.proofs]).toEqual([[], [], [], []])
  })
  it('has something proven, something half done with a slip, something spoilt', () => {
    const states = readers.flatMap((c) => c.reads.map((r) => [r.id, readStatus(build, r).state]))
    expect(Object.fromEntries(states)).toMatchObject({
      'rd-coolant': 'proven',
      'rd-air': 'wrong',
      'rd-oil': 'wrong',
      'rd-oil-gauge': 'wrong',
      'rd-map': 'proven',
      'rd-throttle': 'proven',
      'rd-oil-pressure': 'wrong',
      'rd-lambda': 'measured',
      'rd-fuel': 'wrong',
      'rd-steering': 'assumed',
      'rd-wheel': 'measured',
    })
    expect(new Set(states.map(([, s]) => s))).toEqual(
      new Set(['proven', 'measured', 'assumed', 'wrong']),
    )
    expect(sensorOf(build, 'el-air', [-20, 90]).suspects).toEqual([3])
  })
  it('has a switch that was read three times each way, its pull-up fitted', () => {
    const fan = build.channels.find((c) => c.kind === 'on-off')!
    const { state, thresholds, fitted } = onOffStatus(build, fan, fan.reads[0]!)
    expect(state).toBe('measured')
    expect([thresholds.rising!.count, thresholds.falling!.count]).toEqual([3, 3])
    expect(thresholds.rising!.truth - thresholds.falling!.truth).toBeGreaterThan(4)
    expect(fitted!.marginV).toBeGreaterThan(0.5)
  })
  it('is a whole vehicle: about twenty channels, every family among them, each with a chain and a next step', () => {
    expect(build.channels.length).toBeGreaterThanOrEqual(20)
    const used = new Set(build.elements.map((e) => e.family))
    expect(families.filter((f) => !used.has(f.id)).map((f) => f.id)).toEqual([])
    for (const c of readers)
      for (const r of c.reads) {
        const status = readStatus(build, r)
        expect(status.chain, r.id).not.toBeNull()
        expect(written(status.next.title, plainly).endsWith('.'), r.id).toBe(true)
        expect(Number.isFinite(status.ratio), r.id).toBe(true)
      }
  })
  it('measures the rest of the car to within what its fits say', () => {
    for (const told of REST.filter((t) => t.points.length >= 2 && t.key !== 'lambda')) {
      const { fit, points } = sensorOf(build, `el-${told.key}`, [0, 1])
      const family = familyOf(told.family)
      // within a dead zone any truth is as good as another
      const zones = family.deadZones?.(fit!.curve) ?? []
      for (const p of points)
        if (!zones.some(([low, high]) => p.truth >= low && p.truth <= high))
          expect(
            Math.abs(family.inverse(fit!.curve, told.really(p.truth)) - p.truth),
            told.key,
          ).toBeLessThan(3 * family.band(fit!, p.truth) + 1e-6)
    }
  })
  it('measures its invented sensors to within their stated bands', () => {
    for (const [which, element] of [
      ['coolant', 'el-coolant'],
      ['oil', 'el-oil'],
    ] as const) {
      const { points } = sensorOf(build, element, [0, 120])
      for (const p of points)
        expect(Math.abs(thermistorC(TRUE_CURVES[which], p.signal - 0.3) - p.truth)).toBeLessThan(
          1.2,
        )
    }
  })
})
