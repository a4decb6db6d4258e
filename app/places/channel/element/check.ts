import type { AnyFamily, Ask, Drive } from '../../../../core/curve/index.ts'
import type { Quantity } from '../../../parts/units.ts'

/** A sentence when a signal cannot be one of this element, or null. */
export const signalCheck =
  (drive: Drive, unit: string) =>
  (v: number): string | null => {
    if (drive.kind === 'resistance')
      return v > 0
        ? v < 5e7
          ? null
          : 'That is an open circuit: nothing to fit. Look at the plug and the probes.'
        : v === 0
          ? '0 Ω is a short: nothing to fit.'
          : 'Ohms cannot be negative: exchange the probes or check the zero.'
    if (drive.kind === 'frequency') return v >= 0 ? null : 'A frequency cannot be negative.'
    const rail = drive.nominalV
    if (rail !== null && (v > rail * 1.02 || v < -0.05))
      return `${v} V is beyond its ${rail} V supply: the plug is miswired, or the meter stood on another range.`
    return Math.abs(v) > 30
      ? `${v} ${unit} is no sensor signal: check the range of the meter.`
      : null
  }

/** A sentence when a truth is a slip of the pen or of the unit, or null. */
export const truthCheck =
  (family: AnyFamily, q: Quantity) =>
  (v: number): string | null => {
    const [low, high] = family.plausible
    return v >= low && v <= high
      ? null
      : `Outside ${q.bare(low, 0)} to ${q.text(high, 0)}: check the number and its unit.`
  }

/** A sentence when a number asked beside the truth is a slip of the pen or of the unit, or null. */
export const plausibleCheck =
  ({ plausible }: Ask, q: Quantity) =>
  (v: number): string | null =>
    !plausible || (v >= plausible[0] && v <= plausible[1])
      ? null
      : `Outside ${q.bare(plausible[0], 0)} to ${q.text(plausible[1], 0)}: check the number and its unit.`
