import { createContext, use, useId } from 'react'
import { area, line } from 'd3-shape'
import { usePlotArea } from 'recharts'
import { scaleOf, type Axis } from './axis.ts'

/** A place of a plot: x, and y or nothing where there is a gap. */
export type Place = readonly [x: number, y: number | null]
export type Curve = {
  name: string
  places: readonly Place[]
  stroke: string
  width?: number
  dash?: string | undefined
  /** every place with a small dot */
  dotted?: boolean
}
/** A measured point, half its doubt as a bar; one that does not fit has the colour of what is wrong. */
export type Spot = { x: number; y: number; suspect?: boolean; bar?: number }

export type Contents = {
  curves: readonly Curve[]
  /** between which values it lies, beneath the curves */
  band?: readonly (readonly [x: number, from: number, to: number])[]
  spots?: readonly Spot[]
  /** a line at y = 0 */
  zero?: boolean
  /** a stretch of x that is marked, and what it is */
  stretch?: { from: number; to: number; name: string }
}

/** Room for what is written at the axes, px. */
export const MARGIN = { top: 8, right: 12, bottom: 30, left: 64 }

/** What is drawn, past the frame it is drawn in: a curve or an axis that moves works no frame out anew. */
export const Inside = createContext<(Contents & { x: Axis; y: Axis }) | null>(null)

type Scale = (v: number) => number
type Area = NonNullable<ReturnType<typeof usePlotArea>>

/** The axes, and what lies between them, in the room of the chart it stands in. */
export function Drawn() {
  const inside = use(Inside)
  const plot = usePlotArea()
  const clip = useId()
  if (!plot || !inside) return null
  const { curves, band = [], spots = [], zero, stretch } = inside
  const x = scaleOf(inside.x, plot.x, plot.x + plot.width)
  const y = scaleOf(inside.y, plot.y + plot.height, plot.y)
  const pathOf = line<Place>()
    .defined(([, v]) => v !== null && Number.isFinite(v))
    .x(([at]) => x(at))
    .y(([, v]) => y(v!))
  const bandOf = area<readonly [number, number, number]>()
    .x(([at]) => x(at))
    .y0(([, from]) => y(from))
    .y1(([, , to]) => y(to))
  return (
    <g>
      <Across axis={inside.x} at={x} plot={plot} />
      <Upright axis={inside.y} at={y} plot={plot} />
      <clipPath id={clip}>
        <rect {...plot} />
      </clipPath>
      <g clipPath={`url(#${clip})`} fill="none">
        {stretch && <Stretch {...stretch} x={x} plot={plot} />}
        <path d={bandOf(band) ?? undefined} fill="var(--ribbon)" />
        {zero && <path d={`M${plot.x},${y(0)} h${plot.width}`} stroke="var(--pale)" />}
        {curves.map((c, k) => (
          <path
            key={k}
            d={pathOf(c.places) ?? undefined}
            stroke={c.stroke}
            strokeWidth={c.width ?? 2}
            strokeDasharray={c.dash}
          />
        ))}
      </g>
      {curves
        .filter((c) => c.dotted)
        .flatMap((c) =>
          c.places.map(
            ([at, v]) =>
              v !== null && <circle key={at} cx={x(at)} cy={y(v)} r={2.5} fill={c.stroke} />,
          ),
        )}
      {spots.map((s, i) => (
        <Measured key={i} spot={s} x={x} y={y} />
      ))}
    </g>
  )
}

/** What an axis is written in, at the paper's size. */
const LABEL = { fill: 'var(--pale)', fontSize: 13 } as const
/** A tick and the gap to what is written at it, px. */
const TICK = 5
/** Labels nearer than this run into each other: width of a letter, and a gap, px. */
const LETTER = 7.5
const GAP = 10

/** The axis below: every so manyth label where there is no room for all. */
function Across({ axis, at, plot }: { axis: Axis; at: Scale; plot: Area }) {
  if (axis.hidden) return null
  const bottom = plot.y + plot.height
  const widest = Math.max(0, ...axis.labels.map((l) => l.length)) * LETTER + GAP
  const apart = plot.width / Math.max(1, axis.ticks.length - 1)
  const every = Math.max(1, Math.ceil(widest / apart))
  return (
    <g>
      <path d={`M${plot.x},${bottom} h${plot.width}`} stroke="var(--pale)" />
      {axis.ticks.map((v, i) => (
        <g key={v} transform={`translate(${at(v)} ${bottom})`}>
          <path d={`M0,0 v${TICK}`} stroke="var(--pale)" />
          {i % every === 0 && (
            <text {...LABEL} y={TICK + 14} textAnchor="middle">
              {axis.labels[i]}
            </text>
          )}
        </g>
      ))}
    </g>
  )
}

/** The axis at the left, with lines across at its ticks. */
function Upright({ axis, at, plot }: { axis: Axis; at: Scale; plot: Area }) {
  return (
    <g>
      <path d={`M${plot.x},${plot.y} v${plot.height}`} stroke="var(--pale)" />
      {axis.ticks.map((v, i) => (
        <g key={v} transform={`translate(${plot.x} ${at(v)})`}>
          <path d={`M0,0 h${plot.width}`} stroke="var(--hair)" strokeDasharray="2 4" />
          <path d={`M0,0 h${-TICK}`} stroke="var(--pale)" />
          <text {...LABEL} x={-TICK - 3} dy="0.35em" textAnchor="end">
            {axis.labels[i]}
          </text>
        </g>
      ))}
    </g>
  )
}

function Stretch({
  from,
  to,
  name,
  x,
  plot,
}: NonNullable<Contents['stretch']> & {
  x: Scale
  plot: Area
}) {
  const [left, right] = [x(from), x(to)].sort((a, b) => a - b) as [number, number]
  return (
    <>
      <rect
        {...{ x: left, width: right - left, y: plot.y, height: plot.height }}
        fill="var(--hair)"
        fillOpacity={0.45}
      />
      <text
        {...{ x: (left + right) / 2, y: plot.y + plot.height - 6 }}
        {...LABEL}
        textAnchor="middle"
      >
        {name}
      </text>
    </>
  )
}

function Measured({ spot, x, y }: { spot: Spot; x: Scale; y: Scale }) {
  const at = x(spot.x)
  const bar = spot.bar ?? 0
  return (
    <>
      {bar > 0 && (
        <path
          d={`M${at - 4},${y(spot.y + bar)} h8 m-4,0 V${y(spot.y - bar)} m-4,0 h8`}
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
      )}
      <circle
        {...{ cx: at, cy: y(spot.y), r: 5, strokeWidth: 2 }}
        fill={spot.suspect ? 'var(--wrong-soft)' : 'var(--paper)'}
        stroke={spot.suspect ? 'var(--wrong)' : 'var(--ink)'}
      />
    </>
  )
}
