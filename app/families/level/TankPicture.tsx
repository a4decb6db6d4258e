import { useMemo, useRef, type KeyboardEvent, type PointerEvent, type RefObject } from 'react'
import type { Tank } from '../../../core/curve/level/index.ts'
import {
  sectionFrame,
  middleAt,
  nudged,
  PICTURE,
  type SectionFrame,
  type SectionPoint,
} from './section.ts'
import css from './TankPicture.module.css'

/**
 * The tank's section: corners to take hold of, moved by hand or by the arrow keys (10 mm, 1 mm with
 * shift). The fuel stands at a height.
 */
export function TankPicture({
  tank,
  fuelMm,
  floatMm,
  onMove,
}: {
  tank: Tank
  fuelMm: number | null
  floatMm: { y: number; pivotY: number | null } | null
  onMove: (corner: number, to: SectionPoint) => void
}) {
  const svg = useRef<SVGSVGElement>(null)
  const frame = useMemo(() => sectionFrame(tank), [tank])
  const { at, bottomMm } = frame
  const outline = tank.corners
    .map(at)
    .map((p) => `${p.x},${p.y}`)
    .join(' ')
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${PICTURE.width} ${PICTURE.height}`}
      className={css.picture}
      role="group"
      aria-label="Section of the tank"
    >
      <defs>
        <clipPath id="inside">
          <polygon points={outline} />
        </clipPath>
      </defs>
      {fuelMm !== null && (
        <rect
          x={0}
          width={PICTURE.width}
          y={at({ x: 0, y: bottomMm + fuelMm }).y}
          height={PICTURE.height}
          fill="var(--ribbon)"
          clipPath="url(#inside)"
        />
      )}
      <polygon points={outline} fill="none" stroke="var(--ink)" strokeWidth={2} />
      {floatMm && <Float tank={tank} frame={frame} floatMm={floatMm} />}
      {tank.corners.map((c, i) => (
        <Corner
          key={i}
          name={`Corner ${i + 1}`}
          corner={c}
          frame={frame}
          svg={svg}
          onMove={(to) => onMove(i, to)}
        />
      ))}
    </svg>
  )
}

/** The float, and the arm it hangs on: seen end on, since it swings along the tank. */
function Float({
  tank,
  frame: { at, bottomMm },
  floatMm,
}: {
  tank: Tank
  frame: SectionFrame
  floatMm: { y: number; pivotY: number | null }
}) {
  const mm = { x: middleAt(tank, bottomMm + floatMm.y), y: bottomMm + floatMm.y }
  const { x, y } = at(mm)
  const pivot = floatMm.pivotY === null ? null : at({ ...mm, y: bottomMm + floatMm.pivotY }).y
  return (
    <g stroke="var(--touch)" strokeWidth={2.4}>
      {pivot !== null && (
        <>
          <line x1={x} y1={pivot} x2={x} y2={y} />
          <rect x={x - 4} y={pivot - 4} width={8} height={8} fill="var(--touch)" stroke="none" />
        </>
      )}
      <circle cx={x} cy={y} r={8} fill="var(--paper)" />
    </g>
  )
}

/** A corner to take hold of, with its millimetres beside it. */
function Corner({
  name,
  corner,
  frame,
  svg,
  onMove,
}: {
  name: string
  corner: SectionPoint
  frame: SectionFrame
  svg: RefObject<SVGSVGElement | null>
  onMove: (to: SectionPoint) => void
}) {
  // the picture fits itself anew with every corner: the hand says where when it lets go
  const letGo = (e: PointerEvent<SVGCircleElement>): void => {
    if (!e.currentTarget.hasPointerCapture(e.pointerId)) return
    const box = svg.current!.getBoundingClientRect(),
      zoom = PICTURE.width / box.width
    onMove(frame.from({ x: (e.clientX - box.left) * zoom, y: (e.clientY - box.top) * zoom }))
  }
  const key = (e: KeyboardEvent): void => {
    const to = nudged(corner, e.key, e.shiftKey)
    if (!to) return
    e.preventDefault()
    onMove(to)
  }
  const p = frame.at(corner)
  const onTheRight = p.x > PICTURE.width / 2
  return (
    <g>
      <circle
        cx={p.x}
        cy={p.y}
        r={14}
        fill="transparent"
        role="slider"
        tabIndex={0}
        aria-label={name}
        aria-valuenow={corner.y}
        aria-valuetext={`${corner.x} mm across, ${corner.y} mm up`}
        className={css.grip}
        onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
        onPointerUp={letGo}
        onKeyDown={key}
      />
      <circle
        cx={p.x}
        cy={p.y}
        r={5}
        fill="var(--paper)"
        stroke="var(--ink)"
        strokeWidth={2}
        pointerEvents="none"
      />
      <text
        x={p.x + (onTheRight ? 8 : -8)}
        y={p.y + (p.y > PICTURE.height / 2 ? 18 : -8)}
        textAnchor={onTheRight ? 'start' : 'end'}
        fontSize={12}
        className="mono"
        fill="var(--pale)"
      >
        {corner.x}, {corner.y}
      </text>
    </g>
  )
}
