import {
  linearSpread,
  walkForward,
  type Chain,
  type ReadStatus,
} from '../../../core/chain/index.ts'
import { useQuantity } from '../../parts/units.ts'
import { truthUnit } from '../channel/stageInfo.ts'

const W = 140,
  H = 48,
  PAD = 6

/** The channel's thread and ribbon at their worst place, in the height of twice the need. Level is the truth. */
export function SmallThread({ status }: { status: ReadStatus }) {
  const { chain, worst } = status
  if (!chain || !worst)
    return (
      <svg width={W} height={H} role="img" aria-label="Nothing to draw yet">
        <line
          x1={PAD}
          x2={W - PAD}
          y1={H / 2}
          y2={H / 2}
          stroke="var(--hair)"
          strokeDasharray="5 4"
        />
      </svg>
    )
  return <Drawn chain={chain} worst={worst} />
}

function Drawn({ chain, worst }: { chain: Chain; worst: NonNullable<ReadStatus['worst']> }) {
  const { accuracy } = chain.spec
  const q = useQuantity(truthUnit(chain.spec.sensor.family), accuracy)
  const y = (off: number): number =>
    Math.min(H - 2, Math.max(2, H / 2 - (off / (2 * accuracy)) * (H / 2)))
  const walked = walkForward(chain, worst.at),
    { half } = linearSpread(chain, worst.at)
  const places = walked.stages.map((s, i) => ({
    x: PAD + ((W - 2 * PAD) * i) / (walked.stages.length - 1),
    off: (Number.isFinite(s.height) ? s.height : walked.shown) - worst.at,
    half: half[s.id] ?? 0,
    id: s.id,
  }))
  const edge = [
    ...places.map((p) => `${p.x},${y(p.off + p.half)}`),
    ...places.toReversed().map((p) => `${p.x},${y(p.off - p.half)}`),
  ].join(' ')
  const over = Math.abs(worst.bias) + worst.band > accuracy
  return (
    <svg
      width={W}
      height={H}
      role="img"
      aria-label={`Error ${q.off(worst.bias, 1)} ${q.pm(worst.band, 1)} ${q.unit}, needed within ${q.pm(accuracy, 1).slice(1)}`}
    >
      <rect
        x={PAD}
        width={W - 2 * PAD}
        y={y(accuracy)}
        height={y(-accuracy) - y(accuracy)}
        fill="var(--ink)"
        opacity={0.06}
      />
      <line
        x1={PAD}
        x2={W - PAD}
        y1={H / 2}
        y2={H / 2}
        stroke="var(--pale)"
        strokeDasharray="1 4"
      />
      <polygon points={edge} fill="var(--ribbon)" />
      {places.map((p) => (
        <line
          key={p.id}
          x1={p.x}
          x2={p.x}
          y1={4}
          y2={H - 4}
          stroke="var(--ink)"
          strokeWidth={1}
          opacity={0.5}
          strokeDasharray={chain.spec.basis[p.id] === 'assumed' ? '3 3' : undefined}
        />
      ))}
      <polyline
        points={places.map((p) => `${p.x},${y(p.off)}`).join(' ')}
        fill="none"
        stroke={over ? 'var(--doubt)' : 'var(--touch)'}
        strokeWidth={2.4}
        strokeLinejoin="round"
      />
    </svg>
  )
}
