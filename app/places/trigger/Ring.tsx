import { fixed } from '../../../core/quantity/index.ts'
import type { Trigger } from '../../../core/build/index.ts'
import { edgeBefore, parseWheel, degreesBetween } from '../../../core/trigger/index.ts'
import css from './Trigger.module.css'

const SIZE = 300
const CENTRE = SIZE / 2
const RADIUS = 118

/**
 * The wheel as it turns past its pickup, which stands on the right: teeth by their edges, top dead centres by the
 * firing order. `at` is the angle that stands before the pickup, degrees after edge 0.
 */
export function Ring({
  trigger,
  at,
  bent,
  onTurn,
}: {
  trigger: Trigger
  at: number
  bent: number | null
  onTurn: (degrees: number) => void
}) {
  const wheel = parseWheel(trigger.wheel)
  const { edgesDegrees, cycleDegrees } = wheel
  const pitch = Math.min(...degreesBetween(wheel))
  // the wheel turns clockwise: what comes later stands before it, anticlockwise
  const place = (degrees: number): number => ((degrees - at) * 360) / cycleDegrees
  const dead =
    trigger.angleDeg === null ? null : edgeBefore(trigger.angleDeg, wheel, trigger.counts)
  const between = 720 / trigger.cylinders
  return (
    <svg
      className={css.ring}
      viewBox={`0 0 ${SIZE + 70} ${SIZE}`}
      role="slider"
      tabIndex={0}
      aria-label="The wheel before its pickup"
      aria-valuemin={0}
      aria-valuemax={cycleDegrees}
      aria-valuenow={Math.round(at)}
      aria-valuetext={`${fixed(at, 0)}° after edge 0`}
      onKeyDown={(e) => {
        const by =
          e.key === 'ArrowRight' || e.key === 'ArrowUp'
            ? 1
            : e.key === 'ArrowLeft' || e.key === 'ArrowDown'
              ? -1
              : 0
        if (by === 0) return
        e.preventDefault()
        onTurn(by * pitch)
      }}
    >
      <circle className={css.rim} cx={CENTRE} cy={CENTRE} r={RADIUS} />
      {edgesDegrees.map((e, i) => (
        <rect
          key={i}
          className={i === bent ? css.bent : i === 0 ? css.first : css.tooth}
          x={CENTRE + RADIUS}
          y={CENTRE - toothHeight(pitch) / 2}
          width={14}
          height={toothHeight(pitch)}
          transform={`rotate(${-place(e)} ${CENTRE} ${CENTRE})`}
        />
      ))}
      {dead !== null &&
        cycleDegrees === 360 &&
        trigger.firingOrder.map((cylinder, k) => (
          <DeadCentre
            key={cylinder}
            cylinder={cylinder}
            degrees={-place((dead + k * between) % 360)}
            row={Math.floor((k * between) / 360)}
          />
        ))}
      <path className={css.pickup} d={`M${CENTRE + RADIUS + 22} ${CENTRE}l30 -11v22z`} />
      <text className={css.label} x={CENTRE} y={CENTRE - 4}>
        {dead === null ? 'angle' : 'edge 0'}
      </text>
      <text className={css.label} x={CENTRE} y={CENTRE + 14}>
        {dead === null ? 'not entered' : `${fixed(dead, 1)}° before 1`}
      </text>
    </svg>
  )
}

const toothHeight = (pitch: number): number => Math.min(18, (Math.PI * RADIUS * pitch) / 360)

function DeadCentre({
  cylinder,
  degrees,
  row,
}: {
  cylinder: number
  degrees: number
  row: number
}) {
  const a = (degrees * Math.PI) / 180
  const r = RADIUS - 34 - 20 * row
  const on = (radius: number): [number, number] => [
    CENTRE + radius * Math.cos(a),
    CENTRE + radius * Math.sin(a),
  ]
  const [x1, y1] = on(RADIUS - 4)
  const [x2, y2] = on(r + 10)
  const [x, y] = on(r)
  return (
    <g>
      <line className={css.dead} x1={x1} y1={y1} x2={x2} y2={y2} />
      <text className={css.cylinder} x={x} y={y + 5}>
        {cylinder}
      </text>
    </g>
  )
}
