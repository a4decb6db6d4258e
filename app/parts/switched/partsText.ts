import type { InputParts } from '../../../core/input/index.ts'
import { ohms } from '../units.ts'

/** Parts as they are asked for at a counter. */
export const partsText = ({ upOhm, downOhm }: InputParts): string =>
  downOhm === null ? ohms(upOhm) : `${ohms(upOhm)} over ${ohms(downOhm)}`
