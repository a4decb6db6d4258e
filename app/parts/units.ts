import { convertFromCore, fixed, formatQuantity, signed } from '../../core/quantity/index.ts'
import { useSettings } from '../store/settings.ts'

/** Values of the record in the units this person chose. */
export type Units = {
  temperature: '°C' | '°F'
  pressure: string
  altitude: string
  /** a temperature with its unit */
  t: (celsius: number, decimals?: number) => string
  /** bare */
  tBare: (celsius: number, decimals?: number) => string
  /** a difference with sign */
  dt: (celsius: number, decimals?: number) => string
  /** ± half-width, unsigned */
  pm: (celsius: number, decimals?: number) => string
  /** from °C to the chosen unit */
  tOut: (celsius: number) => number
  tIn: (shown: number) => number
  /** unit for a core unit, as this person wants it */
  of: (coreUnit: string) => string
}

export function useUnits(): Units {
  const [{ temperature, pressure, altitude }] = useSettings()
  const factor = temperature === '°F' ? 1.8 : 1
  const tOut = (c: number): number => convertFromCore(c, temperature)
  return {
    temperature, pressure, altitude, tOut,
    tIn: (v) => (temperature === '°F' ? (v - 32) / 1.8 : v),
    t: (c, decimals = 1) => `${fixed(tOut(c), decimals)} ${temperature}`,
    tBare: (c, decimals = 1) => fixed(tOut(c), decimals),
    dt: (c, decimals = 2) => signed(c * factor, decimals),
    pm: (c, decimals = 2) => `±${fixed(Math.abs(c * factor), decimals)}`,
    of: (unit) => (unit === '°C' ? temperature : unit === 'Δ°C' ? (temperature === '°F' ? 'Δ°F' : 'Δ°C') : unit === 'kPa' ? pressure : unit === 'm' ? altitude : unit),
  }
}

/** Ohms with four figures. */
export const ohms = (v: number): string => formatQuantity(v, 'Ω', { digits: 4 })
