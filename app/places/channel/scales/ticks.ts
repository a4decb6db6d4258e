import { orElse } from '../../../../core/error.ts'
import { scaleLinear } from 'd3-scale'
import {
  heightOf,
  idealValue,
  stageBy,
  type Chain,
  type StageId,
} from '../../../../core/chain/index.ts'
import { familyOf } from '../../../../core/curve/index.ts'
import { fixed } from '../../../../core/quantity/index.ts'
import type { Quantity } from '../../../parts/units.ts'
import { stageUnit } from '../stageInfo.ts'
import type { TruthWindow } from './window.ts'

export type Tick = { height: number; label: string | null }

/** Core units of what there cannot be less than nothing of: their scales begin at it. */
const FROM_NOTHING = new Set(['Ω', 'V', 'Hz', 'counts', 'l', 'km/h', 'kg/h', 'kPa a', 'λ', 'rev/s'])
export const leastOf = (unit: string): number => (FROM_NOTHING.has(unit) ? 0 : -Infinity)

/** Least distance between two labels and between two ticks, px. */
const LABEL_GAP = 26,
  TICK_GAP = 8

/** Ticks of a stage's scale inside the window. */
export function stageTicks(
  chain: Chain,
  stage: StageId,
  window: TruthWindow,
  y: (height: number) => number,
  q: Quantity,
): Tick[] {
  const isTruth = stageBy(stage).inTruth
  return scaleTicks(
    {
      valueAt: (height) => {
        const v = idealValue(chain, stage, height)
        return isTruth ? q.out(v) : v
      },
      heightOf: (value) => heightOf(chain, stage, isTruth ? q.in(value) : value),
      least: leastOf(stageUnit(stage, chain.spec)),
    },
    window,
    y,
  )
}

/** Ticks of the scale of one of several sensors read as one: its own signal, at the truth of the whole it speaks of. */
export function partTicks(
  chain: Chain,
  part: number,
  window: TruthWindow,
  y: (height: number) => number,
): Tick[] {
  const { family, curve } = chain.spec.sensor
  const parts = familyOf(family).parts!
  return scaleTicks(
    {
      valueAt: (height) => {
        chain.signalAt(height)
        return parts.at(curve, height, 0).parts[part]!.signal
      },
      heightOf: (value) => parts.truthOf(curve, part, value),
      least: leastOf(familyOf(family).signalUnit),
    },
    window,
    y,
  )
}

/** Ticks of what the truth is first turned into; none where it is not. */
export function betweenTicks(
  chain: Chain,
  window: TruthWindow,
  y: (height: number) => number,
): Tick[] {
  const { family, curve } = chain.spec.sensor,
    { between } = familyOf(family)
  return between
    ? scaleTicks(
        {
          valueAt: (height) => between.at(curve, height),
          heightOf: (value) => between.truthAt(curve, value),
          least: leastOf(between.unit),
        },
        window,
        y,
      )
    : []
}

/**
 * Round values of a scale, each at its height. Labels that would crowd are left out, then ticks. `valueAt` may throw
 * where nothing gives that height.
 */
function scaleTicks(
  of: {
    valueAt: (height: number) => number
    heightOf: (value: number) => number
    /** no value is below it */
    least: number
  },
  window: TruthWindow,
  y: (height: number) => number,
): Tick[] {
  // where the curve does not reach an end of the window, the nearest it does reach
  const reach = (from: number, to: number): number => {
    for (let k = 0; k <= 24; k++) {
      const v = orElse(() => of.valueAt(from + ((to - from) * k) / 24), NaN)
      if (Number.isFinite(v)) return v
    }
    return NaN
  }
  const ends = [reach(window.low, window.high), reach(window.high, window.low)]
  if (ends.some((e) => !Number.isFinite(e)) || ends[0] === ends[1]) return []
  const scale = scaleLinear().domain([Math.min(...ends), Math.max(...ends)])
  // no thousands commas: what stands on a scale can be typed back
  const [a = 0, b = 1] = scale.ticks(12)
  const decimals = Math.max(0, -Math.floor(Math.log10(Math.abs(b - a)) + 1e-9))
  const major = new Set(scale.ticks(12))
  const ticks: Tick[] = []
  let lastLabel = -Infinity,
    lastTick = -Infinity
  const placed = scale
    .ticks(30)
    .filter((v) => v >= of.least)
    .map((v) => ({ v, height: of.heightOf(v) }))
    .filter((t) => t.height >= window.low - 1e-9 && t.height <= window.high + 1e-9)
    .sort((a, b) => y(a.height) - y(b.height))
  // labels first, so that a label never loses its place to a minor tick
  const labelled = new Set<number>()
  for (const t of placed)
    if (major.has(t.v) && y(t.height) - lastLabel >= LABEL_GAP) {
      labelled.add(t.v)
      lastLabel = y(t.height)
    }
  for (const t of placed) {
    const at = y(t.height)
    if (!labelled.has(t.v) && at - lastTick < TICK_GAP) continue
    ticks.push({ height: t.height, label: labelled.has(t.v) ? fixed(t.v, decimals) : null })
    lastTick = at
  }
  return ticks
}
