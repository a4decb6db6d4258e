import type { StageId } from './stages.ts'
import type { StagePlace } from './places.ts'

export type ShareId = string

/**
 * A part of a chain that errors are put down to: what the side panel and the budget list, in the
 * order of the chain.
 */
export type Share = {
  id: ShareId
  /** in a table */
  label: string
  /** in a sentence */
  name: string
  /** the stage at which a bias of it bends the thread; none where it has no bias */
  bends?: StageId
  editedAt: StagePlace
  /** a bias of it has a step of its own, which says more than to look at it */
  ownStep?: true
  /** what to do about a bias of it */
  remedy: string
}

/** What errors before the pin are put down to; every step after it brings its own. */
export const FRONT_SHARES: readonly Share[] = [
  {
    id: 'element',
    label: 'element',
    name: 'the element',
    bends: 'element',
    editedAt: 'element',
    remedy:
      'Lower the measuring current: a larger pull-up, or a sensor that sheds its heat better.',
  },
  {
    id: 'leads',
    label: 'leads',
    name: 'the leads',
    bends: 'pin',
    editedAt: 'leads',
    remedy: 'Thicker or shorter wires, or make the table with the leads in it.',
  },
  {
    id: 'shared',
    label: 'other device',
    name: 'the other device on this sensor',
    bends: 'plug',
    editedAt: 'input',
    remedy: 'Give the other device its own sensor, or let it take the value from this one.',
  },
  {
    id: 'ground',
    label: 'ground',
    name: 'the ground',
    bends: 'pin',
    editedAt: 'leads',
    remedy: 'Give the sensor its own ground wire to the device, or use a differential input.',
  },
  {
    id: 'input',
    label: 'input',
    name: 'the input',
    editedAt: 'input',
    remedy: 'Look at the input.',
  },
]
