import { describe, expect, it } from 'vitest'
import { checkBuild, undo, writeBuild } from '../core/build/index.ts'
import { readStatus, sensorOf } from '../core/chain/index.ts'
import { thermistorC } from '../core/curve/thermistor/model.ts'
import { saltmarshNine, SAMPLE_ID, TRUE_CURVES } from './saltmarshNine.ts'

describe('the sample build', () => {
  const build = saltmarshNine()
  it('is the same every time, whole, and passes its own checks', () => {
    expect(writeBuild(saltmarshNine())).toBe(writeBuild(build))
    expect(checkBuild(JSON.parse(writeBuild(build))).build).toEqual(build)
    expect(build.id).toBe(SAMPLE_ID)
  })
  it('was told change by change, so its history can be walked back to nothing', () => {
    let back = build
    for (let i = 0; i < build.changes.length; i++) back = undo(back, { id: `u${i}`, at: '2026-11-24T20:00:00Z', by: '' })
    expect([back.channels, back.devices, back.measurements, back.proofs]).toEqual([[], [], [], []])
  })
  it('has something proven, something half done with a slip, something spoilt', () => {
    const states = build.channels.flatMap((c) => c.reads.map((r) => [r.id, readStatus(build, r).state]))
    expect(Object.fromEntries(states)).toEqual({ 'rd-coolant': 'proven', 'rd-air': 'wrong', 'rd-oil': 'wrong', 'rd-oil-gauge': 'wrong' })
    expect(sensorOf(build, 'el-air', [-20, 90]).suspects).toEqual([3])
  })
  it('measures its invented sensors to within their stated bands', () => {
    for (const [which, element] of [['coolant', 'el-coolant'], ['oil', 'el-oil']] as const) {
      const { points } = sensorOf(build, element, [0, 120])
      for (const p of points) expect(Math.abs(thermistorC(TRUE_CURVES[which], p.signal - 0.3) - p.truth)).toBeLessThan(1.2)
    }
  })
})
