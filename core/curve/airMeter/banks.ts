import { figures, number, percent, say, type Said } from '../../quantity/said.ts'
import { EchtError } from '../../error.ts'

export type BankCheck = {
  ratio: number
  lowest: number
  highest: number
  rows: number
  byFlow: { flow: number; ratio: number }[]
  verdict: 'agree' | 'scale' | 'offset' | 'dead'
  says: Said
}

/** Below this share of the largest flow a ratio says nothing. */
const IDLE_SHARE = 0.03

/**
 * Two banks' air meters over a log, by their ratio: over the whole, and over bands of flow. Rows where either
 * is missing, or both nearly still, are left out. Agreeing meters stay within `within` of 1.
 * Throws `EchtError` `too-few-points`.
 */
export function compareBanks(
  one: ArrayLike<number>,
  other: ArrayLike<number>,
  within = 0.05,
): BankCheck {
  const n = Math.min(one.length, other.length)
  let top = 0
  for (let i = 0; i < n; i++) {
    const f = one[i]! + other[i]!
    if (f > top) top = f
  }
  const bands = Array.from({ length: 5 }, () => ({ sum1: 0, sum2: 0, count: 0 }))
  for (let i = 0; i < n; i++) {
    const flow = one[i]! + other[i]!
    if (!(flow > IDLE_SHARE * top) || !Number.isFinite(flow)) continue
    const b = bands[Math.min(4, Math.floor((5 * flow) / top))]!
    b.sum1 += one[i]!
    b.sum2 += other[i]!
    b.count++
  }
  const used = bands.filter((b) => b.count >= 5)
  const rows = used.reduce((s, b) => s + b.count, 0)
  if (rows < 20)
    throw new EchtError(
      'too-few-points',
      `${rows} rows with air flowing on both banks: drive a while, or choose the right columns.`,
    )
  const byFlow = used.map((b) => ({
    flow: (b.sum1 + b.sum2) / b.count,
    ratio: b.sum2 === 0 ? Infinity : b.sum1 / b.sum2,
  }))
  const ratio = used.reduce((s, b) => s + b.sum1, 0) / used.reduce((s, b) => s + b.sum2, 0)
  const lowest = Math.min(...byFlow.map((b) => b.ratio)),
    highest = Math.max(...byFlow.map((b) => b.ratio))
  const found = { ratio, lowest, highest, rows, byFlow }
  if (!(ratio < 3 && ratio > 1 / 3))
    return {
      ...found,
      verdict: 'dead',
      says: say(
        'dead',
      )`One bank reads ${number(ratio, 2)} times the other: look for crumbled insulation, a
        shorted signal, an unplugged meter. The engine floods or starves on it.`,
    }
  const strays = byFlow.some((b) => Math.abs(b.ratio - 1) > within)
  const byScale = Math.abs(ratio - 1) > within
  // a ratio that changes with the flow, or is off in one part of it only
  if (highest - lowest > 2 * within || (strays && !byScale))
    return {
      ...found,
      verdict: 'offset',
      says: say('offset')`The ratio goes from ${number(byFlow[0]!.ratio, 2)} at little air to
        ${number(byFlow.at(-1)!.ratio, 2)} at much: an offset, a leak after one meter, or flow
        that is not straight before it.`,
    }
  if (byScale)
    return {
      ...found,
      verdict: 'scale',
      says: say(
        'scale',
      )`One bank reads ${number(ratio, 2)} times the other at every flow: another meter,
        another bore, or another table.`,
    }
  return {
    ...found,
    verdict: 'agree',
    says: say(
      'agree',
    )`The banks agree within ${percent(Math.max(highest - 1, 1 - lowest), 1)} over ${number(rows)} rows.`,
  }
}

/**
 * What counting edges costs: the highest frequency an input follows, edges between two updates, and
 * the flow one edge stands for.
 */
export function countingLimits(
  input: { gateS: number; highestHz: number },
  meter: { topHz: number; flowPerHz: number },
): { reaches: boolean; edgesPerUpdate: number; flowPerEdge: number; says: Said } {
  const reaches = meter.topHz <= input.highestHz
  const edgesPerUpdate = meter.topHz * input.gateS,
    flowPerEdge = meter.flowPerHz / input.gateS
  return {
    reaches,
    edgesPerUpdate,
    flowPerEdge,
    says: reaches
      ? say(
          'followed',
        )`${number(edgesPerUpdate)} edges an update at full flow; one edge is ${figures(flowPerEdge, 2)} kg/h.`
      : say('not-followed')`The meter reaches ${number(meter.topHz)} Hz and the input follows
          ${number(input.highestHz)}: above that it reads low, and the mixture goes lean.`,
  }
}
