import { fixed } from '../../../core/quantity/index.ts'
import { DEG_PER_RPM_S, type LampFit, type LampReading } from '../../../core/trigger/index.ts'
import css from './Trigger.module.css'

const W = 440
const H = 190
const LEFT = 52
const RIGHT = 12

/**
 * Seen less commanded against speed: a level line at nothing is a true spark, its height the offset, its slope the
 * delay.
 */
export function LampChart({ readings, fit }: { readings: LampReading[]; fit: LampFit | null }) {
  const most = Math.max(6000, ...readings.map((r) => r.rpm * 1.1))
  const offs = readings.map((r) => r.seenDeg - r.commandedDeg)
  const at = (rpm: number): number =>
    fit ? fit.offsetDeg - DEG_PER_RPM_S * rpm * (fit.delayS ?? 0) : 0
  const all = [0, ...offs, ...(fit ? [at(0), at(most)] : [])]
  const [low, high] = [Math.min(-2, ...all) * 1.15, Math.max(2, ...all) * 1.15]
  const x = (rpm: number): number => LEFT + ((W - LEFT - RIGHT) * rpm) / most
  const y = (deg: number): number => 14 + ((H - 44) * (high - deg)) / (high - low)
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className={css.chart}
      role="img"
      aria-label={
        fit
          ? `Seen less commanded: ${fixed(at(0), 1)}° at rest, ${fixed(at(most), 1)}° at ${Math.round(most)} rpm`
          : 'Seen less commanded: no reading yet'
      }
    >
      <line className={css.level} x1={LEFT} x2={W - RIGHT} y1={y(0)} y2={y(0)} />
      <text x={LEFT - 8} y={y(0) + 4} textAnchor="end">
        0°
      </text>
      {[low, high].map((v) => {
        const whole = Math.trunc(v / 1.15)
        return Math.abs(y(whole) - y(0)) < 24 ? null : (
          <text key={v} x={LEFT - 8} y={y(whole) + 4} textAnchor="end">
            {whole}°
          </text>
        )
      })}
      {[0, 2000, 4000, 6000].map((v) => (
        <text key={v} x={x(v)} y={H - 8} textAnchor={v === 6000 ? 'end' : 'middle'}>
          {v === 6000 ? '6000 rpm' : v}
        </text>
      ))}
      {fit && <line className={css.line} x1={x(0)} x2={x(most)} y1={y(at(0))} y2={y(at(most))} />}
      {readings.map((r, i) => (
        <circle key={i} className={css.mark} cx={x(r.rpm)} cy={y(offs[i]!)} r={6} />
      ))}
    </svg>
  )
}
