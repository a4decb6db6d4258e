import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import type { Tank } from '../../../core/curve/level/index.ts'

const W = 420, H = 250, PAD = 30

/** The tank's section: corners to take hold of, moved by hand or by the arrow keys (10 mm, 1 mm with shift). The fuel stands at a height. */
export function TankPicture({ tank, fuelMm, floatMm, onMove }: { tank: Tank; fuelMm: number | null; floatMm: { x: number; y: number; pivot: { x: number; y: number } | null } | null; onMove: (corner: number, to: { x: number; y: number }) => void }) {
  const svg = useRef<SVGSVGElement>(null)
  const xs = tank.corners.map((c) => c.x), ys = tank.corners.map((c) => c.y)
  const left = Math.min(...xs), bottom = Math.min(...ys)
  const scale = Math.min((W - 2 * PAD) / Math.max(1, Math.max(...xs) - left), (H - 2 * PAD) / Math.max(1, Math.max(...ys) - bottom))
  // the section stands in the middle, with room for what is written at its corners
  const side = (W - (Math.max(...xs) - left) * scale) / 2
  const at = (c: { x: number; y: number }): { x: number; y: number } => ({ x: side + (c.x - left) * scale, y: H - PAD - (c.y - bottom) * scale })
  const drag = (i: number) => (e: PointerEvent<SVGCircleElement>): void => {
    if (e.type === 'pointerdown') { e.currentTarget.setPointerCapture(e.pointerId); return }
    if (!e.currentTarget.hasPointerCapture(e.pointerId) || e.type === 'pointermove') return
    // the picture fits itself anew with every corner: the hand says where when it lets go
    const box = svg.current!.getBoundingClientRect(), k = W / box.width
    onMove(i, { x: Math.round((((e.clientX - box.left) * k - side) / scale + left) / 5) * 5, y: Math.round(((H - PAD - (e.clientY - box.top) * k) / scale + bottom) / 5) * 5 })
  }
  const key = (i: number) => (e: KeyboardEvent): void => {
    const by = e.shiftKey ? 1 : 10, c = tank.corners[i]!
    const step = ({ ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] } as Record<string, [number, number]>)[e.key]
    if (step) { e.preventDefault(); onMove(i, { x: c.x + step[0], y: c.y + step[1] }) }
  }
  const outline = tank.corners.map(at).map((p) => `${p.x},${p.y}`).join(' ')
  const level = fuelMm === null ? null : at({ x: left, y: bottom + fuelMm }).y
  return (
    <svg ref={svg} viewBox={`0 0 ${W} ${H}`} width="100%" style={{ maxWidth: 420, touchAction: 'none' }} role="group" aria-label="Section of the tank">
      <defs><clipPath id="inside"><polygon points={outline} /></clipPath></defs>
      {level !== null && <rect x={0} width={W} y={level} height={H} fill="var(--ribbon)" clipPath="url(#inside)" />}
      <polygon points={outline} fill="none" stroke="var(--ink)" strokeWidth={2} />
      {floatMm && (() => { const f = at({ x: floatMm.x, y: bottom + floatMm.y }); const p = floatMm.pivot && at({ x: floatMm.pivot.x, y: bottom + floatMm.pivot.y }); return <g>{p && <line x1={p.x} y1={p.y} x2={f.x} y2={f.y} stroke="var(--touch)" strokeWidth={2.4} />}<circle cx={f.x} cy={f.y} r={8} fill="var(--paper)" stroke="var(--touch)" strokeWidth={2.4} /></g> })()}
      {tank.corners.map((c, i) => {
        const p = at(c)
        return <g key={i}><circle cx={p.x} cy={p.y} r={14} fill="transparent" role="slider" tabIndex={0} aria-label={`Corner ${i + 1}`} aria-valuenow={c.y} aria-valuetext={`${c.x} mm across, ${c.y} mm up`} style={{ cursor: 'move' }} onPointerDown={drag(i)} onPointerMove={drag(i)} onPointerUp={drag(i)} onKeyDown={key(i)} /><circle cx={p.x} cy={p.y} r={5} fill="var(--paper)" stroke="var(--ink)" strokeWidth={2} pointerEvents="none" /><text x={p.x + (p.x > W / 2 ? 8 : -8)} y={p.y + (p.y > H / 2 ? 18 : -8)} textAnchor={p.x > W / 2 ? 'start' : 'end'} fontSize={12} className="mono" fill="var(--pale)">{c.x}, {c.y}</text></g>
      })}
    </svg>
  )
}
