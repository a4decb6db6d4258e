import { describe, expect, it } from 'vitest'
import { decodeTrigger } from './decode.ts'
import { sceneTask, SCENE_FAULTS, RUNNINGS, type Scene } from './scene.ts'
import { simulateTrigger } from './simulate.ts'
import { parseWheel } from './wheel.ts'

const scene = (of: Partial<Scene>): Scene => ({
  ...{ wheel: parseWheel('36-2'), pickup: 'vr', cylinders: 4, running: 'cranking', faults: [] },
  ...{ seed: 3, ...of },
})
const decoded = (of: Scene) =>
  decodeTrigger(simulateTrigger(sceneTask(of)).samples, {
    ...{ sampleHz: sceneTask(of).sampleHz, wheel: of.wheel, pickup: of.pickup },
  })

describe('scenes of the simulator', () => {
  it.each(RUNNINGS)('%s: in sync, without a fault, its speed where it should be', (speed) => {
    const of = scene({ running: speed })
    const { inSync, faults, rpm, timeS } = decoded(of)
    expect([inSync, faults]).toEqual([true, []])
    const { rpm: real } = sceneTask(of)
    const late = timeS.findIndex((t) => t > 0.5)
    for (let i = late; i < timeS.length; i += 7) {
      const before = real((timeS[i]! + timeS[i - 1]!) / 2)
      expect(Math.abs(rpm[i]! / before - 1)).toBeLessThan(0.04)
    }
  })
  it('reach from rest to the limiter, and never beyond it', () => {
    const at = (speed: Scene['running'], t: number): number =>
      sceneTask(scene({ running: speed })).rpm(t)
    expect(at('cranking', 0)).toBeLessThan(10)
    expect([at('sweep', 0), at('sweep', 4), at('hard', 1.5)]).toEqual([900, 7000, 7000])
    for (let t = 0; t < 3; t += 0.01) expect(at('hard', t)).toBeLessThanOrEqual(7000)
  })
  it('beat with the compressions of their cylinders', () => {
    const { rpm, durationS } = sceneTask(scene({ cylinders: 3, running: 'idle' }))
    let rises = 0
    for (let t = 0.001; t < durationS; t += 0.001)
      if (rpm(t - 0.001) < 900 && rpm(t) >= 900) rises++
    // three every second turn, at fifteen turns a second
    expect(Math.abs(rises - 1.5 * 15 * durationS)).toBeLessThanOrEqual(1)
  })
  it.each(SCENE_FAULTS)('%s changes what the pickup gives', (fault) => {
    const [good, bad] = [[], [fault]].map(
      (faults) => simulateTrigger(sceneTask(scene({ faults, running: 'idle' }))).samples,
    )
    expect(bad!.length).toBe(good!.length)
    const apart = good!.reduce((most, v, i) => Math.max(most, Math.abs(v - bad![i]!)), 0)
    expect(apart).toBeGreaterThan(0.2)
  })
  it('say what is wrong: leads exchanged, a broken tooth, the wrong edge of a switch', () => {
    expect(decoded(scene({ faults: ['reversed'] })).polarity).toBe('reversed')
    expect(decoded(scene({ faults: ['reversed'], pickup: 'hall' })).polarity).toBe('reversed')
  })
  it.each([
    ['36-2', 'cranking', 'number 11.'],
    ['60-2', 'idle', 'number 19.'],
    ['36-1', 'cranking', 'number 11, or 23.'],
  ] as const)('a %s with a tooth broken off, %s: which one is named', (wheel, speed, which) => {
    const { inSync, faults } = decoded(
      scene({ wheel: parseWheel(wheel), faults: ['broken', 'noise'], running: speed }),
    )
    expect(inSync).toBe(false)
    expect(faults.map((f) => f.text)).toEqual([expect.stringContaining(which)])
  })
})
