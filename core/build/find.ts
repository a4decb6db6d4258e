import { EchtError } from '../error.ts'
import type { Build, Channel, Device, Element, Id, Input, Measurement, Read } from './types.ts'

/** What is found by id in a list of a build. Lists are never changed in place: each is gone through once. */
const indices = new WeakMap<object, Map<Id, unknown>>()

function indexed<List extends object, Found>(
  list: List,
  entries: (list: List) => Iterable<[Id, Found]>,
): Map<Id, Found> {
  const known = indices.get(list) as Map<Id, Found> | undefined
  if (known) return known
  const made = new Map(entries(list))
  indices.set(list, made)
  return made
}

const missing = (what: string): never => {
  throw new EchtError('not-found', `This ${what} is not in the build.`)
}

export const channelOf = (build: Build, id: Id): Channel =>
  build.channels.find((c) => c.id === id) ?? missing('channel')

export const elementOf = (build: Build, id: Id): Element =>
  indexed(build.elements, (all) => all.map((e): [Id, Element] => [e.id, e])).get(id) ??
  missing('element')

export const readOf = (build: Build, id: Id): { read: Read; channel: Channel } =>
  indexed(build.channels, (all) =>
    all.flatMap((channel) =>
      channel.reads.map((read): [Id, { read: Read; channel: Channel }] => [
        read.id,
        { read, channel },
      ]),
    ),
  ).get(id) ?? missing('reader')

export const inputOf = (build: Build, id: Id): { input: Input; device: Device } =>
  indexed(build.devices, (all) =>
    all.flatMap((device) =>
      device.inputs.map((input): [Id, { input: Input; device: Device }] => [
        input.id,
        { input, device },
      ]),
    ),
  ).get(id) ?? missing('input')

const byId = new WeakMap<object, Map<Id, Measurement>>()
export function measurementOf({ measurements }: Build, id: Id): Measurement | undefined {
  let known = byId.get(measurements)
  if (!known) {
    known = new Map(measurements.map((m) => [m.id, m]))
    byId.set(measurements, known)
  }
  return known.get(id)
}

/** Points of an element in the order they were taken, struck ones included. */
export const pointsOf = (build: Build, element: Id): readonly Measurement[] =>
  indexed(build.measurements, byElement).get(element) ?? []

function byElement(measurements: readonly Measurement[]): Map<Id, Measurement[]> {
  const made = new Map<Id, Measurement[]>()
  for (const m of measurements) {
    if (m.about.kind !== 'point') continue
    const list = made.get(m.about.element)
    if (list) list.push(m)
    else made.set(m.about.element, [m])
  }
  return made
}

export const keyOnsOf = (build: Build, read: Id): Measurement[] =>
  build.measurements.filter((m) => m.about.kind === 'keyOn' && m.about.read === read)
