import { scaleLinear, scaleLog } from 'd3-scale'
import { fixed, roundFigures } from '../../../core/quantity/index.ts'

/** An axis of a plot: from where to where, and what is written at it. */
export type Axis = {
  domain: readonly [number, number]
  ticks: readonly number[]
  /** what stands at each tick */ labels: readonly string[]
  log?: boolean
  hidden?: boolean
}

const linearTicks = (
  low: number,
  high: number,
  count: number,
): { ticks: number[]; write: (v: number) => string } => {
  const ticks = scaleLinear().domain([low, high]).ticks(count)
  const [first, second] = ticks
  if (first === undefined || second === undefined)
    return { ticks, write: (v) => String(roundFigures(v, 3)) }
  const decimals = Math.max(0, -Math.floor(Math.log10(Math.abs(second - first)) + 1e-9))
  return { ticks, write: (v) => fixed(v, decimals) }
}

/** Round ticks between two ends, with just the decimals they need and the unit behind each. */
export function roundTicks(low: number, high: number, count = 7, unit = ''): Axis {
  const { ticks, write } = linearTicks(low, high, count)
  return { domain: [low, high], ticks, labels: ticks.map((v) => write(v) + unit) }
}

/** The same with the ends let out to round numbers. */
export const roundDomain = (low: number, high: number, count = 5): Axis => {
  const [a, b] = scaleLinear().domain([low, high]).nice(count).domain() as [number, number]
  return roundTicks(a, b, count)
}

/** Steps of a decade, coarser ones where there are many of them. */
const DECADES = [[1, 2, 3, 5, 7], [1, 2, 5], [1, 3], [1]]
/** More ticks than this stand in each other's way. */
const MOST_TICKS = 7

/** A tick in as few letters as go: 500, 2 k, 1.5 M. */
const short = (v: number): string => {
  const [by, letter] = v >= 1e6 ? [1e6, ' M'] : v >= 1000 ? [1000, ' k'] : [1, '']
  return `${roundFigures(v / by, 3)}${letter}`
}

/** Round ticks of a logarithmic axis, its ends let out to the nearest; even ones of values that have no logarithm. */
export function logDomain(low: number, high: number): Axis {
  if (!(low > 0 && Number.isFinite(high))) return roundDomain(low, high)
  const decades = Array.from(
    { length: Math.ceil(Math.log10(high)) - Math.floor(Math.log10(low)) + 1 },
    (_, i) => 10 ** (Math.floor(Math.log10(low)) + i),
  )
  const [ticks] = DECADES.map((steps) => {
    const all = decades.flatMap((d) => steps.map((s) => roundFigures(s * d, 3)))
    const first = all.findLastIndex((v) => v <= low * (1 + 1e-9))
    const last = all.findIndex((v) => v >= high * (1 - 1e-9))
    return all.slice(Math.max(0, first), last < 0 ? all.length : last + 1)
  }).filter((t, i, all) => t.length <= MOST_TICKS || i === all.length - 1)
  return {
    domain: [ticks![0]!, ticks!.at(-1)!],
    ticks: ticks!,
    labels: ticks!.map(short),
    log: true,
  }
}

/** Where a value of an axis stands between two places, px. */
export const scaleOf = ({ domain, log }: Axis, from: number, to: number): ((v: number) => number) =>
  (log ? scaleLog : scaleLinear)().domain(domain).range([from, to])
