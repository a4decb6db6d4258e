import { fixed } from '../../../core/quantity/index.ts'
import type { InputDesign, SwitchedInputTask } from '../../../core/input/index.ts'
import { SCHOOL } from './school.ts'
import css from './Zones.module.css'

const W = 460
const H = 260
const LEFT = 92

/** The two zones of an on/off input, its thresholds, and where the levels of each way lie over every corner. */
export function Zones({
  designs,
  fitted,
  task: { thresholdLowV, thresholdHighV, limitV },
}: {
  designs: readonly InputDesign[]
  /** drawn behind them, where parts are fitted */
  fitted: InputDesign | null
  task: Pick<SwitchedInputTask, 'thresholdLowV' | 'thresholdHighV' | 'limitV'>
}) {
  const drawn = [
    ...designs.map((d, i) => ({ ...d, label: String(i + 1) })),
    ...(fitted ? [{ ...fitted, label: 'fitted' }] : []),
  ]
  const top = Math.max(limitV * 1.05, ...drawn.map((d) => d.highV[1]))
  const y = (volt: number): number => 14 + (H - 34) * (1 - volt / top)
  const x = (i: number): number => LEFT + ((W - LEFT) * (i + 0.5)) / drawn.length
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className={css.chart}
      role="img"
      aria-label={drawn
        .map(
          (d) =>
            `${d.label === 'fitted' ? 'fitted' : SCHOOL[d.school]}: high from ` +
            `${fixed(d.highV[0], 1)} V, low to ${fixed(d.lowV[1], 1)} V`,
        )
        .join('; ')}
    >
      <rect
        className={css.zone}
        x={LEFT}
        y={y(limitV)}
        width={W - LEFT}
        height={y(thresholdHighV) - y(limitV)}
      />
      <rect
        className={css.zone}
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
      {drawn.map((d, i) => (
        <g key={d.label}>
          {[d.highV, d.lowV].map(([from, to], k) => (
            <line
              key={k}
              className={css.reach}
              data-fitted={d.label === 'fitted' || undefined}
              x1={x(i)}
              x2={x(i)}
              y1={y(from)}
              y2={y(to) - 1}
            />
          ))}
          <text x={x(i)} y={H - 4} textAnchor="middle">
            {d.label}
          </text>
        </g>
      ))}
    </svg>
  )
}
