import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { applyChange, type Build, pathOf, readBuild, writeBuild } from '../build/index.ts'
import { readStatus } from '../chain/index.ts'
import { say } from '../quantity/said.ts'
import { byHash, type ChannelKind, type ChannelStatus, type ReaderSubject } from './kind.ts'
import {
  entriesOf,
  isEntryProven,
  kindOf,
  KINDS,
  registerKind,
  speaksOf,
  statusOf,
} from './registry.ts'

const sample = saltmarshNine()
const CHANNEL = 'ch-fuel'

/** A made-up kind: a tally that is right to one count in ten. */
const tally: ChannelKind = {
  id: 'tally',
  among: 'channels',
  name: 'a tally',
  restsOn: (_, { channel }) => [channel],
  status: (build, { read }): ChannelStatus => {
    const { pin, shows } = pathOf(build, read.id)
    return {
      state: 'measured',
      ratio: 0.4,
      next: {
        title: say('count')`Count to ten.`,
        reason: 'Nobody has counted yet.',
      },
      reader: { device: shows.name, pin: pin.name, part: null },
      unit: 'counts',
      accuracy: 1,
      worst: { at: 10, bias: 0.3, band: 0.1 },
    }
  },
  picture: ({ worst }) => ({
    places: [
      { id: 'told', off: 0, half: 0, assumed: false },
      { id: 'counted', off: worst!.bias, half: worst!.band, assumed: true },
    ],
  }),
  keyOn: () => ['Turn the wheel ten times: the tally goes up by ten.'],
  card: () => [{ label: 'Counts', text: 'turns of the wheel' }],
  words: () => ['odometer'],
  ...byHash((_: Build, { channel }: ReaderSubject) => channel.name),
}

const asTally = (build: Build): Build => ({
  ...build,
  channels: build.channels.map((c) => (c.id === CHANNEL ? { ...c, kind: 'tally' } : c)),
})
const channelIn = (build: Build) => build.channels.find((c) => c.id === CHANNEL)!

describe('a made-up kind of channel put into the registry', () => {
  let takeOut = (): void => undefined
  beforeAll(() => {
    takeOut = registerKind(tally)
  })
  afterAll(() => {
    takeOut()
    expect(KINDS).not.toContain(tally)
  })

  it('is not registered twice', () => {
    expect(() => registerKind(tally)).toThrowError(
      expect.objectContaining({ code: 'registered-twice' }) as Error,
    )
  })
  it('has its state, picture, key-on steps and card through the face every place uses', () => {
    const build = asTally(sample),
      channel = channelIn(build)
    const kind = kindOf(channel)
    const status = kind.status(build, { channel, read: channel.reads[0]! }) as ChannelStatus
    expect([status.state, status.ratio]).toEqual(['measured', 0.4])
    expect(kind.picture(status)!.places.map((p) => p.off)).toEqual([0, 0.3])
    expect(kind.keyOn(status)).toHaveLength(1)
    expect(kind.card(build, { channel, read: channel.reads[0]! }, status)[0]!.label).toBe('Counts')
  })
  it('is found by its own words, and the others by theirs', () => {
    const found = (build: Build, ...words: string[]) =>
      entriesOf(build)
        .filter((e) => e.read === e.channel?.reads[0] && speaksOf(build, e, words))
        .map((e) => e.channel?.id)
    expect(found(asTally(sample), 'odometer')).toEqual([CHANNEL])
    expect(found(sample, 'odometer')).toEqual([])
    const { shows: device } = pathOf(sample, channelIn(sample).reads[0]!.id)
    expect(found(sample, device.name.toUpperCase())).toContain(CHANNEL)
  })
  it('stands in the line-up as an entry with its state, and is proven while its hash holds', () => {
    const build = asTally(sample)
    const entry = entriesOf(build).find((e) => e.channel?.id === CHANNEL)!
    expect(statusOf(build, entry).ratio).toBe(0.4)
    expect(isEntryProven(build, entry)).toBe(false)
    const proof = {
      ...{ id: 'proof-tally', read: entry.id, measurements: [], at: '2026-11-27T10:00:00Z' },
      ...{ dependsOn: channelIn(build).name, inForce: null, by: '' },
    }
    const proven = { ...build, proofs: [...build.proofs.filter((p) => p.read !== entry.id), proof] }
    expect(isEntryProven(proven, entry)).toBe(true)
  })
  it('goes through its file, and an edit of it is a named change like any other', () => {
    const build = asTally(sample)
    expect(channelIn(readBuild(writeBuild(build)).build).kind).toBe('tally')
    const renamed = applyChange(
      build,
      { kind: 'editChannel', args: { id: CHANNEL, patch: { name: 'Turns' } } },
      { id: 'x', at: '2026-11-27T10:00:00Z', by: '' },
    )
    expect([channelIn(renamed).kind, channelIn(renamed).name]).toEqual(['tally', 'Turns'])
  })
})

describe('a reading', () => {
  it('says through the face of its kind what its own status says', () => {
    for (const channel of sample.channels.filter((c) => c.kind === 'reading'))
      for (const read of channel.reads) {
        const kind = kindOf(channel)
        const status = kind.status(sample, { channel, read }) as ChannelStatus
        const own = readStatus(sample, read)
        expect([status.state, status.ratio, status.worst]).toEqual([
          own.state,
          own.ratio,
          own.worst,
        ])
        const picture = kind.picture(status)
        expect(picture === null).toBe(own.worst === null)
        const last = picture?.places.at(-1)
        if (last)
          expect([last.off, last.half]).toEqual(
            [own.worst!.bias, own.worst!.band].map((v) => expect.closeTo(v, 6)),
          )
      }
  })
})

describe('a kind this version does not know', () => {
  it('keeps its record and says that a newer version is needed', () => {
    const build = {
      ...sample,
      channels: sample.channels.map((c) => (c.id === CHANNEL ? { ...c, kind: 'radar' } : c)),
    }
    const channel = channelIn(readBuild(writeBuild(build)).build)
    expect(channel.kind).toBe('radar')
    const kind = kindOf(channel)
    const status = kind.status(build, { channel, read: channel.reads[0]! }) as ChannelStatus
    expect([status.state, status.worst, kind.picture(status)]).toEqual(['empty', null, null])
  })
})
