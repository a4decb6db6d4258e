import { requireFinite, requirePositive } from '../error.ts'
import { aThing } from '../expects.ts'

/** A comparator that turns a signal into edges, and at its weakest the signal, which swings both ways, all V. */
export type Comparator = {
  /** what the signal reaches at its peak: of a coil on a wheel, while it is cranked */
  peakV: number
  /** where it switches on the way up, above the level the signal rests at */
  thresholdV: number
  /** how far below that it switches back */
  hysteresisV: number
}

/** What is left before an edge is wrong, V; below nothing there are wrong edges. */
export type EdgeMargin = {
  /** before noise makes an edge where none is: on the signal as it crosses, or on the line at rest */
  falseV: number
  /** before a tooth's own peak is not seen */
  missedV: number
  /** the smaller of the two */
  leastV: number
}

/**
 * Margin of a comparator against noise, V peak, and against a lift of the signal's ground over the converter's, V.
 * Noise adds to the signal where it hurts the most; the lift moves the signal against the threshold either way, since a
 * current that lifts it may also be returned. Throws `EchtError` `not-a-number`, `not-positive`.
 */
export function edgeMargin(
  comparator: Comparator,
  against: { noiseV: number; liftV: number },
): EdgeMargin {
  aThing(comparator, 'The comparator')
  aThing(against, 'What stands against it')
  const { peakV, thresholdV, hysteresisV } = comparator
  const { noiseV, liftV } = against
  requirePositive(peakV, 'The peak of the signal')
  requirePositive(thresholdV, 'The threshold')
  requirePositive(hysteresisV, 'The hysteresis')
  const noise = Math.abs(requireFinite(noiseV, 'The noise'))
  const lift = Math.abs(requireFinite(liftV, 'The lift of the ground'))
  // at rest the line must stay below the threshold; as the signal crosses, noise must stay within the hysteresis,
  // peak to peak
  const falseV = Math.min(thresholdV - lift - noise, hysteresisV - 2 * noise)
  const missedV = peakV - thresholdV - lift - noise
  return { falseV, missedV, leastV: Math.min(falseV, missedV) }
}
