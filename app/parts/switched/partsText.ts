import type { InputParts } from '../../../core/input/index.ts'
import { ohms } from '../units.ts'

/** Parts as they are asked for at a counter. */
export const partsText = ({ upOhm, downOhm }: InputParts): string =>
  downOhm === null ? whole(upOhm) : `${whole(upOhm)} over ${whole(downOhm)}`

/** Ohms that are not broken at the end of a line. */
const whole = (ohm: number): string => ohms(ohm).replace(' ', '\u00a0')
