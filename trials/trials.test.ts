import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { readBuild, writeBuild } from '../core/build/index.ts'
import { mutatedBuilds, mutatedCaptures, mutatedLogs, mutatedTables } from './files.ts'
import { groundBands } from './grounds.ts'
import { manyChannels } from './manyChannels.ts'
import { rudeClients } from './server.ts'
import { slips } from './slips.ts'
import { walk } from './walk.ts'

// a thinned sample of each campaign of `npm run trials`; other seeds than there

describe('a thinned campaign', () => {
  it.each([11, 12])('random walk %i: the build is valid after every step', (seed) => {
    const { edited, refused, undone, reloaded } = walk(saltmarshNine(), 200, seed)
    expect(edited).toBeGreaterThan(60)
    expect(refused).toBeGreaterThan(10)
    expect(undone).toBeGreaterThan(12)
    expect(reloaded).toBeGreaterThan(0)
  })
  it('every reader has a status, whatever numbers slipped in', () => {
    expect(slips(200, 11).outcome).toMatch(/\d+ wrong/)
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
  it('the server lives, keeps no descriptor, and stops in a second', async () => {
    const c = await rudeClients(100, 11)
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
  const { inside, of } = groundBands(drops, 60, 7)
  expect(of).toBeGreaterThan(1000)
  expect(inside / of).toBeGreaterThan(0.91)
  expect(inside / of).toBeLessThan(0.99)
})
