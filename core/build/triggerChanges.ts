import type { Draft } from 'immer'
import { EchtError } from '../error.ts'
import { asBefore, find, layOver, remove } from './draft.ts'
import { patched } from './patch.ts'
import type { Attachment, Build, Id, OnOff, Patch, Trigger } from './types.ts'

type Gap = NonNullable<Trigger['gap']>
type Switching = NonNullable<Trigger['input']>
type OnOffInput = NonNullable<OnOff['input']>
type Comparator = NonNullable<Trigger['comparator']>

/** The named changes of a vehicle's triggers. */
export const TRIGGER_CHANGES = {
  addTrigger: (b, a: { trigger: Trigger }) => {
    b.triggers.push(a.trigger)
  },
  editTrigger: (b, a: { id: Id; patch: Patch<Trigger> }) => {
    layOver(find(b.triggers, a.id, 'trigger'), a.patch)
  },
  /** one number of what the gap follows from; where nothing was typed yet, the usual ones stand beside it */
  editGap: (b, a: { id: Id; patch: Partial<Gap>; usual: Gap }) => {
    const trigger = find(b.triggers, a.id, 'trigger')
    trigger.gap = { ...(trigger.gap ?? a.usual), ...a.patch }
  },
  /** the same of what the input is designed from */
  editTriggerInput: (b, a: { id: Id; patch: Patch<Switching>; usual: Switching }) => {
    const trigger = find(b.triggers, a.id, 'trigger')
    trigger.input = patched(trigger.input ? asBefore(trigger).input! : a.usual, a.patch)
  },
  /** the same of a channel that says on or off */
  editOnOffInput: (b, a: { id: Id; patch: Patch<OnOffInput>; usual: OnOffInput }) => {
    const { onOff } = find(b.channels, a.id, 'channel')
    if (!onOff)
      throw new EchtError('bad-edit', 'This channel is a reading: it has no contact to be read.')
    onOff.input = patched(asBefore(onOff).input ?? a.usual, a.patch)
  },
  /** and of what makes edges of a coil's signal */
  editComparator: (b, a: { id: Id; patch: Partial<Comparator>; usual: Comparator }) => {
    const trigger = find(b.triggers, a.id, 'trigger')
    trigger.comparator = { ...(trigger.comparator ?? a.usual), ...a.patch }
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
  /** with the lamp readings and the captures that were taken of it */
  removeTrigger: (b, a: { id: Id }) => {
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
