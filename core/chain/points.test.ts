import { describe, expect, it } from 'vitest'
import { type Edited } from '../build/index.ts'
import { stoichiometricAfr } from '../quantity/index.ts'
import { lastPlace } from './points.ts'
import { assembleChain, readStatus, sensorOf, takenPoints } from './index.ts'
import { familyOf } from '../curve/registry.ts'
import { after, sample as build } from './sample.fixture.ts'

describe('points out of the record', () => {
  const taken = takenPoints(
    build,
    familyOf('thermistor'),
    build.measurements.filter((m) => m.about.kind === 'point' && m.about.element === 'el-coolant'),
  )
  it('take fixed truths, boiling by altitude, and the ice check off the probe', () => {
    expect(taken[0]).toMatchObject({ truth: 0, truthFrom: 'ice and water' })
    expect(taken[2]!.truth).toBeCloseTo(97.85, 1)
    expect(taken[2]!.common).toContainEqual(expect.objectContaining({ id: 'weather' }))
    expect(taken[1]!.truth).toBeCloseTo(
      Number(taken[1]!.measurement.readings.find((r) => r.role === 'truth')!.typed) - 0.2,
      9,
    )
  })
  it('share the offset of their probe and the gain of their meter', () => {
    expect(taken[1]!.common!.map((c) => c.id).sort()).toEqual(['bench-meter', 'kitchen-probe'])
    expect(taken[1]!.common!.find((c) => c.id === 'bench-meter')!.sigma).toBeCloseTo(
      (0.005 * 0.8 * taken[1]!.signal) / Math.sqrt(3),
      6,
    )
  })
  it.each([
    ['4.71k', 'Ω', 10],
    ['371', 'Ω', 1],
    ['4k7', 'Ω', 100],
    ['0,47', 'Ω', 0.01],
    ['98.6 °F', '°C', 0.1 / 1.8],
    ['188.5', 'Ω', 0.1],
    ['1.2 MΩ', 'Ω', 1e5],
    ['4k7 5%', 'Ω', 100],
    ['450 cm3', 'l', 0.001],
    ['1.25 kg/cm2', 'kPa', 0.980665],
    ['11.7E10', 'AFR E0', 0.1 / stoichiometricAfr(0.1)],
    ['1.2e3', 'Ω', 100],
    ['3.30 V', 'V', 0.01],
    ['OL', 'Ω', 0],
  ])('the last place of %s is worth %d', (typed, unit, worth) => {
    expect(lastPlace({ typed, unit })).toBeCloseTo(worth, 6)
  })
  it('of a family that is not known are kept, and the line-up says why there is nothing to see', () => {
    const strange = after(build, {
      kind: 'editElement',
      args: { id: 'el-air', patch: { family: 'flux' } },
    })
    const status = readStatus(strange, strange.channels[1]!.reads[0]!)
    expect(status).toMatchObject({
      state: 'empty',
      chain: null,
      next: {
        title: expect.objectContaining({ code: 'newer-version' }),
        reason: expect.stringMatching(/"flux".*kept/),
      },
    })
    expect(readStatus(strange, strange.channels[0]!.reads[0]!).state).toBe('proven')
  })
  it('name what is wrong instead of failing', () => {
    const empty = after(
      build,
      ...build.measurements
        .filter((m) => m.about.kind === 'point' && m.about.element === 'el-air')
        .slice(1)
        .map((m): Edited => ({
          kind: 'strikeMeasurement',
          args: { id: m.id, at: '2026-11-24T20:00:00Z', why: '' },
        })),
    )
    expect(sensorOf(empty, 'el-air', [-20, 90])).toMatchObject({
      curve: undefined,
      fit: null,
      problem: expect.stringMatching(/second/),
    })
    expect(assembleChain(empty, 'rd-air')).toMatchObject({
      spec: null,
      problem: expect.stringMatching(/second/),
    })
    const trusted = after(empty, {
      kind: 'editElement',
      args: { id: 'el-air', patch: { settings: { assumedCurve: 'generic-2k5' } } },
    })
    expect(assembleChain(trusted, 'rd-air').spec!.basis.element).toBe('assumed')
    const bare = after(build, {
      kind: 'removePullUp',
      args: { input: 'eu-15', pull: 'eu-15-pull' },
    })
    expect(assembleChain(bare, 'rd-air').problem).toMatch(/No pull-up feeds pin 15/)
  })
})
