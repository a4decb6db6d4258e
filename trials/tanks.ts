import { lookUp } from '../core/table/interpolate.ts'

export type DrawBetween = (low: number, high: number) => number

/** Share of the litres at a share of the height, of tanks whose volumes are known by formula. */
const TANKS = {
  box: () => (h: number) => h,
  'lying cylinder': () => (h: number) => {
    const d = 1 - 2 * h
    return (Math.acos(d) - d * Math.sqrt(Math.max(0, 1 - d * d))) / Math.PI
  },
  wedge: (draw: DrawBetween) => {
    const foot = draw(0.1, 0.7)
    return (h: number) => (foot * h + ((1 - foot) * h * h) / 2) / (foot + (1 - foot) / 2)
  },
  saddle: (draw: DrawBetween) => {
    const hump = draw(0.25, 0.6),
      above = draw(0.15, 0.4)
    return (h: number) =>
      ((1 - above) * h + above * Math.max(0, h - hump)) / (1 - above + above * (1 - hump))
  },
  'box with stops': () => (h: number) => h,
} as const
export type TankKind = keyof typeof TANKS
export const TANK_KINDS = Object.keys(TANKS) as TankKind[]

/**
 * A tank with its sender, drawn by chance, and the signal it truly gives at a fill: the section by its formula, a
 * float on an arm or straight up, from `empty` to `brim` in the signal's unit.
 */
export function someTank(
  kind: TankKind,
  full: number,
  [empty, brim]: readonly [number, number],
  draw: DrawBetween,
): (litres: number) => number {
  const share = TANKS[kind](draw)
  const stops = kind === 'box with stops'
  const low = stops ? draw(0.03, 0.12) : 0,
    high = stops ? draw(0.9, 1) : 1
  const pivot = draw(0.4, 1),
    arm = Math.max(pivot - low, high - pivot) * draw(1.05, 1.6)
  const turned = (h: number): number => Math.asin((h - pivot) / arm)
  const straight = draw(0, 1) < 0.4
  const moved = (h: number): number => {
    const held = Math.min(high, Math.max(low, h))
    return straight
      ? (held - low) / (high - low)
      : (turned(held) - turned(low)) / (turned(high) - turned(low))
  }
  const heights = Array.from({ length: 801 }, (_, i) => i / 800)
  const table = {
    x: heights.map((h) => share(h) * full),
    y: heights.map((h) => empty + (brim - empty) * moved(h)),
  }
  return (litres) => lookUp(table, litres, 'hold')
}
