import Type from 'typebox'
import {
  flag,
  id,
  arrayOf,
  object,
  oneOf,
  orNull,
  positive,
  share,
  statedPositive,
  text,
} from './shared.ts'

/** A place where grounds meet: a node of the vehicle's ground network. */
export const post = object({
  id,
  name: text,
  kind: oneOf('battery', 'stud', 'block', 'head', 'body', 'device', 'sensors', 'tank', 'load'),
  /** whose ground it is, where it is a device's */
  device: orNull(id),
  /** where it lies, 0 at the front of the vehicle to 1 at the rear */
  along: share,
})

/** What a joint is like: its ohms follow, and how far they may be off. */
const joint = oneOf('clean', 'crimped', 'soldered', 'unknown', 'dirty')

/** A strap, wire or bolt between two posts. */
export const strap = object({
  id,
  name: text,
  a: id,
  b: id,
  /** of its conductor; null for a bolt or a joint alone */
  wire: orNull(object({ lengthM: positive, areaMm2: positive })),
  jointA: joint,
  jointB: joint,
  /**
   * measured by volts at a known current, or what volt drops said of it before the wiring was changed, with what they
   * left in doubt: 1σ of its logarithm; null: by its wire and joints
   */
  ohm: orNull(
    object({
      value: positive,
      basis: oneOf('assumed', 'measured'),
      from: arrayOf(id),
      doubt: Type.Optional(positive),
    }),
  ),
  /** the shield of a cable that is grounded at both its ends: at one it would carry nothing, and be no strap */
  shield: flag,
})

/** What draws current from the battery and returns it into a post. */
export const load = object({
  id,
  name: text,
  into: id,
  ampere: statedPositive,
  /** of what starts or pulses: the most it draws for a moment, A */
  peakA: orNull(positive),
  /** states in which it runs */
  runs: arrayOf(id, 50),
})

/** A state of the vehicle in which loads run: key on, cranking, idle. */
export const state = object({ id, name: Type.String({ minLength: 1, maxLength: 60 }) })

/** What a reader's sensor stands on, where that is not the ground of its device. */
export const stand = object({
  id,
  read: id,
  post: id,
  /** grounded through its thread */ bolted: flag,
})
