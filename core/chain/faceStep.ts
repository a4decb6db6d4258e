import type { Input, Read } from '../build/types.ts'
import type { AnyFamily } from '../curve/registry.ts'
import { findUnit } from '../quantity/units.ts'

/** Half a step of the last digit shown, core unit: the face's own unit, or the table's. */
export function faceHalfStep(read: Read, input: Input, family: AnyFamily): number {
  const unit = findUnit(read.face.unit ?? input.table?.valueUnit ?? family.truthUnit)
  const step = 10 ** -read.face.decimals
  return unit ? Math.abs(unit.toCore(step) - unit.toCore(0)) / 2 : step / 2
}
