import type { SignalKind } from '../../../core/curve/index.ts'
import type { Observable } from '../../../core/prove/index.ts'
import { fixed, type Quantity } from '../../../core/quantity/index.ts'
import { ohms, signalText } from '../units.ts'

/** What can be read at key-on, in a sentence. */
export const NAMES: Record<Observable, string> = {
  shown: 'the device shows',
  pinV: 'volts at the pin',
  ohm: 'ohms of the sensor, unplugged',
}

/** From here on a resistance is an open circuit, Ω. */
const OPEN_FROM = 1e8

/** A value that was read or expected, as its instrument shows it. */
export function readingText(
  what: Observable,
  value: number,
  { q, signal }: { q: Quantity; signal: SignalKind },
): string {
  if (what === 'shown') return q.text(value)
  if (what === 'pinV')
    return signal === 'frequency' ? signalText(value, 'Hz') : `${fixed(value, 3)} V`
  return value >= OPEN_FROM ? 'open circuit' : ohms(value)
}
