import type { ChainSpec, ShareId, StageId } from '../../../core/chain/index.ts'
import { findFamily } from '../../../core/curve/registry.ts'
import { fixed, formatQuantity } from '../../../core/quantity/index.ts'
import type { Quantity } from '../../parts/units.ts'

/** Names of the scales, as the sheet writes them. */
export const STAGE_NAME: Record<StageId, string> = {
  truth: 'truth',
  element: 'element',
  plug: 'at the plug',
  pin: 'at the pin',
  converter: 'converter',
  shown: 'shown',
}

/** Names of the scales of two joined sensors. */
export const HALF_NAME = ['first half', 'second half'] as const

export const SHARE_NAME: Record<ShareId, string> = {
  element: 'element',
  leads: 'leads',
  shared: 'other device',
  ground: 'ground',
  input: 'input',
  converter: 'converter',
  table: 'table, face',
}

type Sensed = { sensor: Pick<ChainSpec['sensor'], 'family'> }

/** The unit of the truth a chain reads. */
export const truthUnit = (familyId: string): string => findFamily(familyId)?.truthUnit ?? '°C'

/** Core unit of what a scale carries. */
export function stageUnit(stage: StageId, { sensor }: Sensed): string {
  if (stage === 'truth' || stage === 'shown') return truthUnit(sensor.family)
  if (stage === 'element') return findFamily(sensor.family)?.signalUnit ?? 'Ω'
  return stage === 'converter' ? 'counts' : 'V'
}

/** A value of a stage as its chip shows it. */
export function stageText(
  stage: StageId,
  value: number,
  chain: Sensed,
  q: Quantity,
  decimals?: number,
): string {
  if (!Number.isFinite(value)) return '–'
  if (stage === 'truth') return q.bare(value, 1)
  if (stage === 'shown')
    return decimals === undefined ? q.bare(value, 1) : fixed(q.out(value), decimals)
  switch (stageUnit(stage, chain)) {
    case 'Ω':
      return value >= 10000
        ? formatQuantity(value, 'Ω', { digits: 4 }).replace(' Ω', '').replace(' kΩ', ' k')
        : fixed(value, value < 100 ? 1 : 0)
    case 'V':
      return fixed(value, 3)
    case 'Hz':
      return fixed(value, value < 1000 ? 1 : 0)
    default:
      return fixed(value, 0)
  }
}

/** Unit under the name of a scale. */
export const stageUnitText = (
  stage: StageId,
  chain: Sensed,
  q: Quantity,
  narrow = false,
): string => {
  if (stage === 'plug') return narrow ? 'V, across' : 'V, across the sensor'
  if (stage === 'pin') return narrow ? 'V, to ground' : 'V, to its ground'
  return stage === 'truth' || stage === 'shown' ? q.unit : stageUnit(stage, chain)
}
