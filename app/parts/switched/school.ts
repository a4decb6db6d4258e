import type { InputSchool } from '../../../core/input/index.ts'

/** How each school of reading what switches is spoken of. */
export const SCHOOL: Record<InputSchool, string> = {
  'pull-up': 'pull-up to the unit’s 5 V',
  divider: 'fixed divider from the battery',
  trimmed: 'divider trimmed by a potentiometer',
  'sensor-on-5v': 'the sensor itself on 5 V',
  'from-battery': 'divider from the switched battery',
}
