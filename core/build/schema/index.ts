import Type, { type TObject, type TSchema } from 'typebox'
import { MOST, SCHEMA } from '../limits.ts'
import { channel, element } from './channel.ts'
import { device, instrument } from './device.ts'
import { load, post, stand, state, strap } from './ground.ts'
import { trigger } from './trigger.ts'
import { attachment, change, measurement, proof } from './measurement.ts'
import { id, idOf, list, number, object, orNull, share, SHARED, text, time } from './shared.ts'

export { axis, deviceTable, enteredTable, input, pull, accuracy } from './device.ts'
export { face, read, wire, type ElementSettings } from './channel.ts'
export { edit, reading } from './measurement.ts'
export { faultShow, relativeLimit } from './shared.ts'
export { load, post, stand, state, strap, trigger }
export { attachment, change, channel, device, element, instrument, measurement, proof }

/**
 * JSON Schemas of a saved build, and the types by them: one for each kind of entity, so that an edit is checked by
 * what it touches, and one for the whole. Compiled by `npm run schema`; nothing of this is in the app but the types.
 */

export const vehicle = object({
  name: text,
  note: text,
  altitudeM: orNull(number),
  /** share of ethanol in the tank, by volume, 0 to 1 */
  ethanol: share,
  /** the state its grounds are looked at in; null: at rest, nothing runs */
  state: orNull(id),
})

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
  instruments: list(instrument, MOST.instruments),
  devices: list(device, MOST.devices),
  elements: list(element, MOST.elements),
  channels: list(channel, MOST.channels),
  measurements: list(measurement, MOST.measurements),
  proofs: list(proof, MOST.proofs),
  changes: list(change, MOST.changes),
  attachments: list(attachment, MOST.attachments),
  /** the grounds of the vehicle */
  posts: list(post, MOST.posts),
  straps: list(strap, MOST.straps),
  loads: list(load, MOST.loads),
  states: list(state, MOST.states),
  stands: list(stand, MOST.stands),
  triggers: list(trigger, MOST.triggers),
})

const ENTITIES: Record<string, TObject> = {
  instruments: instrument,
  devices: device,
  elements: element,
  channels: channel,
  measurements: measurement,
  proofs: proof,
  attachments: attachment,
  posts: post,
  straps: strap,
  loads: load,
  states: state,
  stands: stand,
  triggers: trigger,
  changes: change,
}

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
