import { EchtError, requireFinite } from '../error.ts'

/**
 * How a sensor is built, by how quickly it follows and how much heat comes up its body. Typical,
 * editable by choosing another.
 */
export type Housing = {
  id: string
  name: string
  /** time constant in stirred liquid and in still air, s */ liquidS: number
  airS: number
  /** heat up the body against heat from still air, 0 to 1 */ bodyShare: number
}

export const HOUSINGS: readonly Housing[] = [
  { id: 'open', name: 'open bead in a cage', liquidS: 1.5, airS: 8, bodyShare: 0.15 },
  { id: 'thin', name: 'thin closed tube', liquidS: 4, airS: 25, bodyShare: 0.35 },
  { id: 'brass', name: 'closed brass body', liquidS: 8, airS: 60, bodyShare: 0.6 },
  { id: 'heavy', name: 'heavy gauge sender', liquidS: 15, airS: 120, bodyShare: 0.8 },
]

/** Where an air sensor sits: how hot its boss gets above the air outside with the engine warm, °C. */
export type AirPlace = { id: string; name: string; bossC: number }
export const AIR_PLACES: readonly AirPlace[] = [
  { id: 'cold-pipe', name: 'plastic pipe after the cooler', bossC: 35 },
  { id: 'alloy-pipe', name: 'alloy pipe after the cooler', bossC: 50 },
  { id: 'manifold', name: 'boss in the manifold', bossC: 90 },
  { id: 'runner', name: 'beside the head', bossC: 110 },
]

export const findHousing = (id: string): Housing =>
  HOUSINGS.find((h) => h.id === id) ?? HOUSINGS[1]!

/**
 * What an air sensor reads, settled, and how quickly: a first-order balance of heat from the air, which grows with
 * the root of its speed, and heat up the body from its boss. Temperatures in °C, speed in m/s (0.1 is still air).
 * A model to rank places and housings by, not to correct readings with.
 */
export function airReading(
  housing: Housing,
  airC: number,
  bossC: number,
  speedMps: number,
): { readsC: number; soakC: number; lagS: number } {
  requireFinite(airC, 'The air')
  requireFinite(bossC, 'The boss')
  if (!(speedMps > 0))
    throw new EchtError(
      'not-positive',
      `An air speed of ${speedMps} m/s cannot be: still air is 0.1.`,
    )
  // convection against still air: the square root of speed
  const h = Math.max(1, Math.sqrt(speedMps / 0.1)),
    body = housing.bodyShare
  const readsC = (h * airC + body * bossC) / (h + body)
  return { readsC, soakC: readsC - airC, lagS: (housing.airS * (1 + body)) / (h + body) }
}

/** Seconds until a first-order sensor is within a share of a step. */
export const settlesIn = (lagS: number, within = 0.1): number => lagS * Math.log(1 / within)
