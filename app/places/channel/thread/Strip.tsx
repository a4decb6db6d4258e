import { useElementSize } from '@mantine/hooks'
import { useState } from 'react'
import { stageBy, type Chain, type SpreadAt, type Walked } from '../../../../core/chain/index.ts'
import { useQuantity, type Quantity } from '../../../parts/units.ts'
import { stageText, stageUnitText, truthUnit } from '../stageInfo.ts'
import css from './Strip.module.css'

type Props = {
  chain: Chain
  walked: Walked
  spread: SpreadAt
  truth: number
  decimals: number
  onOpen: () => void
}

const HEIGHT = 92
/** Where the thread may run, px from the top: names stand above it and values below. */
const TOP = 22
const BOTTOM = 68
const SIDE = 64

/** The scales as a strip: the thread, what stands at each stage, and the band against what is needed. */
export function Strip({ chain, walked, spread, truth, decimals, onOpen }: Props) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  const { ref, width } = useElementSize<HTMLButtonElement>()
  const { spec } = chain
  const off = walked.shown - truth
  const half = spread.band
  const before = useBefore(spec, { off, half, truth })
  const said = saidOf(q, { off, half })
  return (
    <div className={css.strip}>
      <button
        ref={ref}
        type="button"
        className={css.thread}
        onClick={onOpen}
        aria-label={
          `The scales in short: ${q.text(truth)} is shown as ${q.text(walked.shown)}, ${said}, ` +
          `${q.pm(spec.accuracy)} ${q.unit} needed. Back to the scales`
        }
      >
        <StripThread
          {...{ chain, walked, spread, truth, q, decimals }}
          width={Math.max(420, width || 700)}
        />
      </button>
      <p className={css.verdict} role="status" aria-live="off" data-strip>
        <b className={Math.abs(off) + half > spec.accuracy ? css.doubt : ''}>{said}</b> {q.unit}
        <br />
        {before ? (
          <span className="pale" data-before>
            was {saidOf(q, before)}
          </span>
        ) : (
          <span className="pale">{q.pm(spec.accuracy)} needed</span>
        )}
      </p>
    </div>
  )
}

/** Errors that differ by less are one, truth unit. */
const SAME = 1e-9

type Verdict = { off: number; half: number }

const saidOf = (q: Quantity, { off, half }: Verdict): string => `${q.off(off)} ${q.pm(half)}`

/**
 * What was said at this truth before the newest edit; null where nothing has changed since the thread was put there.
 */
function useBefore(spec: Chain['spec'], now: Verdict & { truth: number }): Verdict | null {
  const [seen, setSeen] = useState<{
    spec: Chain['spec']
    now: typeof now
    before: Verdict | null
  }>({
    spec,
    now,
    before: null,
  })
  const moved = seen.now.truth !== now.truth
  if (!moved && seen.spec === spec) return seen.before
  const same = Math.abs(seen.now.off - now.off) < SAME && Math.abs(seen.now.half - now.half) < SAME
  const before = moved ? null : same ? seen.before : seen.now
  setSeen({ spec, now, before })
  return before
}

function StripThread({
  chain,
  walked,
  spread,
  truth,
  decimals,
  width,
  q,
}: Omit<Props, 'onOpen'> & { width: number; q: Quantity }) {
  const { spec } = chain
  const last = walked.stages.length - 1
  const places = walked.stages.map((s, i) => ({
    ...s,
    x: SIDE + ((width - 2 * SIDE) * i) / last,
    height: Number.isFinite(s.height) ? s.height : walked.shown,
    half: spread.half[s.id] ?? 0,
  }))
  const tall = Math.max(
    1.5 * spec.accuracy,
    ...places.map((p) => Math.abs(p.height - truth) + p.half),
  )
  const y = (height: number): number =>
    (TOP + BOTTOM) / 2 - ((height - truth) / tall) * ((BOTTOM - TOP) / 2)
  const line = (of: { x: number; height: number }[]): string =>
    of.map((p) => `${p.x},${y(p.height)}`).join(' ')
  const edge = (sign: 1 | -1) => places.map((p) => ({ x: p.x, height: p.height + sign * p.half }))
  return (
    <svg className={css.picture} width={width} height={HEIGHT} aria-hidden>
      <rect
        className={css.need}
        x={SIDE}
        width={width - 2 * SIDE}
        y={y(truth + spec.accuracy)}
        height={y(truth - spec.accuracy) - y(truth + spec.accuracy)}
      />
      <line className={css.level} x1={SIDE} x2={width - SIDE} y1={y(truth)} y2={y(truth)} />
      <polygon className={css.ribbon} points={line([...edge(1), ...edge(-1).toReversed()])} />
      {places.map((p) => (
        <line key={p.id} className={css.axis} x1={p.x} x2={p.x} y1={TOP} y2={BOTTOM} />
      ))}
      <polyline className={css.line} points={line(places)} />
      {places.map((p, i) => (
        <g key={p.id}>
          <circle className={css.dot} cx={p.x} cy={y(p.height)} r={4} />
          <text className={css.name} x={p.x} y={14} textAnchor="middle">
            {stageBy(p.id).name}
          </text>
          <text className={css.value} x={p.x} y={HEIGHT - 7} textAnchor="middle">
            {stageText(p.id, p.value, spec, q, i === last ? decimals : undefined)}{' '}
            <tspan className={css.unit}>{stageUnitText(p.id, spec, q).split(',')[0]}</tspan>
          </text>
        </g>
      ))}
    </svg>
  )
}
