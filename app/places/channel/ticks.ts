import { scaleLinear } from 'd3-scale'
import { heightOf, idealValue, type Chain, type StageId } from '../../../core/chain/index.ts'
import { fixed } from '../../../core/quantity/index.ts'
import type { Units } from '../../parts/units.ts'
import { STAGE_UNIT } from './stageInfo.ts'
import type { Window } from './window.ts'

export type Tick = { height: number; label: string | null }

/** Least distance between two labels and between two ticks, px. */
const LABEL_GAP = 26, TICK_GAP = 8

/**
 * Ticks of a scale inside the window: round values of the stage, each where a perfect chain would put it.
 * Labels that would crowd are left out, then ticks.
 */
export function stageTicks(chain: Chain, stage: StageId, window: Window, y: (height: number) => number, units: Units): Tick[] {
  const isTruth = STAGE_UNIT[stage] === '°C'
  const toShown = (v: number): number => (isTruth ? units.tOut(v) : v)
  const fromShown = (v: number): number => (isTruth ? units.tIn(v) : v)
  const ends = [window.low, window.high].map((t) => { try { return toShown(idealValue(chain, stage, t)) } catch { return NaN } })
  if (ends.some((e) => !Number.isFinite(e))) return []
  const scale = scaleLinear().domain([Math.min(...ends), Math.max(...ends)])
  // no thousands commas: what stands on a scale can be typed back
  const [a = 0, b = 1] = scale.ticks(12)
  const decimals = Math.max(0, -Math.floor(Math.log10(Math.abs(b - a)) + 1e-9))
  const major = new Set(scale.ticks(12))
  const ticks: Tick[] = []
  let lastLabel = -Infinity, lastTick = -Infinity
  const placed = scale.ticks(30).map((v) => ({ v, height: heightOf(chain, stage, fromShown(v)) })).filter((t) => t.height >= window.low - 1e-9 && t.height <= window.high + 1e-9).sort((a, b) => y(a.height) - y(b.height))
  // labels first, so that a label never loses its place to a minor tick
  const labelled = new Set<number>()
  for (const t of placed) if (major.has(t.v) && y(t.height) - lastLabel >= LABEL_GAP) { labelled.add(t.v); lastLabel = y(t.height) }
  for (const t of placed) {
    const at = y(t.height)
    if (!labelled.has(t.v) && at - lastTick < TICK_GAP) continue
    ticks.push({ height: t.height, label: labelled.has(t.v) ? fixed(t.v, decimals) : null })
    lastTick = at
  }
  return ticks
}
