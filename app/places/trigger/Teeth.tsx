import { fixed } from '../../../core/quantity/index.ts'
import type { ToothOffset } from '../../../core/trigger/index.ts'
import css from './Trigger.module.css'

const W = 900
const H = 96
const MIDDLE = 56
/** Degrees late that reach the edge of the picture. */
const LEAST_SPAN = 1

/** Each tooth against where it should be, the mean of every turn: level is true. */
export function Teeth({
  offsets,
  bent,
  turns,
}: {
  offsets: readonly ToothOffset[]
  bent: ToothOffset | null
  turns: number
}) {
  if (offsets.every((o) => o.turns === 0)) return null
  const span = Math.max(LEAST_SPAN, ...offsets.map((o) => Math.abs(o.lateDeg)))
  const x = (edge: number): number => 14 + ((W - 28) * (edge + 0.5)) / offsets.length
  const y = (late: number): number => MIDDLE - (34 * late) / span
  return (
    <section className="apart" aria-label="Each tooth against where it should be">
      <h2>
        Each tooth against where it should be{' '}
        <span className={css.beside}>mean of {turns} turns; level is true</span>
      </h2>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className={css.chart}
        role="img"
        aria-label={
          bent
            ? `Tooth ${bent.edge} stands ${fixed(bent.lateDeg, 1)}° late every turn`
            : 'Every tooth is in its place'
        }
      >
        <line className={css.level} x1={6} x2={W - 6} y1={MIDDLE} y2={MIDDLE} />
        {offsets.map((o) => (
          <g key={o.edge}>
            <line
              className={o.edge === bent?.edge ? css.late : css.level}
              x1={x(o.edge)}
              x2={x(o.edge)}
              y1={MIDDLE}
              y2={y(o.lateDeg)}
            />
            <circle
              className={o.edge === bent?.edge ? css.late : css.mark}
              cx={x(o.edge)}
              cy={y(o.lateDeg)}
              r={4}
            />
          </g>
        ))}
        {bent && (
          <text
            className={css.named}
            x={Math.min(W - 150, Math.max(150, x(bent.edge)))}
            y={bent.lateDeg > 0 ? y(bent.lateDeg) - 8 : y(bent.lateDeg) + 20}
          >
            tooth {bent.edge}, {fixed(Math.abs(bent.lateDeg), 1)}°{' '}
            {bent.lateDeg > 0 ? 'late' : 'early'} every turn: bent
          </text>
        )}
      </svg>
    </section>
  )
}
