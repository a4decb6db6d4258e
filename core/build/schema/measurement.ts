import Type, { type Static } from 'typebox'
import { COLLECTIONS, LISTS, MOST } from '../limits.ts'
import { channel, element, followingRead, wiredRead } from './channel.ts'
import { input, instrument } from './device.ts'
import {
  flag,
  id,
  idOf,
  arrayOf,
  zeroOrMore,
  anyNumber,
  object,
  oneOf,
  orNull,
  sha256,
  text,
  time,
} from './shared.ts'

export const readingShape = object({
  role: oneOf(
    'truth',
    'signal',
    'altitude',
    'pressure',
    'supply',
    'gauge',
    'height',
    'mass',
    'diameter',
    'shown',
    'pinV',
    'drop',
    'zero',
    'ampere',
    'rpm',
    'commanded',
    'seen',
  ),
  /** exactly as typed */
  typed: Type.String({ maxLength: MOST.typed }),
  unit: Type.String({ maxLength: 20 }),
  /** in the core's unit, computed once from `typed` */
  value: anyNumber,
  instrument: orNull(id),
})

export const measurement = object({
  id,
  at: time,
  by: text,
  about: Type.Union([
    object({ kind: Type.Literal('point'), element: id }),
    object({ kind: Type.Literal('keyOn'), read: id }),
    object({ kind: Type.Literal('input'), input: id }),
    /** volts from one post to another while the vehicle is in a state: red on `plus`, black on `minus` */
    object({ kind: Type.Literal('drop'), plus: id, minus: id, state: id }),
    /** volts across one strap at a known current, the meter's own with its probes together */
    object({ kind: Type.Literal('strap'), strap: id }),
    /** a timing lamp on cylinder one: the speed, the angle commanded, the angle seen */
    object({ kind: Type.Literal('lamp'), trigger: id }),
  ]),
  method: Type.String({ maxLength: 60 }),
  readings: arrayOf(readingShape, 16),
  note: text,
  struck: orNull(object({ at: time, why: text })),
})

export const proof = object({
  id,
  /** the reader it is of, or the trigger */
  read: id,
  measurements: arrayOf(id),
  /** of a switch or a trigger: a hash of everything it rests on, with which the proof lapses */
  dependsOn: orNull(sha256),
  /** of a reading: what was in force, as the record had it; it lapses when that moves the reading */
  inForce: orNull(
    object({
      device: id,
      /** the pin it was read at, by name */
      pin: text,
      /** the reader that is wired, and those that followed it */
      read: wiredRead,
      follows: arrayOf(followingRead, MOST.reads),
      input,
      elements: arrayOf(Type.Unsafe<Static<typeof element>>({ $ref: idOf('elements') })),
      /** by sensor, the points its curve was made of */
      points: arrayOf(object({ element: id, measurements: arrayOf(id, LISTS.measurements.most) })),
      instruments: arrayOf(Type.Unsafe<Static<typeof instrument>>({ $ref: idOf('instruments') })),
      /** other devices on the same sensors */
      others: arrayOf(object({ read: wiredRead, input })),
      combine: channel.properties.combine,
      linked: flag,
    }),
  ),
  at: time,
  by: text,
})

/** A file kept beside the record, never in it: found by its hash. */
export const attachment = object({
  id,
  sha256,
  bytes: zeroOrMore,
  kind: oneOf('capture'),
  /** as the file was called */
  name: text,
  /** what it is of */
  trigger: orNull(id),
})

/**
 * What a change did to one entity: a whole one came or went (no path), or one place inside it took another value.
 * A step of a path is a key, the end of a pair ("0" or "1"), or the id of a thing in a list.
 */
export const edit = object({
  in: oneOf('build', ...COLLECTIONS),
  id,
  path: Type.Optional(
    arrayOf(
      // no step of a path may lead to what every object has from the language
      Type.Unsafe<string>({
        type: 'string',
        maxLength: 64,
        not: { enum: ['__proto__', 'constructor', 'prototype'] },
      }),
      12,
    ),
  ),
  before: Type.Optional(Type.Unknown()),
  after: Type.Optional(Type.Unknown()),
  /** where a removed thing stood, to put it back there; a hint, not a reference */
  at: Type.Optional(Type.Integer({ minimum: 0 })),
})

export const change = object({
  id,
  at: time,
  by: text,
  kind: Type.String({ maxLength: 60 }),
  /** what it did; of an undo or a redo empty, since the change it names says it */
  edits: arrayOf(edit, LISTS.measurements.most),
  /** of an undo or a redo: the change taken back or done again */
  of: Type.Optional(id),
  /** of an undo or a redo: indexes of edits it left alone, because they were overtaken by another tab */
  left: Type.Optional(arrayOf(Type.Integer({ minimum: 0 }), LISTS.measurements.most)),
})
