import { inputOf } from '../build/find.ts'
import type { Build, Channel, Input, Pull, Read } from '../build/types.ts'
import type { AnyFamily } from '../curve/registry.ts'
import { findUnit } from '../quantity/units.ts'

/** Another reader of the same sensor whose pull-ups feed it too. */
export type Feed = { input: Input; read: Read }

export const onPulls = (input: Input): Pull[] => input.pulls.filter((p) => p.on)

export const otherFeeds = (build: Build, channel: Channel, read: Read): Feed[] =>
  channel.reads
    .filter((r) => r.id !== read.id && r.source.id === read.source.id)
    .map((r) => ({ read: r, input: inputOf(build, r.input).input }))
    .filter((f) => onPulls(f.input).length > 0)

/** Half a step of the last digit shown, core unit: the face's own unit, or the table's. */
export function faceHalfStep(read: Read, input: Input, family: AnyFamily): number {
  const unit = findUnit(read.face.unit ?? input.table?.valueUnit ?? family.truthUnit)
  const step = 10 ** -read.face.decimals
  return unit ? Math.abs(unit.toCore(step) - unit.toCore(0)) / 2 : step / 2
}
