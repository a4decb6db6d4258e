import { scaleLinear } from 'd3-scale'
import { fixed } from '../../core/quantity/index.ts'

/** The look every chart shares. */
export const AXIS = {
  stroke: 'var(--pale)',
  tick: { fill: 'var(--pale)', fontSize: 13 },
  tickLine: true,
} as const
export const GRID = { stroke: 'var(--hair)', strokeDasharray: '2 4', vertical: false } as const

/** Round ticks inside a domain, with just the decimals they need: what an axis takes. */
export function roundTicks(
  low: number,
  high: number,
  count = 7,
): { domain: [number, number]; ticks: number[]; tickFormatter: (v: number) => string } {
  const ticks = scaleLinear().domain([low, high]).ticks(count)
  const step = Math.abs((ticks[1] ?? 1) - (ticks[0] ?? 0))
  const decimals = Math.max(0, -Math.floor(Math.log10(step) + 1e-9))
  return { domain: [low, high], ticks, tickFormatter: (v) => fixed(v, decimals) }
}

/** The same with the domain let out to round numbers. */
export const roundDomain = (
  low: number,
  high: number,
  count = 5,
): ReturnType<typeof roundTicks> => {
  const [a, b] = scaleLinear().domain([low, high]).nice(count).domain() as [number, number]
  return roundTicks(a, b, count)
}
