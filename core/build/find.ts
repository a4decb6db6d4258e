import { EchtError } from '../error.ts'
import type { Build, Channel, Device, Element, Id, Input, Measurement, Read } from './types.ts'

const missing = (what: string): never => {
  throw new EchtError('not-found', `This ${what} is not in the build.`)
}

export const channelOf = (build: Build, id: Id): Channel =>
  build.channels.find((c) => c.id === id) ?? missing('channel')
export const elementOf = (build: Build, id: Id): Element =>
  build.elements.find((e) => e.id === id) ?? missing('element')

export function readOf(build: Build, id: Id): { read: Read; channel: Channel } {
  for (const channel of build.channels)
    for (const read of channel.reads) if (read.id === id) return { read, channel }
  return missing('reader')
}

export function inputOf(build: Build, id: Id): { input: Input; device: Device } {
  for (const device of build.devices)
    for (const input of device.inputs) if (input.id === id) return { input, device }
  return missing('input')
}

const grouped = new WeakMap<readonly Measurement[], Map<Id, Measurement[]>>()

/** Points by element, grouped once for each list of measurements: every reader asks for its own. */
function byElement(measurements: readonly Measurement[]): Map<Id, Measurement[]> {
  const known = grouped.get(measurements)
  if (known) return known
  const made = new Map<Id, Measurement[]>()
  for (const m of measurements) {
    if (m.about.kind !== 'point') continue
    const list = made.get(m.about.element)
    if (list) list.push(m)
    else made.set(m.about.element, [m])
  }
  grouped.set(measurements, made)
  return made
}

/** Points of an element in the order they were taken, struck ones included. */
export const pointsOf = (build: Build, element: Id): readonly Measurement[] =>
  byElement(build.measurements).get(element) ?? []

export const keyOnsOf = (build: Build, read: Id): Measurement[] =>
  build.measurements.filter((m) => m.about.kind === 'keyOn' && m.about.read === read)
