import { useElementSize } from '@mantine/hooks'
import {
  idealValue,
  leftOpen,
  partsAt,
  stageBy,
  walkBackward,
  type Chain,
  type SpreadAt,
  type StageId,
  type TakenPoint,
  type Walked,
  STAGE,
} from '../../../../core/chain/index.ts'
import { familyOf } from '../../../../core/curve/registry.ts'
import { fixed } from '../../../../core/quantity/index.ts'
import { useQuantity } from '../../../parts/units.ts'
import { partScale, stageText, stageUnit, stageUnitText, truthUnit } from '../stageInfo.ts'
import { Bends } from './Bends.tsx'
import { frameOf, keyStep, type Frame } from './frame.ts'
import { Grip } from './Grip.tsx'
import { Others, type OtherThread } from './Others.tsx'
import { Overview } from './Overview.tsx'
import { Sheet } from './Sheet.tsx'
import type { Window } from './window.ts'

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
  /** of several sensors read as one: how much the first holds beyond its even share */
  shift?: number
  onShift?: (shift: number) => void
  /** other truths that show the same, each walked */
  branches?: Walked[]
  /** the other readers of the same sensor */
  others?: OtherThread[]
  onStage?: (stage: StageId) => void
  /** on paper: nothing to take hold of */
  still?: boolean
}

/**
 * The chain drawn as scales. All share one height axis, the truth; a level thread is the truth and the
 * height of a bend is the error. Take hold of the thread on any scale: it goes backward through the chain as
 * it is, then forward again.
 */
export function Scales({
  chain,
  walked,
  spread,
  truth,
  window,
  points,
  suspects,
  height = 500,
  decimals,
  onTruth,
  onWindow,
  shift = 0,
  onShift,
  branches = [],
  others = [],
  onStage,
  still,
}: Props) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  const { ref, width: measuredWidth } = useElementSize()
  const width = Math.max(560, measuredWidth || 780)
  const { spec } = chain
  const frame = frameOf(chain, window, { width, height, others: others.length > 0 })
  const right = frame.stageX(spec.stages.length - 1)
  const places = walked.stages.map((s, i) => ({
    ...s,
    x: frame.stageX(i),
    height: Number.isFinite(s.height) ? s.height : walked.shown,
    half: spread.half[s.id] ?? 0,
  }))
  const parts = walked.parts.map((p, i) => ({ ...p, x: frame.betweenX(i) }))
  const { between } = familyOf(spec.sensor.family)
  const turned = between
    ? { x: frame.betweenX(0), height: truth, half: 0, value: between.at(spec.sensor.curve, truth) }
    : null
  // what the thread and its ribbon pass through
  const through = turned ? [places[0]!, turned, ...places.slice(1)] : places
  const polyline = (of: { x: number; height: number }[]): string =>
    of.map((p) => `${p.x},${frame.held(p.height)}`).join(' ')
  const ribbon = polyline([
    ...through.map((p) => ({ x: p.x, height: p.height + p.half })),
    ...through.toReversed().map((p) => ({ x: p.x, height: p.height - p.half })),
  ])

  const inside = (h: number): number => Math.min(spec.range[1], Math.max(spec.range[0], h))
  const pull = (stage: StageId, h: number): void => {
    const found = walkBackward(chain, stage, idealValue(chain, stage, inside(h)))
    // of several branches the one nearest to where the thread is now
    const next = found.reduce<number | undefined>(
      (best, t) => (best === undefined || Math.abs(t - truth) < Math.abs(best - truth) ? t : best),
      undefined,
    )
    if (next !== undefined) onTruth(inside(next))
  }
  const step = keyStep(spec.range, q)
  /** Fills one part from the others, until it holds what it would hold were all even at this height. */
  const lift = (part: number, h: number): void => {
    const wanted = partsAt(chain, inside(h))[part]?.truth,
      even = partsAt(chain, truth)[part]?.truth
    if (wanted !== undefined && even !== undefined)
      onShift?.(part === 0 ? wanted - even : even - wanted)
  }

  return (
    <div className="scroll-x" ref={ref}>
      <svg
        className="scales"
        width={width}
        height={height}
        role="group"
        aria-label="The chain as scales"
      >
        <Overview {...{ chain, window, points, suspects, height, onWindow }} />

        <rect
          className="need"
          x={frame.first}
          width={right - frame.first}
          y={frame.held(truth + spec.accuracy)}
          height={Math.max(
            0,
            frame.held(truth - spec.accuracy) - frame.held(truth + spec.accuracy),
          )}
        />
        <NeedLine at={truth + spec.accuracy} {...{ frame, right }} />
        <NeedLine
          at={truth - spec.accuracy}
          {...{ frame, right }}
          text={`${q.pm(spec.accuracy, 1)} needed`}
        />
        <line
          className="level"
          x1={frame.first}
          x2={frame.last}
          y1={frame.held(truth)}
          y2={frame.held(truth)}
        />
        <polygon className="ribbon" points={ribbon} />

        <Sheet {...{ chain, window, points, suspects, height, width }} others={others.length > 0} />

        {others.length > 0 && <Others {...{ others, spec, frame, truth, q }} />}
        {branches.map((b) => (
          <polyline
            key={b.stages[0]!.value}
            className="branch"
            points={polyline(
              b.stages.map((s, i) => ({
                x: frame.stageX(i),
                height: Number.isFinite(s.height) ? s.height : b.shown,
              })),
            )}
          />
        ))}
        {parts.length > 0 && (
          <Fitting
            {...{ frame }}
            between={leftOpen(chain, places[1]!.height)}
            text={(low, high) => `${q.bare(low)} to ${q.text(high)} all read like this`}
          />
        )}
        {parts.map((p, i) => (
          <polyline key={i} className="thread" points={polyline([places[0]!, p, places[1]!])} />
        ))}
        <polyline
          className="thread"
          points={polyline(parts.length > 0 ? places.slice(1) : through)}
        />
        <Bends {...{ walked, places, frame, spec, q }} />
        {parts.map((p, i) => {
          const text = stageText(STAGE.element, p.signal, spec, q),
            unit = stageUnit(STAGE.element, spec)
          return (
            <Grip
              key={i}
              {...{ frame, text, still }}
              x={p.x}
              height={p.height}
              name={`${partScale(i)}, ${unit}`}
              now={p.signal}
              aloud={`${text} ${unit}, ${q.text(p.truth)} in it`}
              under={q.text(p.truth)}
              onHold={(at) => lift(i, at)}
              onSteps={(by) => onShift?.(shift + (i === 0 ? by : -by) * step)}
              onKey={{ Home: () => onShift?.(0) }}
            />
          )
        })}
        {turned && between && (
          <Grip
            {...{ frame, still }}
            x={turned.x}
            height={truth}
            text={fixed(turned.value, 1)}
            name={`${between.name}, ${between.unit}`}
            now={turned.value}
            aloud={`${fixed(turned.value, 1)} ${between.unit}`}
            onHold={(at) => pull(STAGE.truth, at)}
            onLetGo={() => onStage?.(STAGE.element)}
            onSteps={(by) => pull(STAGE.truth, truth + by * step)}
            onKey={{ Enter: () => onStage?.(STAGE.element) }}
          />
        )}
        {places.map((p, i) => {
          const text = stageText(
              p.id,
              p.value,
              spec,
              q,
              i === places.length - 1 ? decimals : undefined,
            ),
            unit = stageUnitText(p.id, spec, q)
          return (
            <Grip
              key={p.id}
              {...{ frame, text, still }}
              x={p.x}
              height={p.height}
              name={`${stageBy(p.id).name}, ${unit}`}
              now={p.value}
              aloud={`${text} ${unit}`}
              onHold={(at) => pull(p.id, at)}
              onLetGo={() => onStage?.(p.id)}
              onSteps={(by) => pull(p.id, p.height + by * step)}
              onKey={{
                Home: () => pull(p.id, spec.range[0]),
                End: () => pull(p.id, spec.range[1]),
                Enter: () => onStage?.(p.id),
              }}
            />
          )
        })}
      </svg>
    </div>
  )
}

/** An end of what the channel needs. */
function NeedLine({
  at,
  right,
  frame,
  text,
}: {
  at: number
  right: number
  frame: Frame
  text?: string
}) {
  if (frame.beyond(at)) return null
  return (
    <>
      <line className="need-line" x1={frame.first} x2={right} y1={frame.y(at)} y2={frame.y(at)} />
      {text && (
        <text className="unit" x={frame.first + 9} y={frame.y(at) + 16} textAnchor="start">
          {text}
        </text>
      )}
    </>
  )
}

/** Of two on one wire: every truth that reads like this, as a bar along the truth. */
const Fitting = ({
  between: [low, high],
  frame,
  text,
}: {
  between: [number, number]
  frame: Frame
  text: (low: number, high: number) => string
}) => (
  <rect
    className="fitting"
    role="img"
    aria-label={text(low, high)}
    x={frame.first + 5}
    width={7}
    y={frame.held(high)}
    height={Math.max(2, frame.held(low) - frame.held(high))}
  />
)
