import {
  shares,
  STAGE,
  type Chain,
  type StageId,
  type Walked,
} from '../../../../core/chain/index.ts'
import type { Quantity } from '../../../parts/units.ts'
import type { ScalesFrame } from './frame.ts'

/** Where the thread bends enough to matter, what bends it and by how much, beside the bend. */
export function Bends({
  walked,
  places,
  frame,
  spec,
  q,
}: {
  walked: Walked
  places: { x: number; height: number; id: StageId }[]
  frame: ScalesFrame
  spec: Chain['spec']
  q: Quantity
}) {
  // two beside each other would overwrite: the later one stands a line higher
  const taken: { from: number; to: number; at: number }[] = []
  return shares().map(({ id: share, label, bends }) => {
    const what = bends === STAGE.element && walked.parts.length > 0 ? 'not level' : label
    const bias = walked.biases.find((b) => b.share === share)?.bias ?? 0
    const i = places.findIndex((p) => p.id === bends),
      a = places[i - 1],
      b = places[i]
    if (!(Math.abs(bias) > 0.2 * spec.accuracy) || !a || !b) return null
    const text = `${what} ${q.off(bias, 1)}`
    const ends = [frame.held(a.height), frame.held(b.height)],
      top = Math.min(...ends),
      under = top < frame.top + 30
    const right = b.x - 14,
      left = right - 7.2 * text.length
    let at = under ? Math.max(...ends) + 34 : top - 20
    while (taken.some((t) => left < t.to && right > t.from && Math.abs(t.at - at) < 16))
      at += under ? 16 : -16
    taken.push({ from: left, to: right, at })
    return (
      <text key={text} className="note" x={right} y={at} textAnchor="end">
        {text}
      </text>
    )
  })
}
