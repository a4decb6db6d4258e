import { familyOf } from '../../../../core/curve/index.ts'
import type { Chain } from '../../../../core/chain/index.ts'
import type { Quantity } from '../../../parts/units.ts'
import type { TruthWindow } from './window.ts'

const TOP = 62,
  BOTTOM = 16,
  FIRST = 140,
  RIGHT = 28

/** Where the overview stands, px. */
export const OVERVIEW_X = 38

/** Room at the right for the names of other readers, px. */
const OTHERS = 112

/** Heights of truth and columns of stages as places on the paper, px. */
export type ScalesFrame = {
  top: number
  bottom: number
  /** the columns: the truth, what stands between, then the stages */
  first: number
  last: number
  stageX: (index: number) => number
  /**
   * what stands between the truth and the element: the parts of what is read as one, or what the truth is first
   * turned into
   */
  betweenX: (index: number) => number
  y: (height: number) => number
  /** the same, kept inside the window */
  held: (height: number) => number
  heightAt: (y: number) => number
  beyond: (height: number) => 'above' | 'below' | null
}

/** How many sensors are read as one; 0 of a single one. */
export const partCount = (chain: Chain): number =>
  familyOf(chain.spec.sensor.family).parts?.count ?? 0
const scalesBetween = (chain: Chain): number =>
  partCount(chain) || (familyOf(chain.spec.sensor.family).between ? 1 : 0)

export function scalesFrame(
  chain: Chain,
  window: TruthWindow,
  size: { width: number; height: number; others: boolean },
): ScalesFrame {
  const bottom = size.height - BOTTOM,
    last = size.width - RIGHT - (size.others ? OTHERS : 0)
  const between = scalesBetween(chain),
    gaps = chain.spec.stages.length - 1 + between
  const column = (k: number): number => FIRST + ((last - FIRST) * k) / gaps
  const y = (h: number): number =>
    bottom - ((h - window.low) / (window.high - window.low)) * (bottom - TOP)
  return {
    top: TOP,
    bottom,
    first: FIRST,
    last,
    y,
    stageX: (i) => column(i === 0 ? 0 : i + between),
    betweenX: (i) => column(1 + i),
    held: (h) => y(Math.min(window.high, Math.max(window.low, h))),
    heightAt: (py) => window.low + ((bottom - py) / (bottom - TOP)) * (window.high - window.low),
    beyond: (h) => (h > window.high ? 'above' : h < window.low ? 'below' : null),
  }
}

/** Where a truth stands on the overview, which holds the whole range and a little more, px. */
export function overviewY(chain: Chain, truth: number, height: number): number {
  const { low, high } = overviewSpan(chain)
  return height - BOTTOM - ((truth - low) / (high - low)) * (height - BOTTOM - TOP)
}

export function overviewSpan(chain: Chain): TruthWindow {
  const [low, high] = chain.spec.range,
    room = 0.06 * (high - low)
  return { low: low - room, high: high + room }
}

/** One press of an arrow key, in the core's unit: a round step of about a hundredth of the range, in the unit shown. */
export function keyStep(range: readonly [number, number], q: Quantity): number {
  const raw = Math.abs(q.out(range[1]) - q.out(range[0])) / 200
  const power = 10 ** Math.floor(Math.log10(raw))
  return (power * ([1, 2, 5, 10].find((m) => m * power >= raw * 0.999) ?? 10)) / q.scale
}
