import type { Comparator } from '../../../core/ground/index.ts'

/** A comparator nobody has measured: what is usual. */
export const USUAL_COMPARATOR: Comparator = { peakV: 1, thresholdV: 0.3, hysteresisV: 0.2 }
