import { stageBy, STAGES, type Readers, type StageId } from '../../../core/chain/index.ts'
import type { Quantity } from '../../parts/units.ts'
import { NeedBand, PictureScale } from './PictureScale.tsx'

const W = 520,
  H = 210,
  TOP = 34,
  LEFT = 46,
  RIGHT = 120
const DASH = ['', '8 4', '2 4', '10 3 2 3']

/** Least distance of two labels, px. */
const LABEL_GAP = 17

/** Labels that keep clear of each other, each as near to its own place as the one above leaves it. */
function spaced<T extends { at: number }>(labels: readonly T[]): T[] {
  const placed: T[] = []
  for (const label of [...labels].sort((a, b) => a.at - b.at)) {
    const above = placed.at(-1)?.at ?? -Infinity
    placed.push({ ...label, at: Math.max(label.at, above + LABEL_GAP) })
  }
  return placed
}

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
  const labels = spaced(whole.map((r) => ({ r, at: y(r.off) })))
  return (
    <svg
      className="column"
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={
        `Threads of ${whole.length} readers: ` +
        `${whole.map((r) => `${r.device} ${q.off(r.off)} ${q.unit}`).join(', ')}`
      }
    >
      <NeedBand from={LEFT} to={W - RIGHT} top={y(accuracy)} bottom={y(-accuracy)} />
      {stages.map((s) => (
        <PictureScale key={s} x={x(s)} top={TOP} bottom={H - 12} name={stageBy(s).name} />
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
