import type { Build } from '../build/types.ts'
import { statusRestsOn } from '../chain/index.ts'
import {
  memberOf,
  onOffRestsOn,
  onOffStatus,
  switchedAt,
  type OnOffStatus,
} from '../onOff/index.ts'
import { amount, say, type Phrase } from '../quantity/said.ts'
import { fittedLines } from './fittedLines.ts'
import { byHash, type CardLine, type ChannelKind, type ReaderSubject } from './kind.ts'
import { wordsOfReader } from './readerWords.ts'

/** A switch: on or off, with a threshold each way. */
export const onOff: ChannelKind<OnOffStatus> = {
  id: 'on-off',
  among: 'channels',
  name: 'on or off',
  restsOn: (build, { channel }) => statusRestsOn(build, channel),
  status: (build, { channel, read }) => onOffStatus(build, channel, read),
  picture: ({ thresholds, onOff: { risingAt, fallingAt } }) => {
    const places = (
      [
        ['rising', thresholds.rising, risingAt],
        ['falling', thresholds.falling, fallingAt],
      ] as const
    ).flatMap(([id, found, asked]) =>
      found && asked !== null
        ? [{ id, off: found.truth - asked, half: found.half ?? 0, assumed: found.half === null }]
        : [],
    )
    return places.length === 2 ? { places } : null
  },
  keyOn: ({ onOff, reader, unit, accuracy }) => [
    say(
      'work-it',
    )`Key on, engine off. Work the ${memberOf(onOff.member).name} by hand or by its medium: ${reader.device} says on.`,
    'Let it back: it says off, once, without a flicker.',
    ...(onOff.risingAt === null
      ? []
      : [
          say(
            'at-threshold',
          )`Where it can be reached: it switches at ${amount(onOff.risingAt, unit, 1, accuracy)} on the way up.`,
        ]),
    'Pull its plug: the device says what it says of a broken wire. Know which of the two that is.',
  ],
  card: (_, { channel }, { reader, thresholds, onOff, unit, accuracy, fitted }) => {
    const at = (label: string, t: typeof thresholds.rising): CardLine[] =>
      t ? [{ label, text: said(t.truth, t.half) }] : []
    const said = (truth: number, half: number | null): Phrase =>
      half === null
        ? say('once')`${amount(truth, unit, 1, accuracy)}, read once`
        : say(
            'band',
          )`${amount(truth - half, unit, 1, accuracy)} to ${amount(truth + half, unit, 1, accuracy)}`
    return [
      { label: 'Read by', text: `${reader.device} pin ${reader.pin}` },
      ...(channel.place ? [{ label: 'Place', text: channel.place }] : []),
      {
        label: 'It is',
        text: `${memberOf(onOff.member).name}, closes ${onOff.closes}, on while ${onOff.onWhen}`,
      },
      ...at('Switches on the way up', thresholds.rising),
      ...at('Switches on the way down', thresholds.falling),
      ...fittedLines(fitted),
    ]
  },
  words: (build, of) => [...wordsOfReader(build, of), 'switch', 'on', 'off'],
  ...byHash((build: Build, { channel, read }: ReaderSubject) => onOffRestsOn(build, channel, read)),
  evidence: (build, { channel }) =>
    switchedAt(build, channel)
      .filter((m) => m.struck === null)
      .map((m) => m.id),
}
