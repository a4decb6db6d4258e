import type { Sender, Tank } from '../../../core/curve/level/index.ts'

/** A place in the section or in the picture of it. */
export type SectionPoint = { x: number; y: number }

/** The picture's own size and the room left for what is written at the corners. */
export const PICTURE = { width: 420, height: 250, pad: 30 }

/** Corners are put on a grid of this, mm. */
const GRID_MM = 5

/** Between a section in millimetres and its picture, which it fills and stands in the middle of. */
export type SectionFrame = {
  bottomMm: number
  at: (mm: SectionPoint) => SectionPoint
  /** the nearest place on the grid */
  from: (picture: SectionPoint) => SectionPoint
}

export function sectionFrame({ corners }: Tank): SectionFrame {
  const { width, height, pad } = PICTURE
  const xs = corners.map((c) => c.x),
    ys = corners.map((c) => c.y)
  const left = Math.min(...xs),
    bottomMm = Math.min(...ys)
  const wide = Math.max(...xs) - left
  const scale = Math.min(
    (width - 2 * pad) / Math.max(1, wide),
    (height - 2 * pad) / Math.max(1, Math.max(...ys) - bottomMm),
  )
  const side = (width - wide * scale) / 2
  const onGrid = (mm: number): number => Math.round(mm / GRID_MM) * GRID_MM
  return {
    bottomMm,
    at: (c) => ({
      x: side + (c.x - left) * scale,
      y: height - pad - (c.y - bottomMm) * scale,
    }),
    from: (p) => ({
      x: onGrid((p.x - side) / scale + left),
      y: onGrid((height - pad - p.y) / scale + bottomMm),
    }),
  }
}

/** Where an arrow key puts a corner: 10 mm on, 1 mm with shift; null for any other key. */
export function nudged(corner: SectionPoint, key: string, fine: boolean): SectionPoint | null {
  const by = fine ? 1 : 10
  switch (key) {
    case 'ArrowLeft':
      return { ...corner, x: corner.x - by }
    case 'ArrowRight':
      return { ...corner, x: corner.x + by }
    case 'ArrowUp':
      return { ...corner, y: corner.y + by }
    case 'ArrowDown':
      return { ...corner, y: corner.y - by }
    default:
      return null
  }
}

/** One corner more, half-way between the last and the first. */
export function withOneMore(corners: readonly SectionPoint[]): SectionPoint[] {
  const a = corners.at(-1)!,
    b = corners[0]!
  return [...corners, { x: Math.round((a.x + b.x) / 2), y: Math.round((a.y + b.y) / 2) }]
}

/** Middle of the section at a height, mm: half-way between the outermost walls there. */
export function middleAt({ corners }: Tank, y: number): number {
  const walls = corners.flatMap((a, i) => {
    const b = corners[(i + 1) % corners.length]!
    return (a.y - y) * (b.y - y) <= 0 && a.y !== b.y
      ? [a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)]
      : []
  })
  return walls.length === 0 ? corners[0]!.x : (Math.min(...walls) + Math.max(...walls)) / 2
}

/** Where the float lies with fuel at a height, mm above the bottom: on the fuel or on its stop. */
export function floatIn(sender: Sender, fuelMm: number): { y: number; pivotY: number | null } {
  const between = (low: number, high: number): number => Math.min(high, Math.max(low, fuelMm))
  if (sender.kind === 'straight') return { y: between(sender.lowMm, sender.highMm), pivotY: null }
  const { pivotMm, armMm } = sender
  const onStop = (degrees: number): number => pivotMm + armMm * Math.sin((degrees * Math.PI) / 180)
  return { y: between(onStop(sender.lowDeg), onStop(sender.highDeg)), pivotY: pivotMm }
}
