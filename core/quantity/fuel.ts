import { EchtError, requireFinite } from '../error.ts'

const PETROL = { afr: 14.7, kgPerL: 0.745 },
  ETHANOL = { afr: 9.0, kgPerL: 0.789 }

/**
 * Stoichiometric air-fuel ratio of petrol and ethanol mixed by volume, weighted by mass (petrol 14.7 at
 * 0.745 kg/l, ethanol 9.0 at 0.789 kg/l). Fraction 0 to 1; throws `EchtError` `out-of-range`, `not-a-number`.
 */
export function stoichiometricAfr(ethanolVolumeFraction: number): number {
  const v = requireFinite(ethanolVolumeFraction, 'The ethanol fraction')
  if (v < 0 || v > 1)
    throw new EchtError(
      'out-of-range',
      `An ethanol fraction of ${v} is outside 0 to 1: E85 is 0.85.`,
    )
  const ethanolKg = v * ETHANOL.kgPerL,
    petrolKg = (1 - v) * PETROL.kgPerL
  return (ethanolKg * ETHANOL.afr + petrolKg * PETROL.afr) / (ethanolKg + petrolKg)
}
