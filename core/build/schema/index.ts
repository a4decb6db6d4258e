import Type, { type TArray, type TObject, type TSchema } from 'typebox'
import { COLLECTIONS, LISTS, MOST, SCHEMA, type Collection } from '../limits.ts'
import { channel, element } from './channel.ts'
import { device, instrument } from './device.ts'
import { load, post, stand, state, strap } from './ground.ts'
import { triggerShape } from './trigger.ts'
import { drawnWire } from './wire.ts'
import { attachment, change, measurement, proof } from './measurement.ts'
import {
  id,
  idOf,
  arrayOf,
  anyNumber,
  object,
  orNull,
  share,
  SHARED,
  text,
  time,
} from './shared.ts'

export { axis, deviceTable, enteredTable, input, pull, accuracy } from './device.ts'
export { face, followingRead, read, wire, wiredRead, type ElementSettings } from './channel.ts'
export { pin } from './pin.ts'
export { edit, readingShape } from './measurement.ts'
export { faultShow, relativeLimit } from './shared.ts'
export { drawnWire, load, post, stand, state, strap, triggerShape }
export { attachment, change, channel, device, element, instrument, measurement, proof }

/**
 * JSON Schemas of a saved build, and the types by them: one for each kind of entity, so that an edit is checked by
 * what it touches, and one for the whole. Compiled by `npm run schema`; nothing of this is in the app but the types.
 */

export const vehicle = object({
  name: text,
  note: text,
  altitudeM: orNull(anyNumber),
  /** share of ethanol in the tank, by volume, 0 to 1 */
  ethanol: share,
  /** the state its grounds are looked at in; null: at rest, nothing runs */
  state: orNull(id),
})

/** Each list of a build, by the schema of its things. */
const THINGS = {
  instruments: instrument,
  devices: device,
  elements: element,
  posts: post,
  straps: strap,
  wires: drawnWire,
  states: state,
  loads: load,
  channels: channel,
  stands: stand,
  triggers: triggerShape,
  measurements: measurement,
  proofs: proof,
  attachments: attachment,
} satisfies Record<Collection, TObject>

const lists = Object.fromEntries(
  COLLECTIONS.map((c) => [c, arrayOf(THINGS[c] as TObject, LISTS[c].most)]),
) as unknown as { [C in Collection]: TArray<(typeof THINGS)[C]> }

const name = Type.String({ minLength: 1, maxLength: MOST.name })

export const build = object({
  schema: Type.Literal(SCHEMA),
  id,
  name,
  /** counts changes; two tabs compare it before they write */
  revision: Type.Integer({ minimum: 0 }),
  /** revision at the last import or duplication, for merging later */
  parentRevision: Type.Integer({ minimum: 0 }),
  createdAt: time,
  vehicle,
  ...lists,
  changes: arrayOf(change, MOST.changes),
})

const ENTITIES: Record<string, TObject> = { ...THINGS, changes: change }

const named = (schemas: Record<string, TSchema>): Record<string, object> =>
  Object.fromEntries(
    Object.entries(schemas).map(([key, schema]) => [
      key,
      { $schema: 'https://json-schema.org/draft/2020-12/schema', $id: idOf(key), ...schema },
    ]),
  )

/** The whole, with each kind of entity by its name, so that its check is compiled once. */
const whole: TSchema = {
  ...build,
  title: 'Echt build',
  properties: Object.fromEntries(
    Object.entries(build.properties).map(([key, schema]) => [
      key,
      key in ENTITIES ? { ...schema, items: { $ref: idOf(key) } } : schema,
    ]),
  ),
}

/** The schemas to compile, by the name their check is exported under. */
export const SCHEMAS: Record<string, object> = named({
  ...SHARED,
  ...ENTITIES,
  top: object({ name, vehicle }),
  build: whole,
})
