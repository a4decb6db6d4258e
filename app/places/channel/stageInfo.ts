import { stageBy, type ChainSpec, type StageId } from '../../../core/chain/index.ts'
import { familyOf, findFamily } from '../../../core/curve/index.ts'
import { fixed, formatQuantity } from '../../../core/quantity/index.ts'
import type { Quantity } from '../../parts/units.ts'

/** Name of the scale of one of several sensors read as one. */
export const partScale = (part: number): string => `${ordinal(part)} half`
const ordinal = (part: number): string =>
  ['first', 'second', 'third', 'fourth'][part] ?? `${part + 1}th`

type Sensed = { sensor: Pick<ChainSpec['sensor'], 'family'> }

/** The unit of the truth a chain reads. */
export const truthUnit = (familyId: string): string => findFamily(familyId)?.truthUnit ?? '°C'

/** Core unit of what a scale carries. */
export const stageUnit = (stage: StageId, { sensor }: Sensed): string =>
  stageBy(stage).unit(familyOf(sensor.family))

/** A value of a stage as its chip shows it; `decimals` where a face says how many. */
export function stageText(
  stage: StageId,
  value: number,
  chain: Sensed,
  q: Quantity,
  decimals?: number,
): string {
  if (!Number.isFinite(value)) return '–'
  if (stageBy(stage).inTruth)
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
export function stageUnitText(stage: StageId, chain: Sensed, q: Quantity, narrow = false): string {
  const { inTruth, between } = stageBy(stage)
  if (inTruth) return q.unit
  const unit = stageUnit(stage, chain)
  return between ? `${unit}, ${between[narrow ? 1 : 0]}` : unit
}
