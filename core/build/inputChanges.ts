import type { Draft } from 'immer'
import { EchtError } from '../error.ts'
import { asBefore, find } from './draft.ts'
import { wiredReads } from './find.ts'
import type { NewInput } from './make.ts'
import type { Build, Device, Id, Input } from './types.ts'

/** A new input with its pin, and the device it is of. */
export type PlacedInput = NewInput & { device: Id }

/** The device of a draft that has an input. Throws `EchtError` `not-found`. */
function deviceWith(b: Draft<Build>, input: Id): Device {
  const at = asBefore(b).devices.findIndex((d) => d.inputs.some((i) => i.id === input))
  if (at < 0)
    throw new EchtError(
      'not-found',
      'This input is no longer in the build: its device was removed, perhaps in another tab.',
    )
  return b.devices[at]!
}

/** An input of a draft by its id. Throws `EchtError` `not-found`. */
export const inputOfDraft = (b: Draft<Build>, id: Id): Input =>
  find(deviceWith(b, id).inputs, id, 'input')

/** Inputs that a reader or a trigger of a build reads at. */
const readAt = ({ channels, triggers }: Build): ReadonlySet<Id> =>
  new Set([
    ...channels.flatMap(wiredReads).map((r) => r.input),
    ...triggers.flatMap((t) => t.input ?? []),
  ])

/**
 * Puts an input and its pin there. Where the device has a pin of that name at which nobody reads any more, that pin
 * is meant: the input takes the place of the one before it.
 */
export function addInput(b: Draft<Build>, made: PlacedInput | undefined): void {
  if (!made) return
  const device = find(b.devices, made.device, 'device')
  const before = asBefore(device)
  const name = made.pin.name.trim().toLowerCase()
  const there =
    name && before.pins.find((p) => p.kind === 'signal' && p.name.trim().toLowerCase() === name)
  const old = there && before.inputs.find((i) => i.pin === there.id)
  if (there && (!old || !readAt(asBefore(b)).has(old.id))) {
    if (old) device.inputs = device.inputs.filter((i) => i.id !== old.id)
    device.inputs.push({ ...made.input, pin: there.id })
    return
  }
  device.pins.push(made.pin)
  device.inputs.push(made.input)
}

/** Takes an input with its pin out of its device, and the wires that end there. */
export function removeInput(b: Draft<Build>, id: Id): void {
  const device = deviceWith(b, id)
  const { pin } = asBefore(device).inputs.find((i) => i.id === id)!
  device.inputs = device.inputs.filter((i) => i.id !== id)
  device.pins = device.pins.filter((p) => p.id !== pin)
  if (asBefore(b).wires.some((w) => w.from === pin || w.to === pin))
    b.wires = b.wires.filter((w) => w.from !== pin && w.to !== pin)
}
