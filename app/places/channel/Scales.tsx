import { useElementSize } from '@mantine/hooks'
import { scaleLinear } from 'd3-scale'
import { memo, useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { familyOf } from '../../../core/curve/registry.ts'
import { halvesAt, heightOf, idealValue, K95, walkBackward, type Chain, type SpreadAt, type StageId, type TakenPoint, type Walked } from '../../../core/chain/index.ts'
import { fixed } from '../../../core/quantity/index.ts'
import { useQuantity, type Quantity } from '../../parts/units.ts'
import { STAGE_NAME, stageText, stageUnit, stageUnitText, truthUnit } from './stageInfo.ts'
import { halfTicks, stageTicks, type Tick } from './ticks.ts'
import type { Window } from './window.ts'

const TOP = 62, BOTTOM = 16, OVERVIEW_X = 38, FIRST = 140, RIGHT = 28

/** Another device's thread over the same sensor. */
export type OtherThread = { id: string; device: string; stages: Walked['stages']; shown: number }

/** Room at the right for the names of other readers, px. */
const OTHERS = 112

/** Where the columns stand: the truth, of two joined sensors each its own, then the stages. */
function columnsOf(chain: Chain, width: number, others: boolean): { stage: (i: number) => number; half: (i: number) => number; first: number; last: number } {
  const last = width - RIGHT - (others ? OTHERS : 0)
  const between = isTwo(chain) ? 2 : 0, gaps = chain.spec.stages.length - 1 + between
  const at = (column: number): number => FIRST + ((last - FIRST) * column) / gaps
  return { stage: (i) => at(i === 0 ? 0 : i + between), half: (i) => at(1 + i), first: FIRST, last }
}
const isTwo = (chain: Chain): boolean => familyOf(chain.spec.sensor.family).two !== undefined

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
  /** of two on one wire: how much of the sum is moved into the first */
  lean?: number
  onLean?: (lean: number) => void
  /** the other readers of the same sensor */
  others?: OtherThread[]
  /** null while printing: nothing to take hold of */
  onStage?: (stage: StageId) => void
  still?: boolean
}

/**
 * The chain drawn as scales. All share one height axis, the truth; a level thread is the truth and the
 * height of a bend is the error. Take hold of the thread on any scale: it goes backward through the chain as
 * it is, then forward again.
 */
export function Scales({ chain, walked, spread, truth, window, points, suspects, height = 500, decimals, onTruth, onWindow, lean = 0, onLean, others = [], onStage, still }: Props) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  const { ref, width: measuredWidth } = useElementSize()
  const width = Math.max(560, measuredWidth || 780)
  const svg = useRef<SVGSVGElement>(null)
  const { spec } = chain
  const bottom = height - BOTTOM
  const y = (h: number): number => bottom - ((h - window.low) / (window.high - window.low)) * (bottom - TOP)
  const heightAt = (py: number): number => window.low + ((bottom - py) / (bottom - TOP)) * (window.high - window.low)
  const columns = columnsOf(chain, width, others.length > 0), x = columns.stage
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
  const halves = walked.halves?.map((h, i) => ({ ...h, i, x: columns.half(i) })) ?? []
  const lift = (half: number, h: number): void => {
    const inside = Math.min(spec.range[1], Math.max(spec.range[0], h))
    const wanted = halvesAt(chain, inside, 0)?.halves[half]?.truth, level = halvesAt(chain, truth, 0)?.halves[half]?.truth
    if (wanted !== undefined && level !== undefined) onLean?.(half === 0 ? wanted - level : level - wanted)
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
        <line className="level" x1={FIRST} x2={columns.last} y1={y(clamp(truth))} y2={y(clamp(truth))} />
        <polygon className="ribbon" points={edge} />

        <Sheet {...{ chain, window, points, suspects, height, width }} others={others.length > 0} />

        {others.length > 0 && <Others {...{ others, spec, columns, y, clamp, truth, q }} bottom={bottom} />}
        {halves.map((h) => <polyline key={h.i} className="thread" points={[[places[0]!.x, places[0]!.h], [h.x, h.height], [places[1]!.x, places[1]!.h]].map(([px, ph]) => `${px},${y(clamp(ph!))}`).join(' ')} />)}
        <polyline className="thread" points={places.slice(halves.length > 0 ? 1 : 0).map((p) => `${p.x},${y(clamp(p.h))}`).join(' ')} />
        <Bends {...{ walked, places, y, clamp, spec, q }} />
        {halves.map((h) => <HalfHandle key={h.i} {...{ h, y, clamp, q, bottom, still }} name={HALF_NAME[h.i]!} text={stageText('element', h.signal, spec, q)} unit={stageUnit('element', spec)} beyond={h.height > window.high ? 'above' : h.height < window.low ? 'below' : null}
          onLift={(py) => lift(h.i, heightAt(py - svg.current!.getBoundingClientRect().top))} onStep={(by) => onLean?.(lean + ((h.i === 0 ? by : -by) * keyStep(spec.range, q)) / q.scale)} onLevel={() => onLean?.(0)} />)}
        {places.map((p) => {
          const text = stageText(p.id, p.value, spec, q, decimals)
          const w = text.length * 9.2 + 14, at = y(clamp(p.h))
          return (
            <g key={p.id} role={still ? undefined : 'slider'} tabIndex={still ? undefined : 0} aria-orientation="vertical"
              aria-label={`${STAGE_NAME[p.id]}, ${stageUnitText(p.id, spec, q)}`} aria-valuenow={Number(p.value.toPrecision(6))} aria-valuetext={`${text} ${stageUnitText(p.id, spec, q)}`}
              onPointerDown={still ? undefined : drag(p.id)} onPointerMove={still ? undefined : drag(p.id)} onPointerUp={still ? undefined : drag(p.id)} onKeyDown={still ? undefined : key(p.id, p.h)}>
              <rect className="grab" x={p.x - 40} width={62} y={TOP - 4} height={bottom - TOP + 8} />
              <Handle x={p.x} at={at} beyond={p.beyond} bottom={bottom} />
              <rect className="chipbox" x={p.x - 16 - w} width={w + 5} y={at - 15} height={30} rx={3} />
              <text className="value" x={p.x - 16 - w / 2} y={at + 5.5} textAnchor="middle">{text}</text>
            </g>
          )
        })}
      </svg>
    </div>
  )
}

/** Where the thread is held; an arrow where it lies beyond the window. */
const Handle = ({ x, at, beyond, bottom }: { x: number; at: number; beyond: 'above' | 'below' | null; bottom: number }) => (beyond
  ? <path d={beyond === 'above' ? `M${x - 8},${TOP + 12} L${x},${TOP} L${x + 8},${TOP + 12} Z` : `M${x - 8},${bottom - 12} L${x},${bottom} L${x + 8},${bottom - 12} Z`} fill="var(--doubt)" />
  : <circle className="handle" cx={x} cy={at} r={7} />)

const HALF_NAME = ['first half', 'second half']

type HalfProps = {
  h: { truth: number; signal: number; height: number; x: number; i: number }
  name: string; text: string; unit: string; q: Quantity; y: (h: number) => number; clamp: (h: number) => number; bottom: number; still: boolean | undefined; beyond: 'above' | 'below' | null
  onLift: (clientY: number) => void; onStep: (steps: number) => void; onLevel: () => void
}

/** One of two joined halves: take hold of it and it fills from the other. */
function HalfHandle({ h, name, text, unit, q, y, clamp, bottom, still, beyond, onLift, onStep, onLevel }: HalfProps) {
  const at = y(clamp(h.height)), w = text.length * 9.2 + 14
  const move = (e: PointerEvent<SVGGElement>): void => {
    if (e.type === 'pointerdown') e.currentTarget.setPointerCapture(e.pointerId)
    else if (!e.currentTarget.hasPointerCapture(e.pointerId)) return
    onLift(e.clientY)
  }
  const key = (e: KeyboardEvent): void => {
    const step = ({ ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10 } as Record<string, number>)[e.key]
    if (step !== undefined) { e.preventDefault(); onStep(e.shiftKey ? step / 10 : step) } else if (e.key === 'Home') { e.preventDefault(); onLevel() }
  }
  return (
    <g {...(still ? {} : { role: 'slider', tabIndex: 0, 'aria-orientation': 'vertical' as const, 'aria-label': `${name}, ${unit}`, 'aria-valuenow': Number(h.signal.toPrecision(6)), 'aria-valuetext': `${text} ${unit}, ${q.text(h.truth)} in it`, onPointerDown: move, onPointerMove: move, onKeyDown: key })}>
      <rect className="grab" x={h.x - 40} width={62} y={TOP - 4} height={bottom - TOP + 8} />
      <Handle x={h.x} at={at} beyond={beyond} bottom={bottom} />
      <rect className="chipbox" x={h.x - 16 - w} width={w + 5} y={at - 15} height={30} rx={3} />
      <text className="value" x={h.x - 16 - w / 2} y={at + 5.5} textAnchor="middle">{text}</text>
      <text className="unit under" x={h.x - 13} y={at + 32} textAnchor="end">{q.text(h.truth)}</text>
    </g>
  )
}

/** Threads of the other readers: one with this one as far as the sensor, then to their own pins and faces. */
function Others({ others, spec, columns, y, clamp, truth, q, bottom }: { others: OtherThread[]; spec: Chain['spec']; columns: { stage: (i: number) => number; last: number }; y: (h: number) => number; clamp: (h: number) => number; truth: number; q: Quantity; bottom: number }) {
  const labels = others.map((o) => ({ o, at: y(clamp(o.shown)) })).sort((a, b) => a.at - b.at)
  labels.forEach((l, k) => { if (k > 0 && l.at - labels[k - 1]!.at < 36) l.at = labels[k - 1]!.at + 36 })
  const over = Math.max(0, (labels.at(-1)?.at ?? 0) - (bottom - 20))
  return (
    <g aria-label="Other readers of this sensor" role="group">
      {others.map((o, k) => (
        <polyline key={o.id} className="other" strokeDasharray={OTHER_DASH[k % OTHER_DASH.length]} points={o.stages.flatMap((s) => {
          const i = spec.stages.indexOf(s.id)
          // a stage the other device has and this one has not is passed over
          return i < 1 ? [] : [`${columns.stage(i)},${y(clamp(Number.isFinite(s.height) ? s.height : o.shown))}`]
        }).join(' ')} />
      ))}
      {labels.map(({ o, at }) => (
        <g key={o.id}>
          <title>{`${o.device} shows ${q.text(o.shown)}`}</title>
          <text className="unit" x={columns.last + 12} y={at - over}>{o.device.length > 15 ? `${o.device.slice(0, 14)}…` : o.device}</text>
          <text className="label" x={columns.last + 12} y={at - over + 16}>{q.off(o.shown - truth, 1)}</text>
        </g>
      ))}
    </g>
  )
}
const OTHER_DASH = ['7 4', '2 4', '10 3 2 3']

type Place = { x: number; h: number; id: StageId }

type SheetProps = { chain: Chain; window: Window; points: TakenPoint[]; suspects: number[]; height: number; width: number; others: boolean }

/** The scales themselves, with their ticks and measured points: drawn anew when the window moves, not with the thread. */
const Sheet = memo(function Sheet({ chain, window, points, suspects, height, width, others }: SheetProps) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  const { spec } = chain
  const bottom = height - BOTTOM
  const y = (h: number): number => bottom - ((h - window.low) / (window.high - window.low)) * (bottom - TOP)
  const columns = columnsOf(chain, width, others), x = columns.stage
  const clamp = (h: number): number => Math.min(window.high, Math.max(window.low, h))
  const ticks = spec.stages.map((stage) => stageTicks(chain, stage, window, y, q))
  return (
    <g>
      <polyline className="fan" points={`${OVERVIEW_X + 10},${overviewY(chain, window.high, height)} ${FIRST - 62},${TOP}`} />
      <polyline className="fan" points={`${OVERVIEW_X + 10},${overviewY(chain, window.low, height)} ${FIRST - 62},${bottom}`} />
      {spec.stages.map((stage, i) => (
        <g key={stage}>
          <text className="name" x={x(i)} y={18} textAnchor="middle">{stage === 'element' && isTwo(chain) ? 'together' : STAGE_NAME[stage]}</text>
          <text className="unit" x={x(i)} y={36} textAnchor="middle">{stageUnitText(stage, spec, q, x(1) - x(0) < 100 || isTwo(chain))}</text>
          <line className={`axis ${spec.basis[stage]}`} x1={x(i)} x2={x(i)} y1={TOP} y2={bottom} />
          {spec.basis[stage] === 'proven' && <line className="second" x1={x(i) + 4} x2={x(i) + 4} y1={TOP} y2={bottom} />}
          {ticks[i]!.map((t) => <TickMark key={t.height} tick={t} x={x(i)} y={y} />)}
          <DeadZone chain={chain} stage={stage} x={x(i)} y={y} window={window} />
        </g>
      ))}
      {isTwo(chain) && [0, 1].map((half) => (
        <g key={half}>
          <text className="name" x={columns.half(half)} y={18} textAnchor="middle">{HALF_NAME[half]}</text>
          <text className="unit" x={columns.half(half)} y={36} textAnchor="middle">{stageUnit('element', spec)}</text>
          <line className={`axis ${spec.basis.element}`} x1={columns.half(half)} x2={columns.half(half)} y1={TOP} y2={bottom} />
          {halfTicks(chain, half, window, y).map((t) => <TickMark key={t.height} tick={t} x={columns.half(half)} y={y} />)}
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

const TickMark = ({ tick, x, y }: { tick: Tick; x: number; y: (h: number) => number }) => (
  <g>
    <line className="tick" x1={x - (tick.label ? 7 : 4)} x2={x} y1={y(tick.height)} y2={y(tick.height)} />
    {tick.label && <text className="label" x={x - 11} y={y(tick.height) + 4.5} textAnchor="end">{tick.label}</text>}
  </g>
)

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
    { to: 'element', text: `${walked.halves ? 'not level' : 'element'} ${q.off(bias('element'), 1)}`, size: bias('element') },
    { to: 'plug', text: `other device ${q.off(bias('shared'), 1)}`, size: bias('shared') },
    { to: 'pin', text: `ground ${q.off(bias('ground'), 1)}`, size: bias('ground') },
    { to: 'pin', text: `leads ${q.off(bias('leads'), 1)}`, size: bias('leads') },
    { to: 'shown', text: `table ${q.off(bias('table'), 1)}`, size: bias('table') },
  ]
  // two beside each other would overwrite: the later one stands a line higher
  const taken: { from: number; to: number; at: number }[] = []
  return found.filter((f) => Math.abs(f.size) > 0.2 * spec.accuracy).map((f) => {
    const i = places.findIndex((p) => p.id === f.to)
    const a = places[i - 1], b = places[i]
    if (!a || !b) return null
    const top = Math.min(y(clamp(a.h)), y(clamp(b.h))), low = Math.max(y(clamp(a.h)), y(clamp(b.h)))
    const under = top < TOP + 30
    const to = b.x - 14, from = to - 7.2 * f.text.length
    let at = under ? low + 34 : top - 20
    while (taken.some((t) => from < t.to && to > t.from && Math.abs(t.at - at) < 16)) at += under ? 16 : -16
    taken.push({ from, to, at })
    return <text key={f.text} className="note" x={to} y={at} textAnchor="end">{f.text}</text>
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
