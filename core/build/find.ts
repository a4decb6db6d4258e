import { EchtError } from '../error.ts'
import type {
  Build,
  Change,
  Channel,
  Device,
  Element,
  FollowingRead,
  Id,
  Input,
  Measurement,
  Pin,
  Proof,
  Read,
  WiredRead,
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
const readsByElement = (channels: readonly Channel[]): Map<Id, WiredRead[]> =>
  grouped(channels.flatMap(wiredReads), (r) => r.source.id)

/** An input with the device it is of and the pin it is at. */
export type InputAtPin = { input: Input; device: Device; pin: Pin }
const inputsById = (devices: readonly Device[]): Map<Id, InputAtPin> =>
  new Map(
    devices.flatMap((device) => {
      const pins = byId(device.pins)
      return device.inputs.map((input): [Id, InputAtPin] => [
        input.id,
        { input, device, pin: pins.get(input.pin)! },
      ])
    }),
  )
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

export const isWired = (read: Read): read is WiredRead => read.source.kind === 'element'

/** The readers of a channel that are wired to a sensor. */
export const wiredReads = ({ reads }: Channel): WiredRead[] => reads.filter(isWired)

/** Every reader that is wired to these elements, whatever its channel. */
export const readsOf = (build: Build, elements: readonly Id[]): WiredRead[] =>
  elements.flatMap((id) => indexed(build.channels, readsByElement).get(id) ?? [])

/** An input that may be gone: undefined then. */
export const findInput = (build: Build, id: Id): InputAtPin | undefined =>
  indexed(build.devices, inputsById).get(id)

export const inputOf = (build: Build, id: Id): InputAtPin =>
  findInput(build, id) ?? missing('input')

export const deviceOf = (build: Build, id: Id): Device =>
  indexed<Device[], Device>(build.devices, byId).get(id) ?? missing('device')

/** What stands for the name of a pin that nobody chose or noted yet. */
export const NOT_CHOSEN = 'not chosen'
export const pinName = ({ name }: Pin): string => name.trim() || NOT_CHOSEN

/** Where a reader's value comes from and goes to, whatever lies between. */
export type Path = {
  read: Read
  channel: Channel
  /** the sensor; of two joined on one wire the first */
  element: Element
  /** the reader that is wired to it: the one asked for, or the one it follows in the end */
  wired: WiredRead
  input: Input
  pin: Pin
  /** the device that reads the sensor */
  sends: Device
  /** the readers that follow it, in the order of the value, the one asked for last; none of a wired one */
  follows: FollowingRead[]
  /** the device that shows it: of a wired reader the one that reads */
  shows: Device
}

/** The path of a reader that may be gone: undefined then. */
export const findPath = (build: Build, id: Id): Path | undefined =>
  indexed(build.channels, readsById).has(id) ? pathOf(build, id) : undefined

/** The path of a reader. Throws `EchtError` `not-found`. */
export function pathOf(build: Build, id: Id): Path {
  const { read, channel } = readOf(build, id)
  const follows: FollowingRead[] = []
  let wired = read
  while (!isWired(wired)) {
    follows.unshift(wired)
    wired = readOf(build, wired.source.id).read
  }
  const { input, device, pin } = inputOf(build, wired.input)
  const last = follows.at(-1)
  return {
    ...{ read, channel, wired, input, pin, sends: device, follows },
    element: elementOf(build, wired.source.id),
    shows: last ? deviceOf(build, last.device) : device,
  }
}

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
