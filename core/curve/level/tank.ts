import { fixed } from '../../quantity/index.ts'
import { EchtError, requireFinite, requirePositive } from '../../error.ts'
import { findRoot } from '../../math/roots.ts'
import { linspace } from '../../math/linspace.ts'

/** A tank of one section all along: corners in order, mm (x across, y up), and its length, mm. */
export type Tank = { corners: { x: number; y: number }[]; lengthMm: number }

/** Checks a tank: at least three corners, an area, edges that do not cross. Throws `EchtError` `bad-tank`. */
export function requireTank(tank: Tank): Tank {
  requirePositive(tank.lengthMm, 'The length of the tank')
  const { corners } = tank
  if (corners.length < 3)
    throw new EchtError(
      'bad-tank',
      `A section needs at least three corners; there are ${corners.length}.`,
    )
  corners.forEach((c, i) => {
    requireFinite(c.x, `Corner ${i + 1}: across`)
    requireFinite(c.y, `Corner ${i + 1}: up`)
  })
  const n = corners.length
  for (let i = 0; i < n; i++)
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue
      if (cross(corners[i]!, corners[(i + 1) % n]!, corners[j]!, corners[(j + 1) % n]!))
        throw new EchtError(
          'bad-tank',
          `The edges after corners ${i + 1} and ${j + 1} cross: give the corners in the ` +
            'order one walks round the section.',
        )
    }
  if (Math.abs(areaBelow(corners, Infinity)) < 1)
    throw new EchtError('bad-tank', 'The section has no area: its corners lie on one line.')
  return tank
}

type Corner = { x: number; y: number }
const side = (a: Corner, b: Corner, p: Corner): number =>
  (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)
const cross = (a: Corner, b: Corner, c: Corner, d: Corner): boolean =>
  side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0

/** Area of a section below a height, mm²: the polygon clipped at it (Sutherland and Hodgman), then the shoelace. */
function areaBelow(corners: readonly Corner[], height: number): number {
  const kept: Corner[] = []
  corners.forEach((a, i) => {
    const b = corners[(i + 1) % corners.length]!
    const inA = a.y <= height,
      inB = b.y <= height
    if (inA) kept.push(a)
    if (inA !== inB) {
      const t = (height - a.y) / (b.y - a.y)
      kept.push({ x: a.x + t * (b.x - a.x), y: height })
    }
  })
  let twice = 0
  kept.forEach((a, i) => {
    const b = kept[(i + 1) % kept.length]!
    twice += a.x * b.y - b.x * a.y
  })
  return Math.abs(twice) / 2
}

/** Litres in a tank filled to a height, mm above its lowest corner. */
export function tankLitres(tank: Tank, heightMm: number): number {
  const bottom = Math.min(...tank.corners.map((c) => c.y))
  return (areaBelow(tank.corners, bottom + heightMm) * tank.lengthMm) / 1e6
}

export const tankHeight = (tank: Tank): number => {
  const ys = tank.corners.map((c) => c.y)
  return Math.max(...ys) - Math.min(...ys)
}

/** Height, mm, at which a tank holds so many litres. Throws `out-of-range` outside what it holds. */
export function heightAt(tank: Tank, litres: number): number {
  const top = tankHeight(tank),
    full = tankLitres(tank, top)
  if (!(litres >= 0) || litres > full * (1 + 1e-9))
    throw new EchtError('out-of-range', `This tank holds 0 to ${fixed(full, 1)} l, not ${litres}.`)
  return litres === 0
    ? 0
    : litres >= full
      ? top
      : findRoot((h) => tankLitres(tank, h) - litres, 0, top, 1e-6)
}

/**
 * A sender: a float on an arm, or straight up a tube. Heights in mm above the tank's lowest corner;
 * its signal at either end in Ω, or V.
 */
export type Sender =
  | { kind: 'straight'; lowMm: number; highMm: number; emptySignal: number; fullSignal: number }
  | {
      kind: 'arm'
      pivotMm: number
      armMm: number
      lowDeg: number
      highDeg: number
      emptySignal: number
      fullSignal: number
    }

/**
 * What a sender gives whose float lies at a height. A swinging arm turns by asin of height over
 * length; beyond its stops it stays.
 */
export function senderSignal(sender: Sender, heightMm: number): number {
  const share =
    sender.kind === 'straight'
      ? (heightMm - sender.lowMm) / (sender.highMm - sender.lowMm)
      : (() => {
          const angle =
            (Math.asin(Math.min(1, Math.max(-1, (heightMm - sender.pivotMm) / sender.armMm))) *
              180) /
            Math.PI
          return (angle - sender.lowDeg) / (sender.highDeg - sender.lowDeg)
        })()
  return (
    sender.emptySignal + Math.min(1, Math.max(0, share)) * (sender.fullSignal - sender.emptySignal)
  )
}

/**
 * The curve a tank and a sender would give: litres against its signal, where its ends are dead, and
 * how far two ends alone would err.
 */
export function predictLevel(
  tank: Tank,
  sender: Sender,
  places = 61,
): {
  points: { litres: number; signal: number }[]
  deadBelowL: number
  deadAboveL: number
  twoEndsErrorL: number
  twoEndsWorstAtL: number
} {
  requireTank(tank)
  if (sender.kind === 'arm') requirePositive(sender.armMm, 'The arm')
  const top = tankHeight(tank)
  const points = linspace(0, top, places).map((h) => ({
    litres: tankLitres(tank, h),
    signal: senderSignal(sender, h),
  }))
  const full = points.at(-1)!.litres,
    first = points[0]!.signal,
    last = points.at(-1)!.signal
  if (first === last)
    throw new EchtError(
      'bad-sender',
      'The sender never moves between empty and full: check the pivot, the arm and the stops.',
    )
  let twoEndsErrorL = 0,
    twoEndsWorstAtL = 0
  for (const p of points) {
    const guess = ((p.signal - first) / (last - first)) * full
    if (Math.abs(guess - p.litres) > Math.abs(twoEndsErrorL)) {
      twoEndsErrorL = guess - p.litres
      twoEndsWorstAtL = p.litres
    }
  }
  const heights = linspace(0, top, places)
  const still = points.findLastIndex((p) => p.signal === first),
    stopped = points.findIndex((p) => p.signal === last)
  const litresWhere = (signal: number, flat: number, moving: number): number =>
    tankLitres(
      tank,
      edgeOf((h) => senderSignal(sender, h) === signal, flat, moving),
    )
  return {
    points,
    deadBelowL: litresWhere(first, heights[still]!, heights[still + 1]!),
    deadAboveL: litresWhere(last, heights[stopped]!, heights[stopped - 1]!),
    twoEndsErrorL,
    twoEndsWorstAtL,
  }
}

/**
 * Where a thing stops being so, between a height where it is and one where it is not, to a thousandth of a
 * millimetre.
 */
function edgeOf(isSo: (height: number) => boolean, so: number, not: number): number {
  let inside = so,
    outside = not
  while (Math.abs(outside - inside) > 1e-3) {
    const middle = (inside + outside) / 2
    if (isSo(middle)) inside = middle
    else outside = middle
  }
  // rounded to the side that says more is dead; where nothing is, to none
  return inside === so ? so : outside
}

/**
 * Fills worth taking: greedily, the litres at which a monotone curve through the fills so far errs
 * most from the predicted one.
 */
export function fillsWorthTaking(
  tank: Tank,
  sender: Sender,
  taken: readonly number[],
  count: number,
  litresFrom: (points: { signal: number; litres: number }[], signal: number) => number,
): { litres: number; errorL: number }[] {
  const { points } = predictLevel(tank, sender, 121)
  const full = points.at(-1)!.litres
  const have = new Set([0, full, ...taken])
  const found: { litres: number; errorL: number }[] = []
  for (let k = 0; k < count; k++) {
    const knots = [...have].map((litres) => ({
      litres,
      signal: senderSignal(sender, heightAt(tank, litres)),
    }))
    if (new Set(knots.map((p) => p.signal)).size < 2) break
    let worst = { litres: 0, errorL: 0 }
    // where the arm lies on its stop no fill helps, and beside one that is taken another says little
    for (const p of points.filter(
      (x) =>
        x.signal !== points[0]!.signal &&
        x.signal !== points.at(-1)!.signal &&
        [...have].every((l) => Math.abs(l - x.litres) > 0.04 * full),
    )) {
      const errorL = Math.abs(litresFrom(knots, p.signal) - p.litres)
      if (errorL > worst.errorL) worst = { litres: p.litres, errorL }
    }
    if (worst.errorL < 0.002 * full) break
    found.push(worst)
    have.add(worst.litres)
  }
  return found
}
