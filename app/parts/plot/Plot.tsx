import { memo, useState, type ReactNode } from 'react'
import { Group } from '@mantine/core'
import { Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts'
import type { Axis } from './axis.ts'
import { Drawn, Inside, MARGIN, type Contents, type Curve } from './Drawn.tsx'

/** What is said at a place that is pointed at. */
type Tip = { x: (v: number) => string; y: (v: number) => string }

/**
 * Curves, a band and points over two axes. The chart library gives the room and what is said where somebody points. It
 * takes a long task to work out an axis, so axes and curves are drawn here: an edit that moves them costs little.
 */
export function Plot({
  label,
  height,
  x,
  y,
  tip,
  legend = false,
  ...contents
}: Contents & {
  label: string
  height: number
  x: Axis
  y: Axis
  tip?: Tip
  legend?: boolean
}): ReactNode {
  // what is said at a place is built when somebody points at it
  const [near, setNear] = useState(false)
  return (
    <>
      <div
        role="img"
        aria-label={label}
        onPointerEnter={() => setNear(true)}
        onPointerLeave={() => setNear(false)}
      >
        <Inside value={{ x, y, ...contents }}>
          <Frame
            height={height}
            pointed={near && tip ? pointedAt(contents.curves, tip, x, y) : null}
          />
        </Inside>
      </div>
      {legend && <Legend curves={contents.curves} />}
    </>
  )
}

/** The curves as the library's tip reads them: a row for each place of the first. */
type Pointed = {
  rows: Record<string, number | null>[]
  names: string[]
  tip: Tip
  x: Axis
  y: Axis
}

const pointedAt = (curves: readonly Curve[], tip: Tip, x: Axis, y: Axis): Pointed => ({
  rows: (curves[0]?.places ?? []).map(([at], i) =>
    Object.fromEntries([['x', at], ...curves.map((c, k) => [`y${k}`, c.places[i]?.[1] ?? null])]),
  ),
  names: curves.map((c) => c.name),
  ...{ tip, x, y },
})

const NO_ROWS: Pointed['rows'] = []
const TIP_STYLE = { background: 'var(--sheet)', border: '1px solid var(--hair)' }
const HIDDEN = { hide: true, type: 'number', allowDataOverflow: true } as const

/** The chart library's part: room, place and tip. It is told of an axis only while somebody points. */
const Frame = memo(function Frame({
  height,
  pointed,
}: {
  height: number
  pointed: Pointed | null
}) {
  return (
    <ResponsiveContainer width="100%" height={height}>
      <LineChart accessibilityLayer={false} data={pointed?.rows ?? NO_ROWS} margin={MARGIN}>
        <XAxis {...HIDDEN} dataKey="x" {...(pointed && ofAxis(pointed.x))} />
        <YAxis {...HIDDEN} {...(pointed && ofAxis(pointed.y))} />
        {pointed && (
          <Tooltip
            formatter={(v) => pointed.tip.y(Number(v))}
            labelFormatter={(v) => pointed.tip.x(Number(v))}
            contentStyle={TIP_STYLE}
          />
        )}
        {pointed?.names.map((name, k) => (
          <Line
            key={k}
            dataKey={`y${k}`}
            name={name}
            stroke="none"
            dot={false}
            isAnimationActive={false}
          />
        ))}
        <Drawn />
      </LineChart>
    </ResponsiveContainer>
  )
})

const ofAxis = ({ domain, log }: Axis) => ({
  domain: [...domain],
  scale: log ? ('log' as const) : ('linear' as const),
})

/** Which line is which; the chart library's own legend is drawn twice with every change. */
const Legend = ({ curves }: { curves: readonly Curve[] }) => (
  <Group justify="center" gap="md" className="small">
    {curves.map(({ name, stroke, dash }) => (
      <span key={name}>
        <svg width={26} height={10} aria-hidden>
          <line
            {...{ x1: 0, x2: 26, y1: 5, y2: 5, strokeWidth: 2 }}
            stroke={stroke}
            strokeDasharray={dash}
          />
        </svg>{' '}
        {name}
      </span>
    ))}
  </Group>
)
