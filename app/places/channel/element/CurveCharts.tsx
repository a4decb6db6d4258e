import { K95 } from '../../../../core/constants.ts'
import { significant, fixed, counted } from '../../../../core/quantity/index.ts'
import { orElse } from '../../../../core/error.ts'
import { memo, useMemo } from 'react'
import {
  Area,
  CartesianGrid,
  ComposedChart,
  ErrorBar,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { sensorBand, type Sensor } from '../../../../core/chain/index.ts'
import { familyOf } from '../../../../core/curve/index.ts'
import { linspace } from '../../../../core/math/index.ts'
import { signalText, useQuantity, type Quantity } from '../../../parts/units.ts'
import { useLater } from '../../../parts/useLater.ts'
import { thinned } from '../../../parts/thinned.ts'
import { AXIS, GRID, roundDomain, roundTicks } from '../../../parts/chart.ts'

/** What both charts are drawn from, in the reader's units. */
type Drawing = ReturnType<typeof drawingOf>

/** Points a chart takes its time over. */
const MOST_POINTS = 40

function drawingOf(sensor: Sensor, range: [number, number], q: Quantity) {
  const family = familyOf(sensor.family)
  const data = linspace(range[0], range[1], 61).flatMap((t) => {
    // the curve ends before this place
    return orElse(() => {
      const band = K95 * sensorBand(sensor, t) * q.scale
      const signal = family.forward(sensor.curve, t)
      return [{ t: q.out(t), signal, band: [-band, band] as [number, number] }]
    }, [])
  })
  const suspects = new Set(sensor.suspects)
  const residuals = sensor.fit?.residuals ?? []
  const all = sensor.points.map((p, i) => ({
    t: q.out(p.truth),
    signal: p.signal,
    suspect: suspects.has(i),
    miss: (residuals[i] ?? 0) * q.scale,
    bar: K95 * (p.truthUncertainty ?? 0) * q.scale,
  }))
  const { points } = thinned(all, sensor.suspects, MOST_POINTS)
  const signals = [...data, ...points].map((d) => d.signal)
  const limit = Math.max(
    ...data.map((d) => d.band[1]),
    ...points.map((p) => Math.abs(p.miss) + p.bar),
    0.004 * (range[1] - range[0]) * q.scale,
  )
  return {
    family,
    fitted: sensor.fit !== null,
    data,
    points,
    of: all.length,
    truths: roundTicks(q.out(range[0]), q.out(range[1])),
    signals: roundDomain(Math.min(...signals), Math.max(...signals)),
    misses: roundDomain(-limit, limit, 4),
    limit,
    unit: q.unit,
    dash: sensor.basis === 'assumed' ? '5 4' : undefined,
  }
}

/** The curve through its points, and beneath it each point's miss inside the 95 % band, on one axis. */
export default function CurveCharts({
  sensor,
  range,
}: {
  sensor: Sensor
  range: [number, number]
}) {
  const q = useQuantity(familyOf(sensor.family).truthUnit)
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const drawing = useMemo(() => drawingOf(sensor, range, q), [sensor, range, q.unit])
  return (
    <div>
      <h2>Curve and how sure it is</h2>
      <SignalChart drawing={useLater(drawing, 10)} />
      <MissChart drawing={useLater(drawing, 40)} />
      <p className="pale" style={{ fontSize: 14, margin: '2px 0' }}>
        Above, the signal; below, what each point misses by, in the 95 % band of the curve; both
        over {q.unit}.
        {drawing.of > drawing.points.length &&
          ` ${drawing.points.length} of ${counted(drawing.of)} points are drawn.`}
      </p>
    </div>
  )
}

const SignalChart = memo(function SignalChart({ drawing }: { drawing: Drawing }) {
  const { family, data, points, of, truths, signals, unit, dash } = drawing
  const { signalUnit } = family
  return (
    <div role="img" aria-label={`Curve of ${signalUnit} over ${family.quantity} with ${of} points`}>
      <ResponsiveContainer width="100%" height={190}>
        <ComposedChart data={data} margin={{ top: 8, right: 12, bottom: 0, left: 6 }}>
          <CartesianGrid {...GRID} />
          <XAxis {...AXIS} dataKey="t" type="number" domain={truths.domain} hide />
          <YAxis
            {...AXIS}
            width={58}
            scale={family.logSignal ? 'log' : 'linear'}
            {...(family.logSignal
              ? { domain: ['auto', 'auto'] }
              : { domain: signals.domain, ticks: signals.ticks })}
            tickFormatter={(v: number) =>
              signalUnit === 'Ω'
                ? signalText(v, 'Ω').replace(' Ω', '').replace('Ω', '').replace(' k', 'k')
                : significant(v, 3)
            }
            allowDataOverflow
          />
          <Line
            dataKey="signal"
            name={signalUnit}
            stroke="var(--touch)"
            strokeWidth={2.4}
            dot={false}
            isAnimationActive={false}
            {...(dash ? { strokeDasharray: dash } : {})}
          />
          {points.length > 0 && (
            <Scatter data={points} dataKey="signal" isAnimationActive={false} shape={Dot} />
          )}
          <Tooltip
            formatter={(v) => signalText(Number(v), signalUnit)}
            labelFormatter={(t) => `${fixed(Number(t), 1)} ${unit}`}
            contentStyle={{ background: 'var(--sheet)', border: '1px solid var(--hair)' }}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  )
})

const MissChart = memo(function MissChart({ drawing }: { drawing: Drawing }) {
  const { data, points, truths, misses, limit, unit, fitted } = drawing
  return (
    <div
      role="img"
      aria-label={`Misses of the points and the 95 % band, up to ${significant(limit, 2)} ${unit}`}
    >
      <ResponsiveContainer width="100%" height={170}>
        <ComposedChart data={data} margin={{ top: 8, right: 12, bottom: 4, left: 6 }}>
          <CartesianGrid {...GRID} />
          <XAxis
            {...AXIS}
            dataKey="t"
            type="number"
            {...truths}
            unit={unit.length > 2 ? '' : ` ${unit}`}
          />
          <YAxis {...AXIS} width={58} {...misses} />
          <Area
            dataKey="band"
            name="95 % band"
            fill="var(--ribbon)"
            stroke="none"
            isAnimationActive={false}
          />
          <ReferenceLine y={0} stroke="var(--pale)" />
          {fitted && (
            <Scatter data={points} dataKey="miss" isAnimationActive={false} shape={Dot}>
              <ErrorBar dataKey="bar" direction="y" width={4} stroke="var(--ink)" />
            </Scatter>
          )}
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  )
})

/** A measured point; one that does not fit in the colour of what is wrong. */
function Dot({ cx, cy, payload }: { cx?: number; cy?: number; payload?: { suspect: boolean } }) {
  return (
    <circle
      cx={cx}
      cy={cy}
      r={5}
      fill={payload?.suspect ? 'var(--wrong-soft)' : 'var(--paper)'}
      stroke={payload?.suspect ? 'var(--wrong)' : 'var(--ink)'}
      strokeWidth={2}
    />
  )
}
