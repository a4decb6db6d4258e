import { EchtError } from '../error.ts'
import type {
  Build,
  Change,
  Channel,
  Device,
  Element,
  Id,
  Input,
  Measurement,
  Proof,
  Read,
} from './types.ts'

/** What a list of a build is found by. Lists are never changed in place: each is gone through once for each index. */
type Index<List, Found> = (list: List) => Map<Id, Found>
const indices = new WeakMap<object, Map<unknown, Map<Id, unknown>>>()

function indexed<List extends object, Found>(
  list: List,
  index: Index<List, Found>,
): Map<Id, Found> {
  let ofList = indices.get(list)
  if (!ofList) indices.set(list, (ofList = new Map()))
  const known = ofList.get(index) as Map<Id, Found> | undefined
  if (known) return known
  const made = index(list)
  ofList.set(index, made)
  return made
}

const byId = <T extends { id: Id }>(list: readonly T[]): Map<Id, T> =>
  new Map(list.map((x) => [x.id, x]))

function grouped<T>(list: readonly T[], key: (item: T) => Id | null): Map<Id, T[]> {
  const made = new Map<Id, T[]>()
  for (const item of list) {
    const id = key(item)
    if (id === null) continue
    const there = made.get(id)
    if (there) there.push(item)
    else made.set(id, [item])
  }
  return made
}

const readsById = (channels: readonly Channel[]): Map<Id, { read: Read; channel: Channel }> =>
  new Map(channels.flatMap((channel) => channel.reads.map((read) => [read.id, { read, channel }])))
const readsByElement = (channels: readonly Channel[]): Map<Id, Read[]> =>
  grouped(
    channels.flatMap((c) => c.reads),
    (r) => r.source.id,
  )
const inputsById = (devices: readonly Device[]): Map<Id, { input: Input; device: Device }> =>
  new Map(devices.flatMap((device) => device.inputs.map((input) => [input.id, { input, device }])))
const pointsByElement = (measurements: readonly Measurement[]): Map<Id, Measurement[]> =>
  grouped(measurements, (m) => (m.about.kind === 'point' ? m.about.element : null))
const checksByRead = (measurements: readonly Measurement[]): Map<Id, Measurement[]> =>
  grouped(measurements, (m) => (m.about.kind === 'keyOn' ? m.about.read : null))

const missing = (what: string): never => {
  throw new EchtError('not-found', `This ${what} is not in the build.`)
}

export const channelOf = (build: Build, id: Id): Channel =>
  indexed<Channel[], Channel>(build.channels, byId).get(id) ?? missing('channel')

export const elementOf = (build: Build, id: Id): Element =>
  indexed<Element[], Element>(build.elements, byId).get(id) ?? missing('element')

export const readOf = (build: Build, id: Id): { read: Read; channel: Channel } =>
  indexed(build.channels, readsById).get(id) ?? missing('reader')

/** Every reader of these elements, whatever its channel. */
export const readsOf = (build: Build, elements: readonly Id[]): Read[] =>
  elements.flatMap((id) => indexed(build.channels, readsByElement).get(id) ?? [])

export const inputOf = (build: Build, id: Id): { input: Input; device: Device } =>
  indexed(build.devices, inputsById).get(id) ?? missing('input')

export const measurementOf = ({ measurements }: Build, id: Id): Measurement | undefined =>
  indexed<Measurement[], Measurement>(measurements, byId).get(id)

export const changeOf = ({ changes }: Build, id: Id): Change | undefined =>
  indexed<Change[], Change>(changes, byId).get(id)

/** Points of an element in the order they were taken, struck ones included. */
export const pointsOf = (build: Build, element: Id): readonly Measurement[] =>
  indexed(build.measurements, pointsByElement).get(element) ?? []

/** Key-on checks of a reader in the order they were recorded, struck ones included. */
export const keyOnsOf = (build: Build, read: Id): readonly Measurement[] =>
  indexed(build.measurements, checksByRead).get(read) ?? []

/** Whether a reader or a trigger is proven: what was read for it stands, and what it rests on holds. */
export function proofHolds(build: Build, of: Id, holds: (proof: Proof) => boolean): boolean {
  const proof = build.proofs.find((p) => p.read === of)
  return (
    proof !== undefined &&
    proof.measurements.every((id) => measurementOf(build, id)?.struck === null) &&
    holds(proof)
  )
}
