import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import type { Tank } from '../../../core/curve/level/index.ts'

const W = 420,
  H = 250,
  PAD = 30

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
  onMove: (corner: number, to: { x: number; y: number }) => void
}) {
  const svg = useRef<SVGSVGElement>(null)
  const xs = tank.corners.map((c) => c.x),
    ys = tank.corners.map((c) => c.y)
  const left = Math.min(...xs),
    bottom = Math.min(...ys)
  const scale = Math.min(
    (W - 2 * PAD) / Math.max(1, Math.max(...xs) - left),
    (H - 2 * PAD) / Math.max(1, Math.max(...ys) - bottom),
  )
  // the section stands in the middle, with room for what is written at its corners
  const side = (W - (Math.max(...xs) - left) * scale) / 2
  const at = (c: { x: number; y: number }): { x: number; y: number } => ({
    x: side + (c.x - left) * scale,
    y: H - PAD - (c.y - bottom) * scale,
  })
  const drag =
    (i: number) =>
    (e: PointerEvent<SVGCircleElement>): void => {
      if (e.type === 'pointerdown') {
        e.currentTarget.setPointerCapture(e.pointerId)
        return
      }
      if (!e.currentTarget.hasPointerCapture(e.pointerId) || e.type === 'pointermove') return
      // the picture fits itself anew with every corner: the hand says where when it lets go
      const box = svg.current!.getBoundingClientRect(),
        k = W / box.width
      onMove(i, {
        x: Math.round((((e.clientX - box.left) * k - side) / scale + left) / 5) * 5,
        y: Math.round(((H - PAD - (e.clientY - box.top) * k) / scale + bottom) / 5) * 5,
      })
    }
  const key =
    (i: number) =>
    (e: KeyboardEvent): void => {
      const by = e.shiftKey ? 1 : 10,
        c = tank.corners[i]!
      const step = (
        {
          ArrowLeft: [-by, 0],
          ArrowRight: [by, 0],
          ArrowUp: [0, by],
          ArrowDown: [0, -by],
        } as Record<string, [number, number]>
      )[e.key]
      if (step) {
        e.preventDefault()
        onMove(i, { x: c.x + step[0], y: c.y + step[1] })
      }
    }
  const outline = tank.corners
    .map(at)
    .map((p) => `${p.x},${p.y}`)
    .join(' ')
  const level = fuelMm === null ? null : at({ x: left, y: bottom + fuelMm }).y
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      style={{ maxWidth: 420, touchAction: 'none' }}
      role="group"
      aria-label="Section of the tank"
    >
      <defs>
        <clipPath id="inside">
          <polygon points={outline} />
        </clipPath>
      </defs>
      {level !== null && (
        <rect x={0} width={W} y={level} height={H} fill="var(--ribbon)" clipPath="url(#inside)" />
      )}
      <polygon points={outline} fill="none" stroke="var(--ink)" strokeWidth={2} />
      {floatMm &&
        (() => {
          // the arm swings along the tank: in the section it is seen end on, between pivot and float
          const x = at({ x: middleAt(tank, bottom + floatMm.y), y: 0 }).x,
            y = at({ x: left, y: bottom + floatMm.y }).y
          const pivot =
            floatMm.pivotY === null ? null : at({ x: left, y: bottom + floatMm.pivotY }).y
          return (
            <g>
              {pivot !== null && (
                <>
                  <line x1={x} y1={pivot} x2={x} y2={y} stroke="var(--touch)" strokeWidth={2.4} />
                  <rect x={x - 4} y={pivot - 4} width={8} height={8} fill="var(--touch)" />
                </>
              )}
              <circle
                cx={x}
                cy={y}
                r={8}
                fill="var(--paper)"
                stroke="var(--touch)"
                strokeWidth={2.4}
              />
            </g>
          )
        })()}
      {tank.corners.map((c, i) => {
        const p = at(c)
        return (
          <g key={i}>
            <circle
              cx={p.x}
              cy={p.y}
              r={14}
              fill="transparent"
              role="slider"
              tabIndex={0}
              aria-label={`Corner ${i + 1}`}
              aria-valuenow={c.y}
              aria-valuetext={`${c.x} mm across, ${c.y} mm up`}
              style={{ cursor: 'move' }}
              onPointerDown={drag(i)}
              onPointerMove={drag(i)}
              onPointerUp={drag(i)}
              onKeyDown={key(i)}
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
              x={p.x + (p.x > W / 2 ? 8 : -8)}
              y={p.y + (p.y > H / 2 ? 18 : -8)}
              textAnchor={p.x > W / 2 ? 'start' : 'end'}
              fontSize={12}
              className="mono"
              fill="var(--pale)"
            >
              {c.x}, {c.y}
            </text>
          </g>
        )
      })}
    </svg>
  )
}

/** Middle of the section at a height: half-way between the walls there. */
function middleAt(tank: Tank, y: number): number {
  const crossings = tank.corners.flatMap((a, i) => {
    const b = tank.corners[(i + 1) % tank.corners.length]!
    return (a.y - y) * (b.y - y) <= 0 && a.y !== b.y
      ? [a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)]
      : []
  })
  return crossings.length === 0
    ? tank.corners[0]!.x
    : (Math.min(...crossings) + Math.max(...crossings)) / 2
}
