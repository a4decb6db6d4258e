import { maker } from '../../core/build/index.ts'
import { newId } from './id.ts'

/** New entities with random ids. */
export const {
  newChannel,
  newDevice,
  newElement,
  newInput,
  newPin,
  newPull,
  newRead,
  newSwitchedInput,
} = maker(newId)
