import { EchtError } from '../error.ts'
import { register } from '../register.ts'
import type { Family } from './family.ts'
import { airMeterHertz, airMeterVolts } from './airMeter/index.ts'
import { joinedFamily } from './joined.ts'
import { lambda } from './lambda/index.ts'
import { levelOhms, levelVolts } from './level/index.ts'
import { platinum } from './platinum/index.ts'
import { position } from './potentiometer/index.ts'
import { pressureAbsolute, pressureGauge, pressureSender } from './pressure/index.ts'
import { speed } from './speed/index.ts'
import { thermistor } from './thermistor/index.ts'
import { thermocouple } from './thermocouple/index.ts'

// One line a family. Nothing else in the house knows a family by name.
// `any` here and only here: each family is sound in itself, and callers pass back what they were given.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
const FAMILIES: Family<any, any>[] = [
  thermistor,
  platinum,
  thermocouple,
  pressureAbsolute,
  pressureGauge,
  pressureSender,
  lambda,
  levelOhms,
  levelVolts,
  position,
  airMeterVolts,
  airMeterHertz,
  speed,
]

// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type AnyFamily = Family<any, any>

/** Every registered family, in the order people choose from. */
export const families: readonly AnyFamily[] = FAMILIES

const byId = new Map<string, AnyFamily>()
for (const family of FAMILIES) know(family)

function know(family: AnyFamily): AnyFamily[] {
  // two resistive sensors whose truths add may hang on one wire
  const joined = family.adds && family.signal === 'resistance' ? [joinedFamily(family)] : []
  const known = [family, ...joined]
  for (const one of known) byId.set(one.id, one)
  return known
}

/** One family more; what is returned takes it out again. Throws `EchtError` `registered-twice`. */
export function registerFamily(family: AnyFamily): () => void {
  const takeOut = register(FAMILIES, family, 'sensor family')
  const known = know(family)
  return () => {
    takeOut()
    for (const one of known) byId.delete(one.id)
  }
}

/** The family of this id, or undefined for one this version does not know. */
export const findFamily = (id: string): AnyFamily | undefined => byId.get(id)

/** The family of this id. Throws `EchtError` `unknown-family`. */
export function familyOf(id: string): AnyFamily {
  const family = byId.get(id)
  if (!family)
    throw new EchtError(
      'unknown-family',
      `The sensor family "${id}" is not known to this version: its data is kept, but cannot be computed here.`,
    )
  return family
}
