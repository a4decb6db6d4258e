import { requirePositive } from '../../error.ts'
import { linspace } from '../../math/linspace.ts'
import { tankHeight, tankLitres, requireTank, senderOhm, type Sender, type Tank } from './tank.ts'

export type Arrangement = 'series' | 'parallel' | 'separate'

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
export function twoSenders(halves: readonly [{ tank: Tank; sender: Sender }, { tank: Tank; sender: Sender }], arrangement: Arrangement, places = 41): TwoSenders {
  for (const h of halves) requireTank(h.tank)
  const look = halves.map(({ tank, sender }) => linspace(0, tankHeight(tank), places).map((h) => ({ litres: tankLitres(tank, h), ohm: requirePositive(senderOhm(sender, h), 'A sender’s ohms') })))
  const join = (a: number, b: number): number => (arrangement === 'parallel' ? (a * b) / (a + b) : a + b)
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
