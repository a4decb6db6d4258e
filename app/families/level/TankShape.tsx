import { useMemo } from 'react'
import {
  CartesianGrid,
  ComposedChart,
  Line,
  ResponsiveContainer,
  Scatter,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { patched } from '../../../core/build/index.ts'
import { familyOf } from '../../../core/curve/registry.ts'
import {
  fillsWorthTaking,
  fitLevel,
  levelLitres,
  predictLevel,
  type Sender,
  type Tank,
} from '../../../core/curve/level/index.ts'
import { AXIS, GRID, roundTicks } from '../../parts/chart.ts'
import { useQuantity } from '../../parts/units.ts'
import { inWords } from '../../store/problem.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { PanelProps } from '../registry.ts'
import { BOX, floatOf } from './start.ts'
import { TankEditor, type TankPatch } from './TankEditor.tsx'

/**
 * The tank's section and its sender: the curve before it is filled, what explains it after, and the
 * fills worth taking.
 */
export function TankShape({ status }: PanelProps) {
  const { edit } = useBuild()
  const { sensor } = status.assembled
  const { element } = sensor
  const { signalUnit } = familyOf(sensor.family),
    decimals = signalUnit === 'V' ? 2 : 0
  const tank = (element.settings.tank as Tank | undefined) ?? BOX,
    sender = (element.settings.sender as Sender | undefined) ?? floatOf(signalUnit)
  const drawn = element.settings.tank !== undefined
  // the first edit records the whole of what was only a suggestion before
  const set = (patch: TankPatch): string | null =>
    edit({
      kind: 'editElement',
      args: {
        id: element.id,
        patch: { settings: drawn ? patch : patched({ tank, sender }, patch) },
      },
    })
  const worked = useMemo(() => {
    try {
      const predicted = predictLevel(tank, sender)
      const fills = fillsWorthTaking(
        tank,
        sender,
        sensor.points.map((p) => p.truth).filter((l) => l < predicted.points.at(-1)!.litres),
        4,
        (knots, signal) => levelLitres(fitLevel(knots), signal),
      )
      return { predicted, fills, problem: null }
    } catch (error) {
      return { predicted: null, fills: [], problem: inWords(error, 'Working out this tank') }
    }
  }, [tank, sender, sensor.points])
  const { predicted } = worked
  const full = predicted?.points.at(-1)!.litres ?? 0,
    little = full / 200
  const q = useQuantity('l')
  const signals = [...(predicted?.points ?? []), ...sensor.points].map((p) => p.signal)
  return (
    <section aria-label="Tank and sender">
      <h2>Tank and sender</h2>
      <p className="pale tight">
        Draw the section from a few corners, give the length: the curve before the tank is filled,
        and what explains it after.
      </p>
      <div className="panels">
        <div>
          <TankEditor tank={tank} sender={sender} signalUnit={signalUnit} onChange={set} />
          {worked.problem && (
            <p role="alert" className="wrong">
              {worked.problem}
            </p>
          )}
        </div>
        {predicted && (
          <div>
            <div
              role="img"
              aria-label={`Predicted contents over ${signalUnit}, to ${q.text(full)}`}
            >
              <ResponsiveContainer width="100%" height={230}>
                <ComposedChart
                  data={predicted.points.map((p) => ({
                    signal: p.signal,
                    litres: q.out(p.litres),
                  }))}
                  margin={{ top: 8, right: 12, bottom: 4, left: 6 }}
                >
                  <CartesianGrid {...GRID} />
                  <XAxis
                    {...AXIS}
                    dataKey="signal"
                    type="number"
                    {...roundTicks(Math.min(...signals), Math.max(...signals))}
                    unit={` ${signalUnit}`}
                  />
                  <YAxis {...AXIS} width={50} tickFormatter={(v: number) => v.toFixed(0)} />
                  <Line
                    dataKey="litres"
                    stroke="var(--pale)"
                    strokeDasharray="5 4"
                    strokeWidth={2}
                    dot={false}
                    isAnimationActive={false}
                  />
                  {sensor.points.length > 0 && (
                    <Scatter
                      data={sensor.points.map((p) => ({
                        signal: p.signal,
                        litres: q.out(p.truth),
                      }))}
                      dataKey="litres"
                      isAnimationActive={false}
                      shape={(p: { cx?: number; cy?: number }) => (
                        <circle
                          cx={p.cx}
                          cy={p.cy}
                          r={5}
                          fill="var(--paper)"
                          stroke="var(--ink)"
                          strokeWidth={2}
                        />
                      )}
                    />
                  )}
                  <Tooltip
                    formatter={(v) => `${Number(v).toFixed(1)} ${q.unit}`}
                    labelFormatter={(v) => `${Number(v).toFixed(decimals + 1)} ${signalUnit}`}
                    contentStyle={{ background: 'var(--sheet)', border: '1px solid var(--hair)' }}
                  />
                </ComposedChart>
              </ResponsiveContainer>
            </div>
            <p role="status" aria-label="What the tank says">
              It holds <b>{q.text(full)}</b>.{' '}
              {predicted.deadBelowL > little
                ? `Below ${q.text(predicted.deadBelowL)} the float lies on its stop: cannot tell. `
                : ''}
              {full - predicted.deadAboveL > little
                ? `Above ${q.text(predicted.deadAboveL)} likewise. `
                : ''}
              From its two ends alone it would be off by up to{' '}
              <b>{q.text(Math.abs(predicted.twoEndsErrorL))}</b>, near{' '}
              {q.text(predicted.twoEndsWorstAtL, 0)}.
            </p>
            {worked.fills.length > 0 ? (
              <p>
                Fills worth taking next:{' '}
                <b>{worked.fills.map((f) => q.text(f.litres, 0)).join(', ')}</b>; without the first,
                up to {q.text(worked.fills[0]!.errorL)} off.
              </p>
            ) : (
              <p className="pale">The fills taken already say all that this shape can hide.</p>
            )}
            {!drawn && <p className="pale">An invented box until you draw yours.</p>}
          </div>
        )}
      </div>
    </section>
  )
}
