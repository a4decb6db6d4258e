import type { InputDesign, InputSchool, TriggerInputTask } from '../../../core/trigger/index.ts'
import css from './Trigger.module.css'

const W = 460
const H = 260
const LEFT = 92

/** The two zones of an on/off input, its thresholds, and where the levels of each way lie over every corner. */
export function Zones({
  designs,
  task: { thresholdLowV, thresholdHighV, limitV },
  name,
}: {
  designs: readonly InputDesign[]
  task: Pick<TriggerInputTask, 'thresholdLowV' | 'thresholdHighV' | 'limitV'>
  name: (school: InputSchool) => string
}) {
  const top = Math.max(limitV * 1.05, ...designs.map((d) => d.highV[1]))
  const y = (volt: number): number => 14 + (H - 34) * (1 - volt / top)
  const x = (i: number): number => LEFT + ((W - LEFT) * (i + 0.5)) / designs.length
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className={css.chart}
      role="img"
      aria-label={designs
        .map(
          (d) =>
            `${name(d.school)}: high from ${d.highV[0].toFixed(1)} V, low to ${d.lowV[1].toFixed(1)} V`,
        )
        .join('; ')}
    >
      <rect
        className={css.band}
        x={LEFT}
        y={y(limitV)}
        width={W - LEFT}
        height={y(thresholdHighV) - y(limitV)}
      />
      <rect
        className={css.band}
        x={LEFT}
        y={y(thresholdLowV)}
        width={W - LEFT}
        height={y(0) - y(thresholdLowV)}
      />
      {(
        [
          [limitV, 'limit'],
          [thresholdHighV, 'high'],
          [thresholdLowV, 'low'],
        ] as const
      ).map(([volt, label]) => (
        <g key={label}>
          <line className={css.level} x1={LEFT} x2={W} y1={y(volt)} y2={y(volt)} />
          <text x={LEFT - 6} y={y(volt) + 4} textAnchor="end">
            {label} {volt}
          </text>
        </g>
      ))}
      {designs.map((d, i) => (
        <g key={d.school}>
          <line
            className={css.reach}
            x1={x(i)}
            x2={x(i)}
            y1={y(d.highV[0])}
            y2={y(d.highV[1]) - 1}
          />
          <line className={css.reach} x1={x(i)} x2={x(i)} y1={y(d.lowV[0])} y2={y(d.lowV[1])} />
          <text x={x(i)} y={H - 4} textAnchor="middle">
            {i + 1}
          </text>
        </g>
      ))}
    </svg>
  )
}
