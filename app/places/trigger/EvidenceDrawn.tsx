import { roundTo } from '../../../core/quantity/index.ts'
import { useEffect, useState } from 'react'
import type { CaptureStretch } from '../../workers/trigger.worker.ts'
import type { CaptureNow } from './useCapture.ts'
import css from './Trigger.module.css'

const W = 560
const H = 170
const [TOP, FOOT] = [14, 136]

/**
 * The capture about one gap, with the edges that were taken for the teeth’s centres: right way round it falls through
 * zero at each of them, exchanged it rises.
 */
export function EvidenceDrawn({ capture }: { capture: CaptureNow }) {
  const { read, piece } = capture
  const [drawn, setDrawn] = useState<CaptureStretch | null>(null)
  const gap = read?.gapS ?? null
  useEffect(() => {
    if (!gap) return
    let current = true
    void piece(gap).then((s) => current && setDrawn(s))
    return () => {
      current = false
    }
    // the same capture read anew is another gap
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [gap])
  if (!gap || !drawn || drawn.timeS.length === 0) return null
  const [from, to] = gap
  const most = Math.max(...drawn.v.map(Math.abs)) || 1
  const x = (t: number): number => (W * (t - from)) / (to - from)
  const y = (v: number): number => (TOP + FOOT) / 2 - ((FOOT - TOP) / 2) * (v / most)
  const way = read?.rises ? 'rises' : 'falls'
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className={css.chart}
      role="img"
      aria-label={`About a gap the signal ${way} through zero at the teeth’s centres`}
    >
      <line className={css.level} x1={0} x2={W} y1={y(0)} y2={y(0)} />
      {drawn.edges.map((e) => (
        <g key={e.timeS}>
          <line className={css.dead} x1={x(e.timeS)} x2={x(e.timeS)} y1={TOP} y2={FOOT} />
          <text className={css.label} x={x(e.timeS)} y={H - 14}>
            {read?.rises ? '↑' : '↓'}
            {e.edge}
          </text>
        </g>
      ))}
      <polyline
        className={css.way}
        points={drawn.timeS
          .map((t, i) => `${roundTo(x(t), 1)},${roundTo(y(drawn.v[i]!), 1)}`)
          .join(' ')}
      />
    </svg>
  )
}
