import type { Strap } from '../build/types.ts'
import { wireOhm } from '../standards/wire.ts'

/**
 * Ohms of a joint and by what factor they may be off (1σ of their logarithm): a clean ring or a new crimp has less
 * than a milliohm, a painted or rusty face ten to a thousand.
 */
export const JOINTS: Readonly<Record<Strap['jointA'], Doubtful>> = {
  soldered: { ohm: 0.0003, doubt: 0.4 },
  clean: { ohm: 0.0005, doubt: 0.4 },
  crimped: { ohm: 0.0006, doubt: 0.5 },
  unknown: { ohm: 0.002, doubt: 1 },
  dirty: { ohm: 0.03, doubt: 1.1 },
}
/** Of a wire whose length and size were looked at. */
const WIRE_DOUBT = 0.08
/** Of ohms measured by volts at a known current, and of a current measured by clamp. */
export const MEASURED_DOUBT = 0.03
/** Of ohms that volt drops said before the wiring was changed. */
const KEPT_DOUBT = 0.25

/** Median ohms, and 1σ of their natural logarithm. */
type Doubtful = { ohm: number; doubt: number }

/** Nine places of a normal and the share each stands for (Gauss and Hermite; Abramowitz and Stegun, table 25.10). */
const PLACES = [
  [-4.512745863, 2.2345844e-5],
  [-3.205429003, 0.00278914132],
  [-2.076847979, 0.0499164068],
  [-1.023255664, 0.244097503],
  [0.0, 0.406349206],
  [1.023255664, 0.244097503],
  [2.076847979, 0.0499164068],
  [3.205429003, 0.00278914132],
  [4.512745863, 2.2345844e-5],
] as const

/**
 * Things in a row, each known by a factor: the logarithm of their sum has this mean and 1σ, by drawing each over nine
 * places. Their medians added would be too little: the one that turns out large makes the sum.
 */
function inRow(parts: readonly Doubtful[]): Doubtful {
  let sums: { ohm: number; share: number }[] = [{ ohm: 0, share: 1 }]
  for (const { ohm, doubt } of parts)
    sums = sums.flatMap((s) =>
      PLACES.map(([at, share]) => ({
        ohm: s.ohm + ohm * Math.exp(doubt * at),
        share: s.share * share,
      })),
    )
  const mean = sums.reduce((m, { ohm, share }) => m + share * Math.log(ohm), 0)
  const variance = sums.reduce((v, { ohm, share }) => v + share * (Math.log(ohm) - mean) ** 2, 0)
  return { ohm: Math.exp(mean), doubt: Math.sqrt(variance) }
}

const rows = new Map<string, Doubtful>()

/** The same once for each wire and pair of joints. */
function rowOf(metal: number, a: Strap['jointA'], b: Strap['jointB']): Doubtful {
  const key = [metal, ...[a, b].sort()].join(' ')
  const known = rows.get(key)
  if (known) return known
  const wire = metal > 0 ? [{ ohm: metal, doubt: WIRE_DOUBT }] : []
  const made = inRow([...wire, JOINTS[a], JOINTS[b]])
  rows.set(key, made)
  return made
}

/** Ohms of a strap by its wire and its joints, how far they may be off, and what they would be with clean joints. */
export function strapOhms({
  wire,
  jointA,
  jointB,
  ohm,
}: Pick<Strap, 'wire' | 'jointA' | 'jointB' | 'ohm'>): Doubtful & { cleanOhm: number } {
  const metal = wire ? wireOhm(wire) : 0
  const cleanOhm = rowOf(metal, 'clean', 'clean').ohm
  const said: Doubtful = ohm
    ? {
        ohm: ohm.value,
        doubt: ohm.basis === 'measured' ? MEASURED_DOUBT : (ohm.doubt ?? KEPT_DOUBT),
      }
    : rowOf(metal, jointA, jointB)
  return { ...said, cleanOhm: Math.min(cleanOhm, said.ohm) }
}
