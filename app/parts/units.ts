import { createContext, useContext, useMemo } from 'react'
import {
  afrUnit,
  fixed,
  formatQuantity,
  quantityIn,
  type Quantity,
} from '../../core/quantity/index.ts'
import { useSettings, type AppSettings } from '../store/settings.ts'

export type { Quantity }

/** Share of ethanol in the tank of the open build: what AFR is reckoned with. */
export const FuelContext = createContext(0)

/** The unit this person wants for a core unit; AFR is of the fuel in the tank. */
export function preferredUnit(unit: string, s: AppSettings, ethanol = 0): string {
  switch (unit) {
    case 'λ':
      return s.lambda === 'AFR' ? afrUnit(ethanol) : 'λ'
    case '°C':
      return s.temperature
    case 'Δ°C':
      return s.temperature === '°F' ? 'Δ°F' : 'Δ°C'
    case 'kPa':
      return s.pressure
    case 'kPa a':
    case 'kPa g':
      return `${s.pressure}${unit.slice(3)}`
    case 'm':
      return s.altitude
    case 'l':
      return s.volume
    case 'km/h':
      return s.speed
    default:
      return unit
  }
}

export const quantityOf = (
  core: string,
  settings: AppSettings,
  ethanol = 0,
  need?: number,
): Quantity => quantityIn(core, preferredUnit(core, settings, ethanol), need)

/** How well the open channel needs its truth: its numbers are written as fine as that. */
export const NeedContext = createContext<{ unit: string; accuracy: number } | null>(null)

/** A quantity by its core unit, as this person reads it; as fine as `need`, or as the open channel needs it. */
export function useQuantity(core: string, need?: number): Quantity {
  const [settings] = useSettings()
  const channel = useContext(NeedContext)
  const fuel = useContext(FuelContext)
  const fine = need ?? (channel?.unit === core ? channel.accuracy : undefined)
  // one and the same while nothing of it changes: what is drawn with it is not drawn anew
  return useMemo(() => quantityOf(core, settings, fuel, fine), [core, settings, fuel, fine])
}

/**
 * The unit for differences of a quantity: of temperatures another unit, of pressures neither gauge
 * nor absolute, of the rest the same.
 */
export const differenceUnit = (unit: string): string =>
  unit === '°C' ? 'Δ°C' : unit.replace(/ [ag]$/, '')

type Units = {
  of: (coreUnit: string) => string
  quantity: (coreUnit: string, need?: number) => Quantity
}

let lastUnits: { settings: AppSettings; ethanol: number; units: Units } | undefined

/** One and the same for the same choices, on every page: what was written in these units stays good. */
function unitsFor(settings: AppSettings, ethanol: number): Units {
  if (lastUnits?.settings === settings && lastUnits.ethanol === ethanol) return lastUnits.units
  const units: Units = {
    of: (unit) => preferredUnit(unit, settings, ethanol),
    quantity: (unit, need) => quantityOf(unit, settings, ethanol, need),
  }
  lastUnits = { settings, ethanol, units }
  return units
}

export function useUnits(): Units {
  const [settings] = useSettings()
  return unitsFor(settings, useContext(FuelContext))
}

/** Ohms with four figures. */
export const ohms = (v: number): string => formatQuantity(v, 'Ω', { digits: 4 })

/** A signal as a meter shows it. */
export const signalText = (v: number, unit: string): string =>
  unit === 'Ω'
    ? ohms(v)
    : unit === 'V'
      ? `${fixed(v, 3)} V`
      : `${fixed(v, v < 100 ? 2 : 1)} ${unit}`
