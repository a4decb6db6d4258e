import { convertFromCore, decimalsOf, findUnit, fixed, formatQuantity, signed } from '../../core/quantity/index.ts'
import { useSettings, type Settings } from '../store/settings.ts'

/** The unit this person wants for a core unit. */
export function preferredUnit(unit: string, s: Settings): string {
  switch (unit) {
    case '°C': return s.temperature
    case 'Δ°C': return s.temperature === '°F' ? 'Δ°F' : 'Δ°C'
    case 'kPa': return s.pressure
    case 'kPa a': case 'kPa g': return `${s.pressure}${unit.slice(3)}`
    case 'm': return s.altitude
    case 'l': return s.volume
    case 'km/h': return s.speed
    default: return unit
  }
}

/** Values of one quantity in the unit this person chose. Decimals are given as one would write them for °C: a finer unit gets more. */
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

export function quantityOf(core: string, settings: Settings): Quantity {
  const unit = preferredUnit(core, settings)
  const out = (v: number): number => convertFromCore(v, unit)
  const back = findUnit(unit)?.toCore ?? ((v: number) => v)
  const scale = out(1) - out(0)
  const places = (decimals: number): number => Math.max(0, decimals + decimalsOf(unit) - 1)
  return {
    core, unit, out, in: back, scale,
    text: (v, d = 1) => `${fixed(out(v), places(d))} ${unit}`,
    bare: (v, d = 1) => fixed(out(v), places(d)),
    off: (v, d = 2) => signed(v * scale, places(d)),
    pm: (v, d = 2) => `±${fixed(Math.abs(v * scale), places(d))}`,
  }
}

/** A quantity by its core unit, as this person reads it. */
export function useQuantity(core: string): Quantity {
  const [settings] = useSettings()
  return quantityOf(core, settings)
}

/** The unit for differences of a quantity: of temperatures another unit, of pressures neither gauge nor absolute, of the rest the same. */
export const differenceUnit = (unit: string): string => (unit === '°C' ? 'Δ°C' : unit.replace(/ [ag]$/, ''))

export function useUnits(): { of: (coreUnit: string) => string } {
  const [settings] = useSettings()
  return { of: (unit) => preferredUnit(unit, settings) }
}

/** Ohms with four figures. */
export const ohms = (v: number): string => formatQuantity(v, 'Ω', { digits: 4 })

/** A signal as a meter shows it. */
export const signalText = (v: number, unit: string): string => (unit === 'Ω' ? ohms(v) : unit === 'V' ? `${fixed(v, 3)} V` : `${fixed(v, v < 100 ? 2 : 1)} ${unit}`)
