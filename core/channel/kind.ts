import type { Build, Channel, Proof, Read, Trigger } from '../build/types.ts'
import type { State } from '../chain/index.ts'
import type { Phrase } from '../quantity/said.ts'

/** What a reader shows for the small picture: at each place along it how far off it is, and its 95 % half-width. */
export type SmallPicture = {
  places: { id: string; off: number; half: number; assumed: boolean }[]
}

/** What is said of one reader of a channel, or of a trigger, whatever its kind. */
export type ChannelStatus = {
  state: State
  /** worst known error with its band over what is needed: above 1 is not good enough */
  ratio: number
  next: { title: Phrase; reason: Phrase }
  /** who reads, at which pin, and which part of the channel; null where it reads all of it */
  reader: { device: string; pin: string; part: string | null }
  /** unit of what it reads, and how well that is needed */
  unit: string
  accuracy: number
  /** largest error known where it matters, its 95 % band, and at which truth; null where nothing is known yet */
  worst: { at: number; bias: number; band: number } | null
  /** what is known of it in short, where that is no error of a reading */
  known?: Phrase | null
}

/** A line of a card: what it is, and what it says. */
export type CardLine = { label: string; text: Phrase }

/** What a kind speaks of: one reader of a channel. */
export type ReaderSubject = { channel: Channel; read: Read }
/** Or a trigger, which is read as a signal in time. */
export type TriggerSubject = { trigger: Trigger }
export type Subject = ReaderSubject | TriggerSubject

/** What a proof keeps of what it rests on. */
export type Rests = Pick<Proof, 'dependsOn' | 'inForce'>

/** A proof that is held to a hash of all it rests on. */
export const byHash = <Of>(
  hash: (build: Build, of: Of) => string,
): {
  rests: (build: Build, of: Of) => Rests
  holds: (build: Build, of: Of, proof: Proof) => boolean
} => ({
  rests: (build, of) => ({ dependsOn: hash(build, of), inForce: null }),
  holds: (build, of, proof) => proof.dependsOn === hash(build, of),
})

/**
 * A kind of channel. Line-up, Prove, card and search see every kind through this face alone; another kind is a file
 * and a line in `registry.ts`, and a line in `app/kinds/registry.ts` if it has views of its own.
 */
export type ChannelKind<
  Status extends ChannelStatus = ChannelStatus,
  Of extends Subject = ReaderSubject,
> = {
  /** as the record keeps it */
  id: string
  /** where in the record it is found */
  among: 'channels' | 'triggers'
  name: string
  /** all that its status rests on: while these are the same objects, so is the status */
  restsOn: (build: Build, of: Of) => unknown[]
  /** never throws: what cannot be computed is a state with a reason */
  status: (build: Build, of: Of) => Status
  picture: (status: Status) => SmallPicture | null
  /** what is looked at with the key on, a sentence each */
  keyOn: (status: Status) => Phrase[]
  card: (build: Build, of: Of, status: Status) => CardLine[]
  /** what a search finds it by, besides its name */
  words: (build: Build, of: Of) => string[]
  /** what a proof of it keeps, as it is now */
  rests: (build: Build, of: Of) => Rests
  /** whether what a proof kept still holds */
  holds: (build: Build, of: Of, proof: Proof) => boolean
  /** what changed since its proof, in words; where left out, nothing more is known than that it lapsed */
  whyLapsed?: (build: Build, of: Of) => string[]
  /** what of it was measured that a proof stands on, by ids, where its proof is a look at the vehicle */
  evidence?: (build: Build, of: Of) => string[]
}
