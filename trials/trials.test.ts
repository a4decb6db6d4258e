import { some, triesOf } from '../core/tries.fixture.ts'
import { sum } from 'd3-array'
import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { readBuild, writeBuild } from '../core/build/index.ts'
import { decodeTrigger, parseWheel } from '../core/trigger/index.ts'
import { mutatedBuilds, mutatedCaptures, mutatedLogs, mutatedTables } from './files.ts'
import { groundBands } from './grounds.ts'
import { headersAttacked, hostileZips, zipsAttacked } from './hostile.ts'
import { manyChannels } from './manyChannels.ts'
import { rudeClients } from './server.ts'
import { slips } from './slips.ts'
import { walk } from './walk.ts'
import { drawnMagnets, drawnRig, namedRigs, notTriggers, readRig, readRigs } from './wheels.ts'

// a thinned sample of each campaign of `npm run trials`; other seeds than there

describe('a thinned campaign', () => {
  it.each(some([11, 12], (seed) => seed === 11))(
    'random walk %i: the build is valid after every step',
    (seed) => {
      const { edited, refused, undone, reloaded } = walk(saltmarshNine(), 200, seed)
      expect(edited).toBeGreaterThan(60)
      expect(refused).toBeGreaterThan(10)
      expect(undone).toBeGreaterThan(12)
      expect(reloaded).toBeGreaterThan(0)
    },
  )
  it('every reader has a status, whatever numbers slipped in', () => {
    expect(slips(triesOf(200, 60), 11).outcome).toMatch(/\d+ wrong/)
  })
  it('mutated builds are refused in words or have a status for every reader', () => {
    const { taken, refused, byCode } = mutatedBuilds(writeBuild(saltmarshNine()), 60, 11)
    expect(taken + refused).toBe(60)
    expect(taken).toBeGreaterThan(2)
    expect(byCode['damaged-build']).toBeGreaterThan(18)
  })
  it('mutated logs and tables are refused in words or taken as finite numbers', () => {
    for (const { taken, refused } of [mutatedLogs(400, 11), mutatedTables(400, 11)]) {
      expect(taken).toBeGreaterThan(20)
      expect(refused).toBeGreaterThan(100)
    }
  })
  it('mutated captures are refused in words, or read and decoded', () => {
    const { taken, refused } = mutatedCaptures(300, 11)
    expect(taken).toBeGreaterThan(60)
    expect(refused).toBeGreaterThan(60)
  })
  it('hostile zips and heads are refused in words and soon, or taken', () => {
    const sample = saltmarshNine()
    expect([...hostileZips(sample)].length).toBeGreaterThan(65)
    for (const { failures, taken, refused } of [
      zipsAttacked(sample, triesOf(60, 20), 11),
      headersAttacked(400, 11),
    ]) {
      expect(failures).toEqual([])
      expect(taken).toBeGreaterThan(5)
      expect(refused).toBeGreaterThan(50)
    }
  }, 60_000)
  it('the server lives, keeps no descriptor, and stops in a second', async () => {
    const c = await rudeClients(triesOf(100, 40), 11)
    expect(c.alive).toBe(true)
    expect(c.descriptorsAfter - c.descriptorsBefore).toBeLessThanOrEqual(4)
    expect(c.stoppedInMs).toBeLessThan(1000)
  })
})

it('a build of 1,000 channels is valid, and comes back out of its file', () => {
  const build = manyChannels(1000)
  expect(readBuild(writeBuild(build)).build).toEqual(build)
  expect(build.channels).toHaveLength(1000)
})

it.each([0, 5])('bands of grounds hold what is true with %d drops read', (drops) => {
  const { inside, of } = groundBands(drops, triesOf(60, 40), 7)
  expect(of).toBeGreaterThan(400)
  expect(inside / of).toBeGreaterThan(0.91)
  expect(inside / of).toBeLessThan(0.99)
})

describe('wheels before a pickup of its own', () => {
  it('are turned round or read at a false place without a doubt less than once in a hundred', () => {
    const rigs = triesOf(300, 100)
    const { sync, unsure, doubted, failures } = readRigs(rigs, 11)
    expect(failures.length).toBeLessThan(0.01 * sync)
    expect(sync).toBeGreaterThan(0.7 * rigs)
    expect(unsure + doubted).toBeLessThan(0.06 * sync)
  }, 60_000)
  it.each([2612, 2858, 3043, 3671, 3759])(
    'have no passing in their first turns that a burst of noise made, rig %i',
    (k) => {
      const { inSync, falseStarts, cycleStartsS } = readRig(drawnRig(500_000 + k), 5 + k)
      expect([inSync, falseStarts]).toEqual([true, []])
      expect(cycleStartsS.length).toBeGreaterThan(2)
    },
  )
  it('of magnets look the same turned round: which way the leads are is not said', () => {
    const { sync, unsure, failures } = readRigs(triesOf(60, 30), 11, drawnMagnets)
    expect(failures).toEqual([])
    expect(sync).toBeGreaterThan(triesOf(50, 24))
    expect(unsure).toBe(sync)
  })
  it('are named with a confidence that holds', () => {
    const { beliefs } = namedRigs(triesOf(100, 40), 12)
    const of = (from: number, to: number): { right: number; count: number } => ({
      right: sum(beliefs.slice(from, to), (b) => b.right),
      count: sum(beliefs.slice(from, to), (b) => b.count),
    })
    const [unsure, sure] = [of(0, 4), of(8, 10)]
    expect(sure.count).toBeGreaterThan(triesOf(15, 5))
    expect(sure.right).toBeGreaterThan(0.85 * sure.count)
    expect(unsure.right).toBeLessThan(0.95 * unsure.count)
  }, 60_000)
  it('are not what music, hum and pulses are taken for', () => {
    const { music, pwm, 'alternating samples': alternating } = notTriggers(3)
    for (const samples of [music!, pwm!, alternating!])
      for (const name of ['36-1', '4-1', '0,150/360', '0,60/360'])
        for (const pickup of ['vr', 'hall'] as const) {
          const wheel = parseWheel(name)
          const { inSync, faults } = decodeTrigger(samples, { sampleHz: 16_000, wheel, pickup })
          expect(inSync && faults.length === 0).toBe(false)
        }
  }, 60_000)
})
