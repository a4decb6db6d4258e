import type { Build, Channel } from '../build/types.ts'
import { inputOf } from '../build/find.ts'
import { say } from '../quantity/said.ts'
import { register } from '../register.ts'
import type { ChannelKind, ChannelStatus } from './kind.ts'
import { reading } from './reading.ts'

// `any` here and only here: each kind is sound in itself, and callers pass back what they were given.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type AnyKind = ChannelKind<any>

/** Every kind of channel. */
export const KINDS: AnyKind[] = [reading]

/** One kind more; what is returned takes it out again. Throws `EchtError` `registered-twice`. */
export const registerKind = (kind: AnyKind): (() => void) =>
  register(KINDS, kind, 'kind of channel')

/** The kind of a channel. One that only a newer version knows says so wherever it stands. */
export const kindOf = ({ kind }: Channel): AnyKind => KINDS.find((k) => k.id === kind) ?? unknown

const unknown: ChannelKind = {
  id: 'unknown',
  name: 'a kind of channel this version does not know',
  restsOn: (build, channel) => [channel, build.devices],
  status: (build, _, read): ChannelStatus => {
    const { input, device } = inputOf(build, read.input)
    return {
      state: 'empty',
      ratio: Infinity,
      next: {
        stage: 'element',
        title: say('newer-version')`This channel needs a newer Echt.`,
        reason: 'All that was recorded of it is kept.',
      },
      reader: { device: device.name, pin: input.pin, part: null },
      unit: '',
      accuracy: 0,
      worst: null,
    }
  },
  picture: () => null,
  keyOn: () => [],
  card: () => [],
  words: () => [],
}

/** The readers of a build whose channels a search finds by all of these words. */
export const found = (build: Build, words: readonly string[]): Channel[] =>
  build.channels.filter((channel) => {
    const text = [channel.name, ...kindOf(channel).words(build, channel)].join(' ').toLowerCase()
    return words.every((w) => text.includes(w.toLowerCase()))
  })
