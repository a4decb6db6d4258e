import type { Build, Channel, Id } from '../build/types.ts'
import { pathOf, pinName, proofHolds } from '../build/find.ts'
import { remembered } from '../chain/index.ts'
import { say } from '../quantity/said.ts'
import { register } from '../register.ts'
import { byHash } from './kind.ts'
import type { ChannelKind, ChannelStatus, ReaderSubject, TriggerSubject } from './kind.ts'
import { onOff } from './onOff.ts'
import { reading } from './reading.ts'
import { trigger } from './trigger.ts'

// `any` here and only here: each kind is sound in itself, and callers pass back what they were given.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type AnyKind = ChannelKind<any, any>

/** Every kind of what the line-up has rows for. */
export const KINDS: AnyKind[] = [trigger, reading, onOff]

/** One kind more; what is returned takes it out again. Throws `EchtError` `registered-twice`. */
export const registerKind = (kind: AnyKind): (() => void) =>
  register(KINDS, kind, 'kind of channel')

/** The kind of a channel. One that only a newer version knows says so wherever it stands. */
export const kindOf = ({ kind }: Channel): AnyKind =>
  KINDS.find((k) => k.among === 'channels' && k.id === kind) ?? unknown

const unknown: ChannelKind = {
  id: 'unknown',
  among: 'channels',
  name: 'a kind of channel this version does not know',
  restsOn: (build, { channel }) => [channel, build.devices],
  status: (build, { read }): ChannelStatus => {
    const { pin, shows } = pathOf(build, read.id)
    return {
      state: 'empty',
      ratio: Infinity,
      next: {
        title: say('newer-version')`This channel needs a newer Echt.`,
        reason: 'All that was recorded of it is kept.',
      },
      reader: { device: shows.name, pin: pinName(pin), part: null },
      unit: '',
      accuracy: 0,
      worst: null,
    }
  },
  picture: () => null,
  keyOn: () => [],
  card: () => [],
  words: () => [],
  ...byHash(() => ''),
}

/** One line of the line-up: a reader of a channel, or a trigger, with its kind. */
export type Entry = {
  /** the reader's or the trigger's */
  id: Id
  name: string
  kind: AnyKind
  /** where its page is, after the build's own address, and where on it the check is */
  path: string
  checkPath: string
} & ((ReaderSubject & { trigger: null }) | (TriggerSubject & { channel: null; read: null }))

const kindOfTriggers = (): AnyKind => KINDS.find((k) => k.among === 'triggers')!

const ofReader = (of: ReaderSubject): Entry => ({
  ...{ id: of.read.id, name: of.channel.name, kind: kindOf(of.channel), trigger: null, ...of },
  path: `/channel/${of.channel.id}/${of.read.id}`,
  checkPath: `/channel/${of.channel.id}/${of.read.id}?stage=prove`,
})
const ofTrigger = (of: TriggerSubject['trigger']): Entry => ({
  ...{ id: of.id, name: of.name, kind: kindOfTriggers(), trigger: of, channel: null, read: null },
  path: `/trigger?of=${of.id}`,
  checkPath: `/trigger?of=${of.id}&tab=prove`,
})

/** Everything the line-up has a row for: triggers first, since without them nothing starts. */
export const entriesOf = (build: Build): Entry[] => [
  ...build.triggers.map(ofTrigger),
  ...build.channels.flatMap((channel) => channel.reads.map((read) => ofReader({ channel, read }))),
]

/** The entry of a reader or a trigger; null where that is gone. */
export const entryOf = (build: Build, id: Id): Entry | null =>
  entriesOf(build).find((e) => e.id === id) ?? null

/** What its results are kept beside. */
export const ownerOf = (entry: Entry): object => entry.read ?? entry.trigger!

/** What is said of an entry, computed once for what it rests on. */
export const statusOf = (build: Build, entry: Entry): ChannelStatus =>
  remembered(
    ownerOf(entry),
    'status',
    entry.kind.restsOn(build, entry),
    () => entry.kind.status(build, entry) as ChannelStatus,
  )

/** Whether what its proof rests on is what it was, and what was read for it stands. */
export const isEntryProven = (build: Build, entry: Entry): boolean =>
  proofHolds(build, entry.id, (proof) => entry.kind.holds(build, entry, proof) as boolean)

/** What a search finds an entry by: all of these words, in its name or its kind's own. */
export function speaksOf(build: Build, entry: Entry, words: readonly string[], more = ''): boolean {
  const text = [entry.name, ...entry.kind.words(build, entry), more].join(' ').toLowerCase()
  return words.every((w) => text.includes(w.toLowerCase()))
}
