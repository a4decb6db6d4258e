import { stageBy, STAGES, type Readers, type StageId } from '../../../core/chain/index.ts'
import type { Quantity } from '../../parts/units.ts'

const W = 520,
  H = 210,
  TOP = 34,
  LEFT = 46,
  RIGHT = 120
const DASH = ['', '8 4', '2 4', '10 3 2 3']

/** The threads of every reader over one set of scales: together as far as they agree, then apart. */
export function ReadersPicture({
  readers,
  truth,
  accuracy,
  q,
}: {
  readers: Readers
  truth: number
  accuracy: number
  q: Quantity
}) {
  const whole = readers.readers.filter((r) => r.shown !== null)
  const off = whole.flatMap((r) => r.heights.map((h) => h.height - truth)).filter(Number.isFinite)
  const tall = Math.max(
    1.3 * accuracy,
    ...off.map((o) => Math.min(12 * accuracy, Math.abs(o)) * 1.1),
  )
  const y = (o: number): number =>
    TOP + ((tall - Math.min(tall, Math.max(-tall, o))) / (2 * tall)) * (H - TOP - 14)
  const stages = STAGES.map((s) => s.id).filter((s) =>
    whole.some((r) => r.heights.some((h) => h.id === s)),
  )
  const x = (s: StageId): number =>
    LEFT + (stages.indexOf(s) / Math.max(1, stages.length - 1)) * (W - LEFT - RIGHT)
  if (whole.length === 0) return <p className="pale">No reader has a whole chain yet.</p>
  // labels at the right keep clear of each other
  const labels = whole.map((r, i) => ({ r, i, at: y(r.off) })).sort((a, b) => a.at - b.at)
  labels.forEach((l, k) => {
    if (k > 0 && l.at - labels[k - 1]!.at < 17) l.at = labels[k - 1]!.at + 17
  })
  return (
    <svg
      className="column"
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`Threads of ${whole.length} readers: ${whole.map((r) => `${r.device} ${q.off(r.off)} ${q.unit}`).join(', ')}`}
    >
      <rect
        x={LEFT}
        width={W - LEFT - RIGHT}
        y={y(accuracy)}
        height={y(-accuracy) - y(accuracy)}
        fill="var(--ink)"
        opacity={0.06}
      />
      {stages.map((s) => (
        <g key={s}>
          <line
            x1={x(s)}
            x2={x(s)}
            y1={TOP}
            y2={H - 12}
            stroke="var(--ink)"
            strokeWidth={1.2}
            opacity={0.6}
          />
          <text x={x(s)} y={20} textAnchor="middle" fontSize={12.5} fill="var(--ink)">
            {stageBy(s).name}
          </text>
        </g>
      ))}
      {(y(-accuracy) - y(accuracy) > 34 ? [accuracy, 0, -accuracy] : [0]).map((o) => (
        <text
          key={o}
          x={LEFT - 8}
          y={y(o) + 4}
          textAnchor="end"
          fontSize={12}
          className="mono"
          fill="var(--pale)"
        >
          {o === 0 ? '0' : q.off(o, 1)}
        </text>
      ))}
      {whole.map((r, i) => (
        <polyline
          key={r.read}
          points={r.heights
            .map(
              (h) => `${x(h.id)},${y((Number.isFinite(h.height) ? h.height : r.shown!) - truth)}`,
            )
            .join(' ')}
          fill="none"
          stroke={Math.abs(r.off) > accuracy ? 'var(--doubt)' : 'var(--touch)'}
          strokeWidth={2.6}
          strokeDasharray={DASH[i % DASH.length]}
          strokeLinejoin="round"
        />
      ))}
      {labels.map(({ r, at }) => (
        <text key={r.read} x={W - RIGHT + 8} y={at + 4} fontSize={13} fill="var(--ink)">
          {r.device} {q.off(r.off, 1)}
        </text>
      ))}
    </svg>
  )
}
