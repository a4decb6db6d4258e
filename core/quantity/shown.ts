import { decimalsOf, fixed, signed, withUnit } from './format.ts'
import { convertFromCore, findUnit } from './units.ts'

/**
 * Values of one quantity in a unit somebody chose. Decimals are given as one would write them for
 * °C: a finer unit gets more.
 */
export type Quantity = {
  /** the core's unit, and the one shown */
  core: string
  unit: string
  /** with its unit */
  text: (value: number, decimals?: number) => string
  bare: (value: number, decimals?: number) => string
  /** a difference with sign */
  off: (difference: number, decimals?: number) => string
  /** ± half-width, unsigned */
  pm: (difference: number, decimals?: number) => string
  /** to the unit shown and back */
  out: (value: number) => number
  in: (shown: number) => number
  /** shown units for one of the core's */
  scale: number
}

/**
 * A quantity of the core's unit as it reads in another unit of the same dimension. Where something needs it
 * finer than the unit is usually written (`need`, core unit), every value gets the digits for it.
 */
export function quantityIn(core: string, unit = core, need = Infinity): Quantity {
  const out = (v: number): number => convertFromCore(v, unit)
  const back = findUnit(unit)?.toCore ?? ((v: number) => v)
  const scale = out(1) - out(0)
  // the last digit is worth no more than a quarter of the need
  const finer =
    need > 0 && Number.isFinite(need)
      ? Math.max(0, Math.ceil(Math.log10(4 / Math.abs(need * scale)) - 1e-9) - decimalsOf(unit))
      : 0
  const places = (decimals: number): number => Math.max(0, decimals + finer + decimalsOf(unit) - 1)
  return {
    core,
    unit,
    out,
    in: back,
    scale,
    text: (v, d = 1) => withUnit(fixed(out(v), places(d)), unit.replace('Δ', '')),
    bare: (v, d = 1) => fixed(out(v), places(d)),
    off: (v, d = 2) => signed(v * scale, places(d)),
    pm: (v, d = 2) => `±${fixed(Math.abs(v * scale), places(d))}`,
  }
}

/** Puts a quantity of a core unit, needed this well, into the unit somebody reads. */
export type Write = (coreUnit: string, need?: number) => Quantity
/** In the core's own units. */
export const plainly: Write = (unit, need) => quantityIn(unit, unit, need)
