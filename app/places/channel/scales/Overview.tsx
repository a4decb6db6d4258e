import { held, keyed } from '../../../parts/held.ts'
import { scaleLinear } from 'd3-scale'
import { memo } from 'react'
import type { Chain, TakenPoint } from '../../../../core/chain/index.ts'
import { fixed, roundTo } from '../../../../core/quantity/index.ts'
import { useQuantity, type Quantity } from '../../../parts/units.ts'
import { truthUnit } from '../stageInfo.ts'
import { OVERVIEW_X, overviewSpan, overviewY } from './frame.ts'
import type { TruthWindow } from './window.ts'

type Props = {
  chain: Chain
  window: TruthWindow
  points: TakenPoint[]
  suspects: number[]
  height: number
  onWindow: (w: TruthWindow) => void
}

/** The whole range beside the scales: the measured points and the window, which can be dragged. */
export const Overview = memo(function Overview({
  chain,
  window,
  points,
  suspects,
  height,
  onWindow,
}: Props) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  const { range } = chain.spec
  const y = (t: number): number => overviewY(chain, t, height)
  const truthAt = (py: number): number => {
    const a = y(range[0]),
      b = y(range[1])
    return range[0] + ((py - a) / (b - a)) * (range[1] - range[0])
  }
  const tall = window.high - window.low,
    middle = (window.low + window.high) / 2
  const move = (to: number): void => {
    const { low: lowest, high: highest } = overviewSpan(chain)
    const low = Math.min(highest - tall, Math.max(lowest, to - tall / 2))
    onWindow({ low, high: low + tall })
  }
  return (
    <g>
      <Marks {...{ range, y, q }} />
      <line className="axis" x1={OVERVIEW_X} x2={OVERVIEW_X} y1={y(range[0])} y2={y(range[1])} />
      <g
        role="slider"
        tabIndex={0}
        aria-label="Window"
        aria-orientation="vertical"
        aria-valuenow={roundTo(middle, 1)}
        aria-valuetext={`${q.bare(window.low, 0)} to ${q.text(window.high, 0)}`}
        {...held(({ y }) => move(truthAt(y)))}
        onKeyDown={keyed((steps) => move(middle + (steps / 10) * tall))}
      >
        <rect
          className="overview"
          x={OVERVIEW_X - 1}
          width={16}
          y={y(window.high)}
          height={Math.max(4, y(window.low) - y(window.high))}
        />
      </g>
      {points.map((p, k) => (
        <circle
          key={p.measurement.id}
          className={`point${suspects.includes(k) ? ' suspect' : ''}`}
          cx={OVERVIEW_X + 7}
          cy={y(p.truth)}
          r={4}
        />
      ))}
    </g>
  )
})

function Marks({
  range,
  y,
  q,
}: {
  range: readonly [number, number]
  y: (truth: number) => number
  q: Quantity
}) {
  const marks = scaleLinear()
    .domain([q.out(range[0]), q.out(range[1])])
    .ticks(7)
  const decimals = Math.max(0, -Math.floor(Math.log10(Math.abs(marks[1]! - marks[0]!)) + 1e-9))
  return marks.map((t) => (
    <g key={t}>
      <line className="tick" x1={OVERVIEW_X - 6} x2={OVERVIEW_X} y1={y(q.in(t))} y2={y(q.in(t))} />
      <text className="label" x={OVERVIEW_X - 9} y={y(q.in(t)) + 4.5} textAnchor="end">
        {fixed(t, decimals)}
      </text>
    </g>
  ))
}
