import { K95 } from '../constants.ts'
import { orElse } from '../error.ts'
import { linearSpread } from '../chain/spread.ts'
import { curveReach, type Chain } from '../chain/chain.ts'
import { idealSlope, idealValue, STAGE, stageBy, STAGES, type StageId } from '../chain/stages.ts'
import { walkForward } from '../chain/walk.ts'

export type Expected = { stage: StageId; value: number; low: number; high: number }

/**
 * What each stage should read at a truth, with its 95 % band in the stage's own unit. `truthSigma` is the
 * uncertainty of the truth itself (the shed thermometer), which every stage inherits. The ohms of a sensor are read
 * with its plug off: no current warms it then, as it does at the stages after it.
 */
export function expectedReadings(chain: Chain, truth: number, truthSigma = 0): Expected[] {
  const walked = walkForward(chain, truth)
  const spread = linearSpread(chain, truth)
  const unplugged = { value: chain.signalAt(truth), height: truth }
  return walked.stages.map(({ id, ...plugged }) => {
    const { value, height } =
      id === STAGE.element && chain.spec.drive.kind === 'resistance' ? unplugged : plugged
    const half = Math.hypot(
      stageBy(id) === STAGES[0] ? 0 : (spread.half[id] ?? 0),
      K95 * truthSigma,
    )
    // the band is laid about the value by the perfect chain there, which goes on straight beyond its ends
    const centre = valueAt(chain, id, height)
    const moved = [height - half, height + half].map(
      (h) => value + (valueAt(chain, id, h) - centre || 0),
    )
    return { stage: id, value, low: Math.min(...moved), high: Math.max(...moved) }
  })
}

/**
 * What the perfect chain has on a stage at a height, going on straight where the curve ends. NaN where it has
 * nothing.
 */
function valueAt(chain: Chain, id: StageId, height: number): number {
  const here = safely(() => idealValue(chain, id, height))
  if (Number.isFinite(here)) return here
  const [least, most] = curveReach(chain)
  const end = Math.min(most, Math.max(least, height))
  return idealSlope(chain, id, end) * (height - end) + safely(() => idealValue(chain, id, end))
}

const safely = (f: () => number): number => {
  return orElse(() => f(), NaN)
}
