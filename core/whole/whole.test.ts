import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { writeBuild } from '../build/index.ts'
import {
  EchtError,
  enterTable,
  interpolate,
  isProven,
  keyOn,
  openBuild,
  proposedTable,
  readingAt,
} from '../index.ts'
import { RIGHT, withAt } from '../wrongCalls.fixture.ts'

const build = openBuild(JSON.parse(writeBuild(saltmarshNine())))
const code = (f: () => unknown): string => {
  try {
    f()
  } catch (error) {
    if (error instanceof EchtError) return error.code
    throw error
  }
  return 'none'
}

describe('a build from outside', () => {
  it('is opened only when it is whole', () => {
    expect(build.name).toBe('Saltmarsh Nine')
    expect(code(() => openBuild({ schema: 6 }))).toBe('damaged-build')
    expect(code(() => openBuild('a text'))).toBe('not-a-build')
    expect(code(() => openBuild({ ...build, schema: 99 }))).toBe('newer-schema')
  })
  it('says what a reader shows, with every stage and its unit', () => {
    const at = readingAt(build, 'rd-coolant', 92)
    expect(at.bias).toBeCloseTo(at.shown - 92, 9)
    expect(at.band).toBeGreaterThan(0)
    expect(at.stages.map((s) => [s.id, s.unit])).toEqual([
      ['truth', '°C'],
      ['element', 'Ω'],
      ['plug', 'V'],
      ['pin', 'V'],
      ['converter', 'counts'],
      ['shown', '°C'],
    ])
    expect(at.stages.at(-1)!.value).toBe(at.shown)
    expect(readingAt(build, 'rd-wheel', 80).stages.map((s) => s.unit)).toEqual([
      'km/h',
      'Hz',
      'counts',
      'km/h',
    ])
    expect(code(() => readingAt(build, 'rd-coolant', NaN))).toBe('not-a-number')
    expect(code(() => readingAt(build, 'nobody', 1))).not.toBe('none')
    // a reference so small that a count of it is no number
    const path = [0, 'devices', 0, 'inputs', 0, 'referenceV', 'value']
    const none = withAt(RIGHT.readingAt, path, 5e-324) as Parameters<typeof readingAt>
    expect(code(() => readingAt(...none))).toBe('out-of-range')
  })
  it('a table proposed and entered is what the reader then shows by', () => {
    const table = proposedTable(build, 'rd-coolant')
    expect(interpolate(table, table.worstX)).toBeGreaterThan(-60)
    const even = proposedTable(build, 'rd-coolant', { placement: 'even' })
    expect(even.worstError).toBeGreaterThan(table.worstError)
    const bad = { x: [0, 5], y: [150, -30] }
    const entered = enterTable(build, 'rd-coolant', bad)
    expect(build.revision).toBeLessThan(entered.revision)
    const { stages, shown } = readingAt(entered, 'rd-coolant', 60)
    const counts = stages.find((s) => s.id === 'converter')!.value
    expect(shown).toBeCloseTo(interpolate(bad, (counts / 4096) * 5), 9)
    expect(isProven(build, 'rd-coolant')).toBe(true)
    expect(isProven(entered, 'rd-coolant')).toBe(false)
    expect(code(() => enterTable(build, 'rd-coolant', { x: [1], y: [1] }))).toBe('bad-table')
    expect(code(() => proposedTable(build, 'rd-fuel-gauge'))).toBe('no-table')
  })
  it('names the causes of a reading that does not agree, shares in order', () => {
    const { shown } = readingAt(build, 'rd-coolant', 14)
    expect(keyOn(build, 'rd-coolant', 14, { shown })).toEqual({ agrees: true, causes: [] })
    const open = keyOn(build, 'rd-coolant', 14, { shown: -50, pinV: 4.998, sensorOhm: 1e9 })
    expect(open.agrees).toBe(false)
    expect(open.causes[0]!.id).toBe('sensor-open')
    const shares = open.causes.map((c) => c.share)
    expect(shares).toEqual(shares.toSorted((a, b) => b - a))
    expect(code(() => keyOn(build, 'rd-coolant', 14, {}))).toBe('nothing-read')
  })
})
