import { fixed } from '../../../core/quantity/index.ts'
import type { Face } from '../../../core/build/index.ts'
import { needleAt, needleMarks } from '../../../core/chain/index.ts'
import type { Quantity } from '../../parts/units.ts'

const W = 420,
  H = 96,
  PAD = 26

/** A needle's scale laid out straight, degrees along it: where the needle stands and where the truth would put it. */
export function NeedleScale({
  needle,
  value,
  truth,
  warning,
  q,
}: {
  needle: NonNullable<Face['needle']>
  value: number
  truth: number
  warning: Face['warning']
  q: Quantity
}) {
  const x = (degrees: number): number => PAD + (degrees / needle.sweepDegrees) * (W - 2 * PAD)
  const now = needleAt(needle, value),
    right = needleAt(needle, truth)
  return (
    <svg
      className="column apart"
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={
        `Needle at ${fixed(now.degrees, 0)} of ` +
        `${needle.sweepDegrees}°${now.onStop ? ', on its stop' : ''}; the truth would be at ` +
        `${fixed(right.degrees, 0)}°`
      }
    >
      <line x1={PAD} x2={W - PAD} y1={52} y2={52} stroke="var(--ink)" strokeWidth={1.6} />
      {warning && (
        <line
          x1={x(needleAt(needle, warning.at).degrees)}
          x2={(warning.when === 'above') === needle.high > needle.low ? W - PAD : PAD}
          y1={57}
          y2={57}
          stroke="var(--wrong)"
          strokeWidth={4}
          strokeDasharray="6 3"
        />
      )}
      <Marks {...{ needle, x, q }} />
      <line
        x1={x(right.degrees)}
        x2={x(right.degrees)}
        y1={52}
        y2={78}
        stroke="var(--pale)"
        strokeWidth={1.6}
        strokeDasharray="3 3"
      />
      <text x={x(right.degrees)} y={92} textAnchor="middle" fontSize={12} fill="var(--pale)">
        truth
      </text>
      <line
        x1={x(now.degrees)}
        x2={x(now.degrees)}
        y1={10}
        y2={56}
        stroke="var(--touch)"
        strokeWidth={3}
      />
      <text x={Math.min(W - 60, x(now.degrees) + 6)} y={18} fontSize={13} fill="var(--ink)">
        {fixed(now.degrees, 0)}°{now.onStop ? ', on its stop' : ''}
      </text>
    </svg>
  )
}

/** Most values written along a scale. */
const MOST_LABELS = 9

function Marks({
  needle,
  x,
  q,
}: {
  needle: NonNullable<Face['needle']>
  x: (degrees: number) => number
  q: Quantity
}) {
  const marks = needleMarks(needle)
  const every = Math.ceil(marks.length / MOST_LABELS)
  return marks.map(({ value, degrees }, i) => (
    <g key={value}>
      <line x1={x(degrees)} x2={x(degrees)} y1={44} y2={52} stroke="var(--ink)" strokeWidth={1.2} />
      {i % every === 0 && (
        <text
          x={x(degrees)}
          y={38}
          textAnchor="middle"
          fontSize={13}
          fill="var(--ink)"
          className="mono"
        >
          {q.bare(value, 0)}
        </text>
      )}
    </g>
  ))
}
