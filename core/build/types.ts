import type { Static } from 'typebox'
import type * as schema from './schema/index.ts'

/**
 * The saved record. One immutable document a build; every screen is computed from it. Values are in the
 * core's units. What each field means stands with its schema, which these types are read from.
 */
export type Build = Static<typeof schema.build>
export type Id = string
export type Vehicle = Static<typeof schema.vehicle>
export type Instrument = Static<typeof schema.instrument>
export type Accuracy = Static<typeof schema.accuracy>
export type Device = Static<typeof schema.device>
export type DeviceSupply = Device['supply']
/** What is known of a device's supply before anybody looked. */
export const NO_SUPPLY: DeviceSupply = {
  railMa: null,
  stopsBelowV: null,
  mustLive: false,
  feed: 'unknown',
}
export type Input = Static<typeof schema.input>
export type Pin = Static<typeof schema.pin>
export type Pull = Static<typeof schema.pull>
export type DeviceTable = Static<typeof schema.deviceTable>
export type Axis = Static<typeof schema.axis>
export type FaultShow = Static<typeof schema.faultShow>
export type EnteredTable = Static<typeof schema.enteredTable>
export type Element = Static<typeof schema.element>
export type ElementSettings = schema.ElementSettings
export type Channel = Static<typeof schema.channel>
export type OnOff = NonNullable<Channel['onOff']>
/** A reader: wired to a sensor, or following another reader (`find.ts` has the whole path of either). */
export type Read = WiredRead | FollowingRead
export type WiredRead = Static<typeof schema.wiredRead>
export type FollowingRead = Static<typeof schema.followingRead>
export type ReadWire = Static<typeof schema.wire>
export type Wire = Static<typeof schema.drawnWire>
export type Face = Static<typeof schema.face>
export type Reading = Static<typeof schema.readingShape>
export type Measurement = Static<typeof schema.measurement>
export type Proof = Static<typeof schema.proof>
export type Attachment = Static<typeof schema.attachment>
export type Post = Static<typeof schema.post>
export type Strap = Static<typeof schema.strap>
export type Load = Static<typeof schema.load>
export type VehicleState = Static<typeof schema.state>
export type Trigger = Static<typeof schema.triggerShape>
export type Stand = Static<typeof schema.stand>
export type Change = Static<typeof schema.change>
export type Edit = Static<typeof schema.edit>

/** A value and how far it can be trusted: assumed until measured; `from` are measurement ids. */
export type Stated<T = number> = { value: T; basis: 'assumed' | 'measured'; from: Id[] }

export const newFace = (name: string, decimals = 1): Face => ({
  name,
  decimals,
  unit: null,
  needle: null,
  dampingS: 0,
  warning: null,
})

export const assumed = <T>(value: T): Stated<T> => ({ value, basis: 'assumed', from: [] })
export const measured = <T>(value: T, from: Id[] = []): Stated<T> => ({
  value,
  basis: 'measured',
  from,
})

/**
 * Part of a thing: only what changes is named, however deep; the rest stays as it is. A pair is changed by its
 * ends, `{ 0: low }`; any other list is given whole.
 */
export type Patch<T> = T extends readonly [number, number]
  ? T | { 0?: number; 1?: number }
  : T extends readonly unknown[]
    ? T
    : T extends Stated<unknown>
      ? T
      : T extends object
        ? { [K in keyof T]?: Patch<T[K]> }
        : T
