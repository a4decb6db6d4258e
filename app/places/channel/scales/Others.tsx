import type { Chain, Walked } from '../../../../core/chain/index.ts'
import type { Quantity } from '../../../parts/units.ts'
import type { ScalesFrame } from './frame.ts'

/** Another device's thread over the same sensor. */
export type OtherThread = { id: string; device: string; stages: Walked['stages']; shown: number }

const DASH = ['7 4', '2 4', '10 3 2 3']

/** Threads of the other readers: one with this one as far as the sensor, then to their own pins and faces. */
export function Others({
  others,
  spec,
  frame,
  truth,
  q,
}: {
  others: OtherThread[]
  spec: Chain['spec']
  frame: ScalesFrame
  truth: number
  q: Quantity
}) {
  const labels = others.map((o) => ({ o, at: frame.held(o.shown) })).sort((a, b) => a.at - b.at)
  labels.forEach((l, k) => {
    if (k > 0 && l.at - labels[k - 1]!.at < 36) l.at = labels[k - 1]!.at + 36
  })
  const over = Math.max(0, (labels.at(-1)?.at ?? 0) - (frame.bottom - 20))
  return (
    <g aria-label="Other readers of this sensor" role="group">
      {others.map((o, k) => (
        <polyline
          key={o.id}
          className="other"
          strokeDasharray={DASH[k % DASH.length]}
          points={o.stages
            .flatMap((s) => {
              const i = spec.stages.indexOf(s.id)
              // a stage the other device has and this one has not is passed over
              return i < 1
                ? []
                : [
                    `${frame.stageX(i)},${frame.held(Number.isFinite(s.height) ? s.height : o.shown)}`,
                  ]
            })
            .join(' ')}
        />
      ))}
      {labels.map(({ o, at }) => (
        <g key={o.id}>
          <title>{`${o.device} shows ${q.text(o.shown)}`}</title>
          <text className="unit" x={frame.last + 12} y={at - over}>
            {o.device.length > 15 ? `${o.device.slice(0, 14)}…` : o.device}
          </text>
          <text className="label" x={frame.last + 12} y={at - over + 16}>
            {q.off(o.shown - truth, 1)}
          </text>
        </g>
      ))}
    </g>
  )
}
