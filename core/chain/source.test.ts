import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { kindOf } from '../channel/index.ts'
import { readBuild, writeBuild, type Build } from '../build/index.ts'
import { registerSource, SOURCES, type Source } from '../curve/sources.ts'
import { expectedReadings } from '../prove/index.ts'
import {
  assembleChain,
  errorBudget,
  prepareChain,
  readerChains,
  readStatus,
  walkForward,
  type Chain,
} from './index.ts'

const sample = saltmarshNine()
const CHANNEL = 'ch-side-left',
  READ = 'rd-side-left'

/** A made-up way to join two: the first alone is read, as if the second were a spare. */
const spare: Source = {
  id: 'spare',
  name: 'the second is a spare',
  why: 'It waits for the first to fail.',
  takes: 2,
  can: () => true,
  join: ([first]) => ({ ...first! }),
}

const hung = (combine: string): Build => ({
  ...sample,
  channels: sample.channels.map((c) => (c.id === CHANNEL ? { ...c, combine } : c)),
})
const chainOf = (build: Build): Chain => prepareChain(assembleChain(build, READ).spec!)
const channelIn = (build: Build) => build.channels.find((c) => c.id === CHANNEL)!

describe('a made-up source put into the list', () => {
  let takeOut = (): void => undefined
  beforeAll(() => {
    takeOut = registerSource(spare)
  })
  afterAll(() => {
    takeOut()
    expect(SOURCES).not.toContain(spare)
  })

  it('is walked, budgeted and expected like the sensor it makes of its parts', () => {
    const build = hung('spare'),
      chain = chainOf(build)
    const alone = prepareChain({
      ...chain.spec,
      sensor: { ...chain.spec.sensor, family: 'level' },
    })
    const walked = walkForward(chain, 5)
    expect(walked.parts).toEqual([])
    expect(walked.stages).toEqual(walkForward(alone, 5).stages)
    expect(errorBudget(chain, 5).lines.length).toBeGreaterThan(3)
    expect(expectedReadings(chain, 5).map((e) => e.stage)).toEqual(
      expect.arrayContaining(['element', 'shown']),
    )
    // half as much as both joined gave
    expect(walked.stages[1]!.value).toBeLessThan(
      walkForward(chainOf(hung('series')), 5).stages[1]!.value,
    )
  })
  it('stands on the line-up with its parts named, on the card, and goes through its file', () => {
    const build = hung('spare'),
      channel = channelIn(build)
    const status = readStatus(build, channel.reads[0]!)
    expect(status.assembled.sensor.parts.map((p) => p.element.id)).toEqual(channel.elements)
    expect(status.reader.part).toBeNull()
    const kind = kindOf(channel)
    const of = { channel, read: channel.reads[0]! }
    expect(kind.picture(status)!.places.length).toBeGreaterThan(3)
    expect(kind.card(build, of, kind.status(build, of))[0]!.text).toContain(status.reader.device)
    expect(readerChains(build, CHANNEL).map((r) => r.read.id)).toEqual(
      channel.reads.map((r) => r.id),
    )
    expect(channelIn(readBuild(writeBuild(build)).build).combine).toBe('spare')
  })
  it('with a number of sensors it does not take is refused', () => {
    const build = hung('spare')
    const broken = {
      ...build,
      channels: build.channels.map((c) =>
        c.id === CHANNEL ? { ...c, elements: c.elements.slice(0, 1) } : c,
      ),
    }
    expect(() => readBuild(JSON.stringify(broken))).toThrowError(
      expect.objectContaining({ code: 'damaged-build' }) as Error,
    )
  })
})

describe('a source this version does not know', () => {
  it('keeps its record, and the reader says that it cannot be computed here', () => {
    const build = hung('woven')
    expect(channelIn(readBuild(writeBuild(build)).build).combine).toBe('woven')
    const status = readStatus(build, channelIn(build).reads[0]!)
    expect(status.chain).toBeNull()
    expect(status.assembled.problem).toContain('woven')
  })
})
