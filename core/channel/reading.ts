import { inForceOf } from '../build/inForce.ts'
import {
  lapsesOf,
  linearSpread,
  readStatus,
  statusRestsOn,
  walkForward,
  whyReaderLapsed,
} from '../chain/index.ts'
import type { ReadStatus } from '../chain/index.ts'
import { findFamily } from '../curve/registry.ts'
import type { ChannelKind } from './kind.ts'
import { wordsOfReader } from './readerWords.ts'

/** A scalar read through a chain: a temperature, a pressure, a level. */
export const reading: ChannelKind<ReadStatus> = {
  id: 'reading',
  among: 'channels',
  name: 'a reading',
  restsOn: (build, { channel }) => statusRestsOn(build, channel),
  status: (build, { read }) => readStatus(build, read),
  picture: ({ chain, worst }) => {
    if (!chain || !worst) return null
    const walked = walkForward(chain, worst.at),
      { half } = linearSpread(chain, worst.at)
    return {
      places: walked.stages.map((s) => ({
        id: s.id,
        off: (Number.isFinite(s.height) ? s.height : walked.shown) - worst.at,
        half: half[s.id] ?? 0,
        assumed: chain.spec.basis[s.id] === 'assumed',
      })),
    }
  },
  keyOn: ({ assembled: { sensor } }) => {
    const how = findFamily(sensor.family)?.keyOn.how
    return how ? [how] : []
  },
  card: (_, { channel }, { reader }) => [
    { label: 'Read by', text: `${reader.device} pin ${reader.pin}` },
    ...(channel.place ? [{ label: 'Place', text: channel.place }] : []),
  ],
  words: wordsOfReader,
  rests: (build, { read }) => ({ dependsOn: null, inForce: inForceOf(build, read.id) }),
  holds: (build, { read }, proof) => lapsesOf(build, read.id, proof).length === 0,
  whyLapsed: (build, { read }) => whyReaderLapsed(build, read.id),
}
