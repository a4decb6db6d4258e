import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { inputOf } from '../build/find.ts'
import { assumed, type Build, type Input, type Trigger } from '../build/types.ts'
import { correctedAngle } from './angle.ts'
import { inputTask, lampNow, lampsOf, readingOf, triggerRestsOn, triggerStatus } from './ofBuild.ts'
import { parseWheel } from './wheel.ts'

const sample = saltmarshNine()
const crank = sample.triggers.find((t) => t.id === 'tr-crank')!
const cam = sample.triggers.find((t) => t.id === 'tr-cam')!
const right: Trigger = { ...crank, expects: '36-2' }

const SWITCHED: NonNullable<Trigger['switched']> = {
  ...{ switches: 'ground', lowV: 0.4, sinkA: 0.02, leastA: 0, leakA: 1e-5, sensorFromV: 4.5 },
  ...{ cableF: 1e-9, batteryV: [6, 15], railTolerance: 0.02, series: 'E24', partTolerance: 0.05 },
  limiterRpm: 7500,
}
const PULL_UP = { school: 'pull-up' as const, upOhm: 2200, downOhm: null }

/** The sample with something else at the pin of its cam. */
const withInput = (patch: Partial<Input>): Build => ({
  ...sample,
  devices: sample.devices.map((d) => ({
    ...d,
    inputs: d.inputs.map((i) => (i.id === cam.input ? { ...i, ...patch } : i)),
  })),
})

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
  it('is measured once the lamp agrees, first by one speed and then by two', () => {
    const title = (build: Build) => triggerStatus(build, right).next.title
    expect(triggerStatus(withLamp([900, 0.1]), right).state).toBe('measured')
    const two = withLamp([900, 0.1], [3000, -0.1])
    expect(triggerStatus(two, right).state).toBe('measured')
    expect(title(two)).not.toEqual(title(withLamp([900, 0.1])))
    expect(triggerStatus(withLamp([900, 3], [3000, 3.1]), right).state).toBe('wrong')
  })
  it('of a cam wants parts at its pin, and then a look at its edges; a lamp says nothing of it', () => {
    expect(triggerStatus(sample, cam).state).toBe('assumed')
    const coil = { ...cam, pickup: 'vr' as const }
    expect(triggerStatus(sample, coil).state).toBe('measured')
    const fitted = withInput({ fitted: PULL_UP })
    expect(triggerStatus(fitted, cam)).toMatchObject({ state: 'measured', ratio: 0, lamp: null })
    // a pull-up that the unit has of its own gives it levels as well
    const own = { ...sample.devices[0]!.inputs[0]!.pulls[0]!, id: 'own', ohm: assumed(2200) }
    expect(triggerStatus(withInput({ pulls: [own] }), cam).state).toBe('measured')
    // a pull-up that leaks pull down, and one that the sensor cannot sink, are no input
    const wet = { ...cam, switched: { ...SWITCHED, leakA: 2e-3 } }
    expect(triggerStatus(fitted, wet)).toMatchObject({ state: 'wrong', ratio: Infinity })
    const mad = { ...cam, switched: { ...SWITCHED, cableF: -1 } }
    expect(triggerStatus(fitted, mad).state).toBe('wrong')
  })
  it('tells its input how often it switches at the limiter, by the turns of its own cycle', () => {
    const at = inputOf(sample, cam.input!).input
    // one edge in two turns at 6000 rpm: 50 a second
    expect(inputTask(cam, { ...SWITCHED, limiterRpm: 6000 }, at).edgesHz).toBeCloseTo(50, 9)
    expect(inputTask(crank, { ...SWITCHED, limiterRpm: 6000 }, at).edgesHz).toBeCloseTo(3400, 9)
  })
})

describe('a proof of a trigger', () => {
  const good = withLamp([900, 0.1], [3000, -0.1])
  const proven = (build: Build, of: Trigger): Build => ({
    ...build,
    proofs: [
      {
        ...{ id: 'p', read: of.id, at: '2026-11-20T10:00:00Z', by: '' },
        measurements: lampsOf(build, of).map((m) => m.id),
        dependsOn: triggerRestsOn(build, of),
        inForce: null,
      },
    ],
  })
  const after = (build: Build, of: Trigger) => triggerStatus(build, of).state
  const build = proven(good, right)

  it('holds while nothing changes that it rests on', () => {
    expect(after(build, right)).toBe('proven')
    expect(after(build, { ...right, name: 'Crankshaft' })).toBe('proven')
  })
  it.each([
    ['the angle', { angleDeg: 98 }],
    ['another second pin', { secondPin: null }],
    ['the wheel, on both sides', { wheel: '60-2', expects: '60-2' }],
    ['the way it counts', { counts: { tooth: 'before-gap' as const, from: 'before' as const } }],
  ])('lapses with %s', (_, change) => {
    expect(after(build, { ...right, ...change })).toBe('measured')
  })
  it('lapses when a lamp reading it stands on is struck, or another is taken', () => {
    const struck = structuredClone(build)
    struck.measurements[0]!.struck = { at: '2026-11-21T10:00:00Z', why: '' }
    expect(after(struck, right)).not.toBe('proven')
    const more = {
      ...build,
      measurements: [...build.measurements, { ...build.measurements[0]!, id: 'more' }],
    }
    expect(after(more, right)).not.toBe('proven')
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
