import type { Build, CoilReader, Input, Trigger } from '../build/index.ts'
import { roundTo } from '../quantity/index.ts'
import { USUAL_FRONT_END } from '../input/index.ts'
import { readBy } from './ofBuild.ts'

/** What reads a coil, and the peak it gives while cranking, until somebody types better. */
export const USUAL_COIL_READER: CoilReader = {
  ...{ peakV: 1, thresholdV: 0.3, hysteresisV: 0.2, limitV: 100 },
}

/**
 * What makes edges of a coil's signal, V: where it switches, how far below it switches back and the most it may see,
 * as its pin has them; of a coil no unit reads, and in builds from before pins had them, as they lie with the
 * trigger. A pin that has only what is usual for one that switches says nothing of a coil: what nobody typed is usual
 * for coils.
 */
export function coilReader(build: Build, trigger: Trigger): CoilReader {
  const { input } = readBy(build, trigger)
  const { peakV = USUAL_COIL_READER.peakV, ...beside } = trigger.comparator ?? {}
  const { thresholdV, limitV } = trigger.gap ?? {}
  return {
    ...USUAL_COIL_READER,
    peakV,
    ...ofPin(input),
    ...known({ thresholdV, limitV }),
    ...known(beside),
  }
}

/** What the pin of a coil says of what reads it. */
function ofPin(input: Input | null): Partial<CoilReader> {
  const { thresholds: usual, limitV: usualLimitV } = USUAL_FRONT_END
  if (!input?.thresholds) return {}
  const { lowV, highV } = input.thresholds
  const untouched = lowV === usual.lowV && highV === usual.highV && input.limitV === usualLimitV
  return untouched
    ? {}
    : { thresholdV: highV, hysteresisV: roundTo(highV - lowV, 6), limitV: input.limitV }
}

const known = (of: Partial<CoilReader>): Partial<CoilReader> =>
  Object.fromEntries(Object.entries(of).filter(([, v]) => v !== undefined))
