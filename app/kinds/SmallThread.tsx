import { useMemo } from 'react'
import type { ChannelStatus, Entry, SmallPicture } from '../../core/channel/index.ts'
import { useQuantity } from '../parts/units.ts'

const W = 140,
  H = 48,
  PAD = 6

type Props = { entry: Entry; status: ChannelStatus }

/** The channel's thread and ribbon at their worst place, in the height of twice the need. Level is the truth. */
export function SmallThread({ entry: { kind }, status }: Props) {
  const picture = useMemo(() => kind.picture(status) as SmallPicture | null, [kind, status])
  return picture && status.worst ? (
    <Drawn {...status} picture={picture} worst={status.worst} />
  ) : (
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
}

type DrawnProps = {
  picture: SmallPicture
  worst: NonNullable<ChannelStatus['worst']>
  unit: string
  accuracy: number
}

function Drawn({ picture, worst, unit, accuracy }: DrawnProps) {
  const q = useQuantity(unit, accuracy)
  const y = (off: number): number =>
    Math.min(H - 2, Math.max(2, H / 2 - (off / (2 * accuracy)) * (H / 2)))
  const gaps = Math.max(1, picture.places.length - 1)
  const places = picture.places.map((p, i) => ({ ...p, x: PAD + ((W - 2 * PAD) * i) / gaps }))
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
      aria-label={
        `Error ${q.off(worst.bias, 1)} ${q.pm(worst.band, 1)} ${q.unit}, needed within ` +
        `${q.pm(accuracy, 1).slice(1)}`
      }
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
          strokeDasharray={p.assumed ? '3 3' : undefined}
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
