import {
  idealValue,
  partsAt,
  walkBackward,
  type Chain,
  type StageId,
} from '../../../../core/chain/index.ts'
import type { Quantity } from '../../../parts/units.ts'
import { keyStep } from './frame.ts'

/** What a hand on the thread does. */
export type Hold = {
  /** the thread at a stage taken to a height: backward through the chain as it is */
  pull: (stage: StageId, height: number) => void
  /** one of several sensors filled from the others, until it holds what it would if all were even at this height */
  lift: (part: number, height: number) => void
  /** so many steps of one part */
  shiftBy: (part: number, steps: number) => void
  level: () => void
  open: (stage: StageId) => void
  /** truth for one press of an arrow key */
  step: number
}

type Moves = {
  onTruth: (truth: number) => void
  onShift?: (shift: number) => void
  onStage?: (stage: StageId) => void
}

export function holdOf(
  { chain, truth, q, shift }: { chain: Chain; truth: number; q: Quantity; shift: number },
  { onTruth, onShift, onStage }: Moves,
): Hold {
  const { range } = chain.spec
  const step = keyStep(range, q)
  const inside = (h: number): number => Math.min(range[1], Math.max(range[0], h))
  return {
    step,
    pull: (stage, height) => {
      const found = walkBackward(chain, stage, idealValue(chain, stage, inside(height)))
      // of several branches the one nearest to where the thread is now
      const [next] = [...found].sort((a, b) => Math.abs(a - truth) - Math.abs(b - truth))
      if (next !== undefined) onTruth(inside(next))
    },
    lift: (part, height) => {
      const wanted = partsAt(chain, inside(height))[part]?.truth,
        even = partsAt(chain, truth)[part]?.truth
      if (wanted !== undefined && even !== undefined)
        onShift?.(part === 0 ? wanted - even : even - wanted)
    },
    shiftBy: (part, steps) => onShift?.(shift + (part === 0 ? steps : -steps) * step),
    level: () => onShift?.(0),
    open: (stage) => onStage?.(stage),
  }
}
