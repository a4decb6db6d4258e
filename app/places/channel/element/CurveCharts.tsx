import { K95 } from '../../../../core/constants.ts'
import { significant, fixed, counted } from '../../../../core/quantity/index.ts'
import { orElse } from '../../../../core/error.ts'
import { useMemo } from 'react'
import { sensorBand, type Sensor } from '../../../../core/chain/index.ts'
import { familyOf } from '../../../../core/curve/index.ts'
import { linspace } from '../../../../core/math/index.ts'
import { signalText, useQuantity, type Quantity } from '../../../parts/units.ts'
import { useLater } from '../../../parts/useLater.ts'
import { thinned } from '../../../parts/thinned.ts'
import { logDomain, roundDomain, roundTicks } from '../../../parts/plot/axis.ts'
import { Plot } from '../../../parts/plot/Plot.tsx'

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
    truths: roundTicks(q.out(range[0]), q.out(range[1]), 7, q.unit.length > 2 ? '' : ` ${q.unit}`),
    signals: family.logSignal
      ? logDomain(Math.min(...signals), Math.max(...signals))
      : roundDomain(Math.min(...signals), Math.max(...signals)),
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

function SignalChart({ drawing }: { drawing: Drawing }) {
  const { family, data, points, of, truths, signals, unit, dash } = drawing
  const { signalUnit } = family
  return (
    <Plot
      label={`Curve of ${signalUnit} over ${family.quantity} with ${of} points`}
      height={176}
      x={{ ...truths, hidden: true }}
      y={signals}
      curves={[
        {
          name: signalUnit,
          places: data.map((d) => [d.t, d.signal]),
          ...{ stroke: 'var(--touch)', width: 2.4, dash },
        },
      ]}
      spots={points.map((p) => ({ x: p.t, y: p.signal, suspect: p.suspect }))}
      tip={{ x: (t) => `${fixed(t, 1)} ${unit}`, y: (v) => signalText(v, signalUnit) }}
    />
  )
}

function MissChart({ drawing }: { drawing: Drawing }) {
  const { data, points, truths, misses, limit, unit, fitted } = drawing
  return (
    <Plot
      label={`Misses of the points and the 95 % band, up to ${significant(limit, 2)} ${unit}`}
      height={170}
      x={truths}
      y={misses}
      zero
      curves={[]}
      band={data.map((d) => [d.t, ...d.band])}
      spots={
        fitted ? points.map((p) => ({ x: p.t, y: p.miss, suspect: p.suspect, bar: p.bar })) : []
      }
    />
  )
}
