import { range } from 'd3-array'
import { memo } from 'react'
import {
  deadZones,
  heightOf,
  isCut,
  stageBy,
  standstill,
  type Basis,
  type Chain,
  type StageId,
  type TakenPoint,
  STAGE,
} from '../../../../core/chain/index.ts'
import { familyOf } from '../../../../core/curve/index.ts'
import { useQuantity, type Quantity } from '../../../parts/units.ts'
import { partScale, stageText, stageUnit, stageUnitText, truthUnit } from '../stageInfo.ts'
import { scalesFrame, partCount, OVERVIEW_X, overviewY, type ScalesFrame } from './frame.ts'
import { betweenTicks, partTicks, stageTicks, type Tick } from './ticks.ts'
import type { TruthWindow } from './window.ts'

type Props = {
  chain: Chain
  window: TruthWindow
  points: TakenPoint[]
  suspects: number[]
  height: number
  width: number
  others: boolean
}

const signalText = (p: TakenPoint, { spec }: Chain, q: Quantity): string =>
  `${stageText(STAGE.element, p.signal, spec, q)} ${stageUnit(STAGE.element, spec)}`

/**
 * The scales themselves, with their ticks and measured points: drawn anew when the window moves,
 * not with the thread.
 */
export const ScalesSheet = memo(function Sheet({
  chain,
  window,
  points,
  suspects,
  height,
  width,
  others,
}: Props) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  const { spec } = chain
  const frame = scalesFrame(chain, window, { width, height, others }),
    x = frame.stageX
  const { between } = familyOf(spec.sensor.family)
  const narrow = x(2) - x(1) < 115
  return (
    <g>
      <polyline
        className="fan"
        points={`${OVERVIEW_X + 10},${overviewY(chain, window.high, height)} ${frame.first - 62},${frame.top}`}
      />
      <polyline
        className="fan"
        points={`${OVERVIEW_X + 10},${overviewY(chain, window.low, height)} ${frame.first - 62},${frame.bottom}`}
      />
      {spec.stages.map((stage, i) => (
        <Scale
          key={stage}
          frame={frame}
          x={x(i)}
          name={stage === STAGE.element && partCount(chain) > 0 ? 'together' : stageBy(stage).name}
          unit={stageUnitText(stage, spec, q, narrow)}
          basis={spec.basis[stage]!}
          ticks={stageTicks(chain, stage, window, frame.y, q)}
        >
          {i < spec.stages.length - 1 && (
            <DeadZones {...{ chain, stage, frame, window, q }} x={x(i)} />
          )}
          {isCut(stage) && <Standstill {...{ chain, frame, window }} x={x(i)} />}
        </Scale>
      ))}
      {range(partCount(chain)).map((part) => (
        <Scale
          key={part}
          frame={frame}
          x={frame.betweenX(part)}
          name={partScale(part)}
          unit={stageUnit(STAGE.element, spec)}
          basis={spec.basis[STAGE.element]!}
          ticks={partTicks(chain, part, window, frame.y)}
        />
      ))}
      {between && (
        <Scale
          frame={frame}
          x={frame.betweenX(0)}
          name={between.name}
          unit={between.unit}
          basis={spec.basis[STAGE.truth]!}
          ticks={betweenTicks(chain, window, frame.y)}
        />
      )}
      {points.map((p, k) =>
        p.truth >= window.low && p.truth <= window.high ? (
          <circle
            key={p.measurement.id}
            className={`point${suspects.includes(k) ? ' suspect' : ''}`}
            cx={x(1)}
            cy={frame.held(heightOf(chain, STAGE.element, p.signal))}
            r={4.5}
          >
            <title>{`${q.text(p.truth)}, ${signalText(p, chain, q)}`}</title>
          </circle>
        ) : null,
      )}
    </g>
  )
})

type ScaleProps = {
  frame: ScalesFrame
  x: number
  name: string
  unit: string
  basis: Basis
  ticks: Tick[]
  children?: React.ReactNode
}

/** One upright scale: its name and unit above, its ticks at the truths they speak of. */
const Scale = ({ frame, x, name, unit, basis, ticks, children }: ScaleProps) => (
  <g>
    <text className="name" x={x} y={18} textAnchor="middle">
      {name}
    </text>
    <text className="unit" x={x} y={36} textAnchor="middle">
      {unit}
    </text>
    <line className={`axis ${basis}`} x1={x} x2={x} y1={frame.top} y2={frame.bottom} />
    {basis === 'proven' && (
      <line className="second" x1={x + 4} x2={x + 4} y1={frame.top} y2={frame.bottom} />
    )}
    {ticks.map((t) => (
      <g key={t.height}>
        <line
          className="tick"
          x1={x - (t.label ? 7 : 4)}
          x2={x}
          y1={frame.y(t.height)}
          y2={frame.y(t.height)}
        />
        {t.label && (
          <text className="label" x={x - 11} y={frame.y(t.height) + 4.5} textAnchor="end">
            {t.label}
          </text>
        )}
      </g>
    ))}
    {children}
  </g>
)

/** Where many truths give one value the ticks merge into a bracket, which says so on the first scale that has it. */
function DeadZones({
  chain,
  stage,
  frame,
  x,
  window,
  q,
}: {
  chain: Chain
  stage: StageId
  frame: ScalesFrame
  x: number
  window: TruthWindow
  q: Quantity
}) {
  const before = chain.spec.stages[chain.spec.stages.indexOf(stage) - 1]
  const known = before ? deadZones(chain, before) : []
  return (
    <>
      {deadZones(chain, stage)
        .filter(([low, high]) => high > window.low && low < window.high)
        .map(([low, high]) => {
          const top = frame.held(high),
            bottom = frame.held(low)
          const fresh = !known.some((k) => k[0] === low && k[1] === high)
          return (
            <g key={low}>
              <path className="dead" d={`M${x + 6},${top} h-6 V${bottom} h6`} />
              {fresh &&
                [`${q.bare(low)} to ${q.text(high)}`, 'cannot tell'].map((line, k) => (
                  <text key={line} className="note" x={x + 12} y={(top + bottom) / 2 - 3 + 17 * k}>
                    {line}
                  </text>
                ))}
            </g>
          )
        })}
    </>
  )
}

/** Below one edge in its gate a counter shows standstill. */
function Standstill({
  chain,
  frame,
  x,
  window,
}: {
  chain: Chain
  frame: ScalesFrame
  x: number
  window: TruthWindow
}) {
  const still = standstill(chain)
  if (!still || still.below <= window.low || window.high < 0) return null
  const top = frame.held(still.below),
    bottom = frame.held(0)
  return (
    <g>
      <path className="dead" d={`M${x + 6},${top} h-6 V${bottom} h6`} />
      <text
        className="note"
        x={x + 12}
        y={(top + bottom) / 2 + 4}
      >{`no edge for ${still.seconds} s`}</text>
    </g>
  )
}
