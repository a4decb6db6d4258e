import { EchtError, requirePositive } from '../../error.ts'
import { linspace } from '../../math/linspace.ts'
import { tankHeight, tankLitres, requireTank, senderOhm, type Sender, type Tank } from './tank.ts'

export type Arrangement = 'series' | 'parallel' | 'separate'

/** The two halves of a saddle tank, each with its own shape and sender. */
export type Half = { tank: Tank; sender: Sender }
export type Halves = readonly [Half, Half]

/** What one arrangement of two senders knows of two halves of a saddle tank. */
export type TwoSenders = {
  arrangement: Arrangement
  /** with both halves level: litres against the reading */
  level: { litres: number; ohm: number }[]
  /** one reading may be any litres between these when the halves differ: the widest such bar, and where */
  worstBarL: [number, number]
  worstAtOhm: number
  text: string
}

/**
 * Two senders in the halves of a saddle tank, joined in series, in parallel or on two inputs: every pair of
 * heights is tried, and for each joint reading the least and most litres that give it. In series and in
 * parallel many fills give one reading when the halves differ; on two inputs each half is known.
 */
export function twoSenders(halves: Halves, arrangement: Arrangement, places = 41): TwoSenders {
  const { look, join } = lookAtHalves(halves, arrangement, places)
  const level = look[0]!.map((a, i) => ({ litres: a.litres + look[1]![i]!.litres, ohm: join(a.ohm, look[1]![i]!.ohm) }))
  if (arrangement === 'separate') return { arrangement, level, worstBarL: [0, 0], worstAtOhm: level[0]!.ohm, text: 'Each half is read by itself and added in the display: no fill is hidden, at the price of a second input.' }
  const readings = look[0]!.flatMap((a) => look[1]!.map((b) => ({ ohm: join(a.ohm, b.ohm), litres: a.litres + b.litres })))
  const ohms = readings.map((r) => r.ohm), low = Math.min(...ohms), high = Math.max(...ohms), width = (high - low) / 60
  let worstBarL: [number, number] = [0, 0], worstAtOhm = low
  for (const at of linspace(low, high, 61)) {
    const near = readings.filter((r) => Math.abs(r.ohm - at) <= width / 2).map((r) => r.litres)
    if (near.length < 2) continue
    const bar: [number, number] = [Math.min(...near), Math.max(...near)]
    if (bar[1] - bar[0] > worstBarL[1] - worstBarL[0]) { worstBarL = bar; worstAtOhm = at }
  }
  const bar = `${worstBarL[0].toFixed(0)} to ${worstBarL[1].toFixed(0)} l`
  return {
    arrangement, level, worstBarL, worstAtOhm,
    text: arrangement === 'series' ? `At ${worstAtOhm.toFixed(0)} Ω together it can be ${bar}: a full half and an empty one read like two half full.` : `At ${worstAtOhm.toFixed(0)} Ω together it can be ${bar}: the lower resistance speaks louder, so the fuller or the emptier half is believed.`,
  }
}

function lookAtHalves(halves: Halves, arrangement: Arrangement, places: number): { look: { litres: number; ohm: number }[][]; join: (a: number, b: number) => number } {
  for (const h of halves) requireTank(h.tank)
  return {
    look: halves.map(({ tank, sender }) => linspace(0, tankHeight(tank), places).map((h) => ({ litres: tankLitres(tank, h), ohm: requirePositive(senderOhm(sender, h), 'A sender’s ohms') }))),
    join: (a, b) => (arrangement === 'parallel' ? (a * b) / (a + b) : a + b),
  }
}

/**
 * All litres that fit a joint reading, least and most, whatever the halves hold; and what both level would be. A
 * joint reading no fill gives is an `out-of-range`. For two inputs the reading is of no use together: throws `two-inputs`.
 */
export function litresThatFit(halves: Halves, arrangement: Arrangement, ohm: number, places = 161): { bar: [number, number]; levelL: number | null } {
  if (arrangement === 'separate') throw new EchtError('two-inputs', 'On two inputs each half has its own reading: there is no joint one.')
  requirePositive(ohm, 'The joint reading')
  const { look, join } = lookAtHalves(halves, arrangement, places)
  const [one, other] = look as [{ litres: number; ohm: number }[], { litres: number; ohm: number }[]]
  let least = Infinity, most = -Infinity
  // for each height of one half, the heights of the other between which the joint reading passes; both ways round,
  // since in parallel a hair of the lower resistance is worth much of the higher
  for (const [held, swept] of [[one, other], [other, one]] as const) for (const a of held) for (let k = 0; k < swept.length - 1; k++) {
    const b = swept[k]!, c = swept[k + 1]!, from = join(a.ohm, b.ohm), to = join(a.ohm, c.ohm)
    if ((ohm - from) * (ohm - to) > 0) continue
    // where the arm lies on its stop all of that stretch fits
    const ends = from === to ? [0, 1] : [(ohm - from) / (to - from)]
    for (const t of ends) { const litres = a.litres + b.litres + t * (c.litres - b.litres); least = Math.min(least, litres); most = Math.max(most, litres) }
  }
  if (least > most) throw new EchtError('out-of-range', `No fill of these two halves reads ${ohm.toPrecision(3)} Ω together: check the joint, the ohms and the arrangement.`)
  const level = one.map((a, i) => ({ litres: a.litres + other[i]!.litres, ohm: join(a.ohm, other[i]!.ohm) }))
  const k = level.findIndex((p, i) => i > 0 && (ohm - level[i - 1]!.ohm) * (ohm - p.ohm) <= 0 && p.ohm !== level[i - 1]!.ohm)
  const levelL = k < 0 ? null : level[k - 1]!.litres + ((ohm - level[k - 1]!.ohm) / (level[k]!.ohm - level[k - 1]!.ohm)) * (level[k]!.litres - level[k - 1]!.litres)
  return { bar: [least, most], levelL }
}
