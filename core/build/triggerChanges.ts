import type { Draft } from 'immer'
import { EchtError } from '../error.ts'
import { asBefore, find, layOver, remove } from './draft.ts'
import { addInput, inputOfDraft, removeInput, type PlacedInput } from './inputChanges.ts'
import { patched } from './patch.ts'
import type { Attachment, Build, Id, OnOff, Patch, Pin, Trigger } from './types.ts'

type Gap = NonNullable<Trigger['gap']>
type SwitchedOnOff = NonNullable<OnOff['switched']>
type SwitchedTrigger = NonNullable<Trigger['switched']>
/** What makes edges of a coil's signal and the most it may see, and the peak of the coil while cranking, V. */
export type CoilReader = {
  peakV: number
  thresholdV: number
  hysteresisV: number
  limitV: number
}

/** The named changes of a vehicle's triggers. */
export const TRIGGER_CHANGES = {
  addTrigger: (
    b,
    a: { trigger: Trigger; /** of a device that is there */ input?: PlacedInput; second?: Pin },
  ) => {
    b.triggers.push(a.trigger)
    addInput(b, a.input)
    if (a.input && a.second) find(b.devices, a.input.device, 'device').pins.push(a.second)
  },
  /** the device that reads it, by a new input of that; null: nobody said. The input it had goes with its pin */
  readTrigger: (b, a: { id: Id; input: PlacedInput | null }) => {
    const trigger = find(b.triggers, a.id, 'trigger')
    dropInputs(b, asBefore(trigger))
    trigger.input = a.input?.input.id ?? null
    trigger.secondPin = null
    addInput(b, a.input ?? undefined)
  },
  /** the pin of its unit that the second lead of a coil goes to */
  addSecondPin: (b, a: { id: Id; device: Id; pin: Pin }) => {
    find(b.devices, a.device, 'device').pins.push(a.pin)
    find(b.triggers, a.id, 'trigger').secondPin = a.pin.id
  },
  editTrigger: (b, a: { id: Id; patch: Patch<Trigger> }) => {
    layOver(find(b.triggers, a.id, 'trigger'), a.patch)
  },
  /** one number of what the gap follows from; where nothing was typed yet, the usual ones stand beside it */
  editGap: (b, a: { id: Id; patch: Partial<Gap>; usual: Gap }) => {
    const trigger = find(b.triggers, a.id, 'trigger')
    trigger.gap = { ...(trigger.gap ?? a.usual), ...a.patch }
  },
  /** the same of what the input of a trigger is designed from */
  editSwitchedTrigger: (
    b,
    a: { id: Id; patch: Patch<SwitchedTrigger>; usual: SwitchedTrigger },
  ) => {
    const trigger = find(b.triggers, a.id, 'trigger')
    trigger.switched = patched(asBefore(trigger).switched ?? a.usual, a.patch)
  },
  /** and of a channel that says on or off */
  editSwitchedOnOff: (b, a: { id: Id; patch: Patch<SwitchedOnOff>; usual: SwitchedOnOff }) => {
    const { onOff } = find(b.channels, a.id, 'channel')
    if (!onOff)
      throw new EchtError('bad-edit', 'This channel is a reading: it has no contact to be read.')
    onOff.switched = patched(asBefore(onOff).switched ?? a.usual, a.patch)
  },
  /** and of what makes edges of a coil's signal: kept at the pin that reads it, and until there is one with the coil */
  editCoilReader: (b, a: { id: Id; patch: Partial<CoilReader>; now: CoilReader }) => {
    const trigger = find(b.triggers, a.id, 'trigger')
    const { peakV, thresholdV, hysteresisV, limitV } = { ...a.now, ...a.patch }
    const ofTheCoilAlone = Object.keys(a.patch).every((key) => key === 'peakV')
    if (ofTheCoilAlone || trigger.input === null) {
      trigger.comparator = ofTheCoilAlone
        ? { ...trigger.comparator, peakV }
        : { peakV, thresholdV, hysteresisV, limitV }
      return
    }
    trigger.comparator = { peakV }
    if (trigger.gap) {
      delete trigger.gap.thresholdV
      delete trigger.gap.limitV
    }
    const input = inputOfDraft(b, trigger.input)
    input.thresholds = { lowV: thresholdV - hysteresisV, highV: thresholdV }
    input.limitV = limitV
  },
  /** ohms from one lead to another, put there or read again */
  measureLead: (b, a: { id: Id; lead: Trigger['leads'][number] }) => {
    const { leads } = find(b.triggers, a.id, 'trigger')
    const at = leads.findIndex((l) => l.red === a.lead.red && l.black === a.lead.black)
    if (at < 0) leads.push(a.lead)
    else leads[at] = { ...a.lead, id: leads[at]!.id }
  },
  removeLead: (b, a: { id: Id; lead: Id }) => {
    remove(find(b.triggers, a.id, 'trigger').leads, a.lead, 'reading')
  },
  /** a capture that is kept beside the build */
  addAttachment: (b, a: { attachment: Attachment }) => {
    if (a.attachment.trigger !== null) find(b.triggers, a.attachment.trigger, 'trigger')
    b.attachments.push(a.attachment)
  },
  removeAttachment: (b, a: { id: Id }) => {
    remove(b.attachments, a.id, 'capture')
  },
  addDwell: (b, a: { id: Id; dwell: Trigger['dwell'][number] }) => {
    find(b.triggers, a.id, 'trigger').dwell.push(a.dwell)
  },
  removeDwell: (b, a: { id: Id; dwell: Id }) => {
    remove(find(b.triggers, a.id, 'trigger').dwell, a.dwell, 'dwell')
  },
  /** another angle is entered in the unit: lamp readings against the one before say nothing of it, and are struck */
  enterTriggerAngle: (b, a: { id: Id; angleDeg: number; at: string; why: string }) => {
    find(b.triggers, a.id, 'trigger').angleDeg = a.angleDeg
    for (const m of b.measurements)
      if (m.about.kind === 'lamp' && m.about.trigger === a.id && !m.struck)
        m.struck = { at: a.at, why: a.why }
  },
  /** with its input, the lamp readings and the captures that were taken of it */
  removeTrigger: (b, a: { id: Id }) => {
    dropInputs(b, asBefore(find(b.triggers, a.id, 'trigger')))
    remove(b.triggers, a.id, 'trigger')
    const before = asBefore(b)
    b.proofs = before.proofs.filter((p) => p.read !== a.id)
    b.measurements = before.measurements.filter(
      ({ about }) => !(about.kind === 'lamp' && about.trigger === a.id),
    )
    if (before.attachments.some((f) => f.trigger === a.id))
      b.attachments = before.attachments.filter((f) => f.trigger !== a.id)
  },
} satisfies Record<string, (draft: Draft<Build>, args: never) => void>

/** The input of a trigger and the pin of its second lead go out of their device. */
function dropInputs(b: Draft<Build>, { input, secondPin }: Trigger): void {
  if (input !== null) removeInput(b, input)
  if (secondPin === null) return
  for (const device of b.devices)
    if (asBefore(device).pins.some((p) => p.id === secondPin))
      device.pins = device.pins.filter((p) => p.id !== secondPin)
}
