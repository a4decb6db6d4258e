import { useElementSize } from '@mantine/hooks'
import { leftOpen, type Chain, type StageId } from '../../../../core/chain/index.ts'
import type { SpreadAt, TakenPoint, Walked } from '../../../../core/chain/index.ts'
import { useQuantity } from '../../../parts/units.ts'
import { truthUnit } from '../stageInfo.ts'
import { Bends } from './Bends.tsx'
import { scalesFrame, type ScalesFrame } from './frame.ts'
import { Grips } from './Grips.tsx'
import { holdOf } from './hold.ts'
import { Others, type OtherThread } from './Others.tsx'
import { Overview } from './Overview.tsx'
import { ScalesSheet } from './Sheet.tsx'
import { polylineOf, threadOf } from './threadOf.ts'
import type { TruthWindow } from './window.ts'

type Props = {
  chain: Chain
  walked: Walked
  spread: SpreadAt
  truth: number
  window: TruthWindow
  points: TakenPoint[]
  suspects: number[]
  height?: number
  decimals: number
  onTruth: (truth: number) => void
  onWindow: (window: TruthWindow) => void
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
export function Scales(props: Props) {
  const { chain, walked, spread, truth, window, points, suspects } = props
  const { height = 500, decimals, branches = [], others = [], still } = props
  const { spec } = chain
  const q = useQuantity(truthUnit(spec.sensor.family))
  const { ref, width: measuredWidth } = useElementSize()
  const width = Math.max(560, measuredWidth || 780)
  const frame = scalesFrame(chain, window, { width, height, others: others.length > 0 })
  const right = frame.stageX(spec.stages.length - 1)
  const thread = threadOf(chain, walked, spread, truth, frame)
  const { places, parts } = thread
  const line = polylineOf(frame)
  return (
    <div className="scroll-x" ref={ref}>
      <svg
        className="scales"
        width={width}
        height={height}
        role="group"
        aria-label="The chain as scales"
      >
        <Overview {...{ chain, window, points, suspects, height }} onWindow={props.onWindow} />
        <Need
          {...{ frame, right, truth }}
          accuracy={spec.accuracy}
          text={[q.pm(spec.accuracy, 1), 'needed']}
        />
        <polygon className="ribbon" points={line(thread.ribbon)} />
        <ScalesSheet
          {...{ chain, window, points, suspects, height, width }}
          others={others.length > 0}
        />
        {others.length > 0 && <Others {...{ others, spec, frame, truth, q }} />}
        <Branches {...{ branches, frame }} />
        {parts.length > 0 && (
          <Fitting
            frame={frame}
            between={leftOpen(chain, places[1]!.height)}
            text={(low, high) => `${q.bare(low)} to ${q.text(high)} all read like this`}
          />
        )}
        {parts.map((p, i) => (
          <polyline key={i} className="thread" points={line([places[0]!, p, places[1]!])} />
        ))}
        <polyline
          className="thread"
          points={line(parts.length > 0 ? places.slice(1) : thread.through)}
        />
        <Bends {...{ walked, places, frame, spec, q }} />
        <Grips
          {...{ chain, thread, truth, frame, q, still, decimals }}
          hold={holdOf({ chain, truth, q, shift: props.shift ?? 0 }, props)}
        />
      </svg>
    </div>
  )
}

/** The band that a channel needs about the truth, and the level of the truth itself. */
function Need({
  frame,
  right,
  truth,
  accuracy,
  text,
}: {
  frame: ScalesFrame
  right: number
  truth: number
  accuracy: number
  text: string[]
}) {
  const top = frame.held(truth + accuracy),
    bottom = frame.held(truth - accuracy)
  return (
    <>
      <rect
        className="need"
        x={frame.first}
        width={right - frame.first}
        y={top}
        height={Math.max(0, bottom - top)}
      />
      <NeedLine at={truth + accuracy} {...{ frame, right }} />
      <NeedLine at={truth - accuracy} {...{ frame, right, text }} />
      <line
        className="level"
        x1={frame.first}
        x2={frame.last}
        y1={frame.held(truth)}
        y2={frame.held(truth)}
      />
    </>
  )
}

/** Other truths that show the same. */
const Branches = ({ branches, frame }: { branches: readonly Walked[]; frame: ScalesFrame }) =>
  branches.map((b) => (
    <polyline
      key={b.stages[0]!.value}
      className="branch"
      points={polylineOf(frame)(
        b.stages.map((s, i) => ({
          x: frame.stageX(i),
          height: Number.isFinite(s.height) ? s.height : b.shown,
        })),
      )}
    />
  ))

/** An end of what the channel needs. */
function NeedLine({
  at,
  right,
  frame,
  text,
}: {
  at: number
  right: number
  frame: ScalesFrame
  /** a line each: the ticks of the next scale are near */
  text?: string[]
}) {
  if (frame.beyond(at)) return null
  return (
    <>
      <line className="need-line" x1={frame.first} x2={right} y1={frame.y(at)} y2={frame.y(at)} />
      {text?.map((line, i) => (
        <text
          key={line}
          className="unit"
          x={frame.first + 9}
          y={frame.y(at) + 16 * (i + 1)}
          textAnchor="start"
        >
          {line}
        </text>
      ))}
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
  frame: ScalesFrame
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
