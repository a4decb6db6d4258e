import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import { memo, useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { heightOf, idealValue, K95, walkBackward, type Chain, type SpreadAt, type StageId, type TakenPoint, type Walked } from '../../../core/chain/index.ts'
import { fixed } from '../../../core/quantity/index.ts'
import { useQuantity, type Quantity } from '../../parts/units.ts'
import { STAGE_NAME, stageText, stageUnit, stageUnitText, truthUnit } from './stageInfo.ts'
import { stageTicks } from './ticks.ts'
import type { Window } from './window.ts'

const TOP = 62, BOTTOM = 16, OVERVIEW_X = 38, FIRST = 140, RIGHT = 28

type Props = {
  chain: Chain
  walked: Walked
  spread: SpreadAt
  truth: number
  window: Window
  points: TakenPoint[]
  suspects: number[]
  height?: number
  decimals: number
  onTruth: (truth: number) => void
  onWindow: (window: Window) => void
  /** null while printing: nothing to take hold of */
  onStage?: (stage: StageId) => void
  still?: boolean
}

/**
 * The chain drawn as scales. All share one height axis, the truth; a level thread is the truth and the
 * height of a bend is the error. Take hold of the thread on any scale: it goes backward through the chain as
 * it is, then forward again.
 */
export function Scales({ chain, walked, spread, truth, window, points, suspects, height = 500, decimals, onTruth, onWindow, onStage, still }: Props) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  const { ref, width: measuredWidth } = useElementSize()
  const width = Math.max(560, measuredWidth || 780)
  const svg = useRef<SVGSVGElement>(null)
  const { spec } = chain
  const bottom = height - BOTTOM
  const y = (h: number): number => bottom - ((h - window.low) / (window.high - window.low)) * (bottom - TOP)
  const heightAt = (py: number): number => window.low + ((bottom - py) / (bottom - TOP)) * (window.high - window.low)
  const x = (i: number): number => FIRST + ((width - RIGHT - FIRST) * i) / (spec.stages.length - 1)
  const clamp = (h: number): number => Math.min(window.high, Math.max(window.low, h))
  const places = walked.stages.map((s, i) => {
    const half = K95 * (spread.sigma[s.id] ?? 0)
    const h = Number.isFinite(s.height) ? s.height : walked.shown
    return { ...s, x: x(i), h, half, beyond: h > window.high ? 'above' as const : h < window.low ? 'below' as const : null }
  })
  const edge = [...places.map((p) => `${p.x},${y(clamp(p.h + p.half))}`), ...places.toReversed().map((p) => `${p.x},${y(clamp(p.h - p.half))}`)].join(' ')

  const pull = (stage: StageId, h: number): void => {
    const inside = Math.min(spec.range[1], Math.max(spec.range[0], h))
    const found = stage === 'truth' ? [inside] : walkBackward(chain, stage, idealValue(chain, stage, inside))
    // of several branches the one nearest to where the thread is now
    const next = found.reduce<number | undefined>((best, t) => (best === undefined || Math.abs(t - truth) < Math.abs(best - truth) ? t : best), undefined)
    if (next !== undefined) onTruth(Math.min(spec.range[1], Math.max(spec.range[0], next)))
  }
  const drag = (stage: StageId) => (event: PointerEvent<SVGGElement>): void => {
    // the stage opens beneath when the hand lets go: nothing else moves while the thread is held
    if (event.type === 'pointerup') { if (event.currentTarget.hasPointerCapture(event.pointerId)) onStage?.(stage); return }
    if (event.type === 'pointerdown') event.currentTarget.setPointerCapture(event.pointerId)
    else if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
    pull(stage, heightAt(event.clientY - svg.current!.getBoundingClientRect().top))
  }
  const key = (stage: StageId, h: number) => (event: KeyboardEvent): void => {
    const fine = event.shiftKey ? 0.1 : 1
    const step = ({ ArrowUp: fine, ArrowDown: -fine, PageUp: 10, PageDown: -10 } as Record<string, number>)[event.key]
    if (step !== undefined) { event.preventDefault(); pull(stage, h + (step * keyStep(spec.range, q)) / q.scale) }
    else if (event.key === 'Home') { event.preventDefault(); pull(stage, spec.range[0]) }
    else if (event.key === 'End') { event.preventDefault(); pull(stage, spec.range[1]) }
    else if (event.key === 'Enter') { event.preventDefault(); onStage?.(stage) }
  }

  return (
    <div ref={ref} style={{ overflowX: 'auto' }}>
      <svg ref={svg} className="scales" width={width} height={height} role="group" aria-label="The chain as scales">
        <Overview chain={chain} window={window} points={points} suspects={suspects} height={height} onWindow={onWindow} />

        <rect className="need" x={FIRST} width={x(spec.stages.length - 1) - FIRST} y={y(clamp(truth + spec.accuracy))} height={Math.max(0, y(clamp(truth - spec.accuracy)) - y(clamp(truth + spec.accuracy)))} />
        <NeedLine at={truth + spec.accuracy} {...{ y, window }} x1={FIRST} x2={x(spec.stages.length - 1)} />
        <NeedLine at={truth - spec.accuracy} {...{ y, window }} x1={FIRST} x2={x(spec.stages.length - 1)} text={`${q.pm(spec.accuracy, 1)} needed`} />
        <line className="level" x1={FIRST} x2={width - RIGHT} y1={y(clamp(truth))} y2={y(clamp(truth))} />
        <polygon className="ribbon" points={edge} />

        <Sheet {...{ chain, window, points, suspects, height, width }} />

        <polyline className="thread" points={places.map((p) => `${p.x},${y(clamp(p.h))}`).join(' ')} />
        <Bends {...{ walked, places, y, clamp, spec, q }} />
        {places.map((p) => {
          const text = stageText(p.id, p.value, spec, q, decimals)
          const w = text.length * 9.2 + 14, at = y(clamp(p.h))
          return (
            <g key={p.id} role={still ? undefined : 'slider'} tabIndex={still ? undefined : 0} aria-orientation="vertical"
              aria-label={`${STAGE_NAME[p.id]}, ${stageUnitText(p.id, spec, q)}`} aria-valuenow={Number(p.value.toPrecision(6))} aria-valuetext={`${text} ${stageUnitText(p.id, spec, q)}`}
              onPointerDown={still ? undefined : drag(p.id)} onPointerMove={still ? undefined : drag(p.id)} onPointerUp={still ? undefined : drag(p.id)} onKeyDown={still ? undefined : key(p.id, p.h)}>
              <rect className="grab" x={p.x - 40} width={62} y={TOP - 4} height={bottom - TOP + 8} />
              {p.beyond ? <path d={p.beyond === 'above' ? `M${p.x - 8},${TOP + 12} L${p.x},${TOP} L${p.x + 8},${TOP + 12} Z` : `M${p.x - 8},${bottom - 12} L${p.x},${bottom} L${p.x + 8},${bottom - 12} Z`} fill="var(--doubt)" />
                : <circle className="handle" cx={p.x} cy={at} r={7} />}
              <rect className="chipbox" x={p.x - 16 - w} width={w + 5} y={at - 15} height={30} rx={3} />
              <text className="value" x={p.x - 16 - w / 2} y={at + 5.5} textAnchor="middle">{text}</text>
            </g>
          )
        })}
      </svg>
    </div>
  )
}

type Place = { x: number; h: number; id: StageId }

type SheetProps = { chain: Chain; window: Window; points: TakenPoint[]; suspects: number[]; height: number; width: number }

/** The scales themselves, with their ticks and measured points: drawn anew when the window moves, not with the thread. */
const Sheet = memo(function Sheet({ chain, window, points, suspects, height, width }: SheetProps) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  const { spec } = chain
  const bottom = height - BOTTOM
  const y = (h: number): number => bottom - ((h - window.low) / (window.high - window.low)) * (bottom - TOP)
  const x = (i: number): number => FIRST + ((width - RIGHT - FIRST) * i) / (spec.stages.length - 1)
  const clamp = (h: number): number => Math.min(window.high, Math.max(window.low, h))
  const ticks = spec.stages.map((stage) => stageTicks(chain, stage, window, y, q))
  return (
    <g>
      <polyline className="fan" points={`${OVERVIEW_X + 10},${overviewY(chain, window.high, height)} ${FIRST - 62},${TOP}`} />
      <polyline className="fan" points={`${OVERVIEW_X + 10},${overviewY(chain, window.low, height)} ${FIRST - 62},${bottom}`} />
      {spec.stages.map((stage, i) => (
        <g key={stage}>
          <text className="name" x={x(i)} y={18} textAnchor="middle">{STAGE_NAME[stage]}</text>
          <text className="unit" x={x(i)} y={36} textAnchor="middle">{stageUnitText(stage, spec, q)}</text>
          <line className={`axis ${spec.basis[stage]}`} x1={x(i)} x2={x(i)} y1={TOP} y2={bottom} />
          {spec.basis[stage] === 'proven' && <line className="second" x1={x(i) + 4} x2={x(i) + 4} y1={TOP} y2={bottom} />}
          {ticks[i]!.map((t) => (
            <g key={t.height}>
              <line className="tick" x1={x(i) - (t.label ? 7 : 4)} x2={x(i)} y1={y(t.height)} y2={y(t.height)} />
              {t.label && <text className="label" x={x(i) - 11} y={y(t.height) + 4.5} textAnchor="end">{t.label}</text>}
            </g>
          ))}
          <DeadZone chain={chain} stage={stage} x={x(i)} y={y} window={window} />
        </g>
      ))}
      {points.map((p, k) => (p.truth >= window.low && p.truth <= window.high ? (
        <g key={p.measurement.id}>
          <circle className={`point${suspects.includes(k) ? ' suspect' : ''}`} cx={x(1)} cy={y(clamp(heightOf(chain, 'element', p.signal)))} r={4.5}><title>{`${q.text(p.truth)}, ${stageText('element', p.signal, spec, q)} ${stageUnit('element', spec)}`}</title></circle>
        </g>
      ) : null))}
    </g>
  )
})

function NeedLine({ at, x1, x2, y, window, text }: { at: number; x1: number; x2: number; y: (h: number) => number; window: Window; text?: string }) {
  if (at < window.low || at > window.high) return null
  return (
    <>
      <line className="need-line" x1={x1} x2={x2} y1={y(at)} y2={y(at)} />
      {text && <text className="unit" x={x1 + 9} y={y(at) + 16} textAnchor="start">{text}</text>}
    </>
  )
}

/** Where the thread bends enough to matter, what bends it and by how much, beside the bend. */
function Bends({ walked, places, y, clamp, spec, q }: { walked: Walked; places: Place[]; y: (h: number) => number; clamp: (h: number) => number; spec: Chain['spec']; q: Quantity }) {
  const bias = (share: string): number => walked.biases.find((b) => b.share === share)?.bias ?? 0
  const found: { to: StageId; text: string; size: number }[] = [
    { to: 'element', text: `element ${q.off(bias('element'), 1)}`, size: bias('element') },
    { to: 'plug', text: `other device ${q.off(bias('shared'), 1)}`, size: bias('shared') },
    { to: 'pin', text: `ground ${q.off(bias('ground'), 1)}`, size: bias('ground') },
    { to: 'pin', text: `leads ${q.off(bias('leads'), 1)}`, size: bias('leads') },
    { to: 'shown', text: `table ${q.off(bias('table'), 1)}`, size: bias('table') },
  ]
  return found.filter((f) => Math.abs(f.size) > 0.2 * spec.accuracy).map((f) => {
    const i = places.findIndex((p) => p.id === f.to)
    const a = places[i - 1], b = places[i]
    if (!a || !b) return null
    const top = Math.min(y(clamp(a.h)), y(clamp(b.h))), low = Math.max(y(clamp(a.h)), y(clamp(b.h)))
    const under = top < TOP + 30
    return <text key={f.text} className="note" x={b.x - 14} y={under ? low + 34 : top - 20} textAnchor="end">{f.text}</text>
  })
}

/** Beyond a converter's ends many truths give one count: the ticks merge into a bracket that says so. */
function DeadZone({ chain, stage, x, y, window }: { chain: Chain; stage: StageId; x: number; y: (h: number) => number; window: Window }) {
  if (stage !== 'converter' || !chain.spec.converter) return null
  const { full } = chain.spec.converter
  const ends = [0, full].flatMap((end) => {
    const at = heightOf(chain, 'converter', end)
    return Number.isFinite(at) && at > window.low && at < window.high ? [{ end, at }] : []
  })
  // which way the counts run decides which side of an end is lost
  const rising = idealRises(chain)
  return <>{ends.map(({ end, at }) => {
    const to = (end === 0) === rising ? window.low : window.high
    return <g key={end}><line className="dead" x1={x} x2={x} y1={y(at)} y2={y(to)} /><text className="note" x={x + 10} y={(y(at) + y(to)) / 2}>cannot tell</text></g>
  })}</>
}

function idealRises(chain: Chain): boolean {
  const [low, high] = chain.spec.range.map((t) => { try { return idealValue(chain, 'element', t) } catch { return NaN } }) as [number, number]
  return !(high < low)
}

/** One press of an arrow key: a round step of about a hundredth of the range, in the unit shown. */
const keyStep = (range: readonly [number, number], q: Quantity): number => {
  const raw = (Math.abs(q.out(range[1]) - q.out(range[0])) / 200)
  const power = 10 ** Math.floor(Math.log10(raw))
  return power * ([1, 2, 5, 10].find((m) => m * power >= raw * 0.999) ?? 10)
}

const overviewY = (chain: Chain, truth: number, height: number): number => {
  const room = 0.06 * (chain.spec.range[1] - chain.spec.range[0])
  const low = chain.spec.range[0] - room, high = chain.spec.range[1] + room
  return height - BOTTOM - ((truth - low) / (high - low)) * (height - BOTTOM - TOP)
}

/** The whole range beside the scales: the measured points and the window, which can be dragged. */
const Overview = memo(function Overview({ chain, window, points, suspects, height, onWindow }: { chain: Chain; window: Window; points: TakenPoint[]; suspects: number[]; height: number; onWindow: (w: Window) => void }) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  const { range } = chain.spec
  const y = (t: number): number => overviewY(chain, t, height)
  const tall = window.high - window.low
  const truthAt = (py: number): number => { const a = y(range[0]), b = y(range[1]); return range[0] + ((py - a) / (b - a)) * (range[1] - range[0]) }
  const room = 0.06 * (range[1] - range[0])
  const move = (middle: number): void => {
    const low = Math.min(range[1] + room - tall, Math.max(range[0] - room, middle - tall / 2))
    onWindow({ low, high: low + tall })
  }
  const marks = scaleLinear().domain([q.out(range[0]), q.out(range[1])]).ticks(7)
  const markDecimals = Math.max(0, -Math.floor(Math.log10(Math.abs(marks[1]! - marks[0]!)) + 1e-9))
  return (
    <g>
      {marks.map((t) => (
        <g key={t}>
          <line className="tick" x1={OVERVIEW_X - 6} x2={OVERVIEW_X} y1={y(q.in(t))} y2={y(q.in(t))} />
          <text className="label" x={OVERVIEW_X - 9} y={y(q.in(t)) + 4.5} textAnchor="end">{fixed(t, markDecimals)}</text>
        </g>
      ))}
      <line className="axis" x1={OVERVIEW_X} x2={OVERVIEW_X} y1={y(range[0])} y2={y(range[1])} />
      <g role="slider" tabIndex={0} aria-label="Window" aria-orientation="vertical" aria-valuenow={Number(((window.low + window.high) / 2).toFixed(1))} aria-valuetext={`${q.bare(window.low, 0)} to ${q.text(window.high, 0)}`}
        onPointerDown={(e) => { e.currentTarget.setPointerCapture(e.pointerId) }}
        onPointerMove={(e) => { if (e.currentTarget.hasPointerCapture(e.pointerId)) move(truthAt(e.clientY - e.currentTarget.ownerSVGElement!.getBoundingClientRect().top)) }}
        onKeyDown={(e) => {
          const middle = (window.low + window.high) / 2
          const by = ({ ArrowUp: 0.1, ArrowDown: -0.1, PageUp: 0.5, PageDown: -0.5 } as Record<string, number>)[e.key]
          if (by !== undefined) { e.preventDefault(); move(middle + by * tall) }
        }}>
        <rect className="overview" x={OVERVIEW_X - 1} width={16} y={y(window.high)} height={Math.max(4, y(window.low) - y(window.high))} />
      </g>
      {points.map((p, k) => <circle key={p.measurement.id} className={`point${suspects.includes(k) ? ' suspect' : ''}`} cx={OVERVIEW_X + 7} cy={y(p.truth)} r={4} />)}
    </g>
  )
})
