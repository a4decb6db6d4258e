import type { LibraryCurve } from '../family.ts'
import type { ShapedLine } from '../lineFamily.ts'
import type { Settings } from '../recipe.ts'

/** A range a pressure sensor may have: volts at two pressures. Gauge ranges count from the air outside. */
export type PressureType = {
  id: string
  name: string
  face: 'absolute' | 'gauge'
  low: { kPa: number; volt: number }
  high: { kPa: number; volt: number }
}

const bars = (face: 'absolute' | 'gauge', ...full: number[]): PressureType[] =>
  full.map((bar) => ({
    id: `${face}-${bar}`.replace('.', '-'),
    name: `Generic ${bar} bar ${face}`,
    face,
    low: { kPa: 0, volt: 0.5 },
    high: { kPa: bar * 100, volt: 4.5 },
  }))

/** Invented generic ranges: 0.5 to 4.5 V of a 5 V supply over the range. None is a real part. */
export const GENERIC_TYPES: readonly PressureType[] = [
  ...bars('absolute', 1, 1.5, 2, 2.5, 3, 4, 5),
  ...bars('gauge', 7, 10, 20, 160),
]

/** Types a person added to this sensor's list, and the generic ones after them. */
export function pressureTypes(settings: Settings): PressureType[] {
  const own = Array.isArray(settings.types)
    ? (settings.types as PressureType[]).filter(
        (t) =>
          Number.isFinite(t?.low?.kPa) &&
          Number.isFinite(t?.high?.kPa) &&
          Number.isFinite(t?.low?.volt) &&
          t.high?.volt !== t.low?.volt &&
          t.high.kPa !== t.low.kPa,
      )
    : []
  return [...own, ...GENERIC_TYPES]
}

export const lineOf = (type: PressureType): ShapedLine => {
  const slope = (type.high.volt - type.low.volt) / (type.high.kPa - type.low.kPa)
  return { slope, offset: type.low.volt - slope * type.low.kPa }
}

/** 1σ of a part within its type, share of the span. */
const PART_TOLERANCE = 0.01

export const libraryOf =
  (face: 'absolute' | 'gauge') =>
  (settings: Settings): LibraryCurve<ShapedLine>[] =>
    pressureTypes(settings)
      .filter((t) => t.face === face)
      .map((t) => ({ id: t.id, name: t.name, curve: lineOf(t), tolerance: PART_TOLERANCE }))
