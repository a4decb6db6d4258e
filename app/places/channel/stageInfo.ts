import type { ShareId, StageId } from '../../../core/chain/index.ts'
import { fixed, formatQuantity } from '../../../core/quantity/index.ts'
import type { Units } from '../../parts/units.ts'

/** Names of the scales, as the sheet writes them. */
export const STAGE_NAME: Record<StageId, string> = { truth: 'truth', element: 'element', plug: 'at the plug', pin: 'at the pin', converter: 'converter', shown: 'shown' }

export const SHARE_NAME: Record<ShareId, string> = { element: 'element', leads: 'leads', shared: 'other device', ground: 'ground', input: 'input', converter: 'converter', table: 'table, face' }

/** Core unit of what a scale carries. */
export const STAGE_UNIT: Record<StageId, string> = { truth: '°C', element: 'Ω', plug: 'V', pin: 'V', converter: 'counts', shown: '°C' }

/** A value of a stage as its chip shows it. */
export function stageText(stage: StageId, value: number, units: Units, decimals = 1): string {
  if (!Number.isFinite(value)) return '–'
  switch (STAGE_UNIT[stage]) {
    case '°C': return units.tBare(value, decimals)
    case 'Ω': return value >= 10000 ? formatQuantity(value, 'Ω', { digits: 4 }).replace(' Ω', '').replace(' kΩ', ' k') : fixed(value, value < 100 ? 1 : 0)
    case 'V': return fixed(value, 3)
    default: return fixed(value, 0)
  }
}

/** Unit under the name of a scale. */
export const stageUnitText = (stage: StageId, units: Units): string => {
  const unit = STAGE_UNIT[stage]
  if (stage === 'plug') return 'V, across the sensor'
  if (stage === 'pin') return 'V, to its ground'
  return unit === '°C' ? units.temperature : unit
}

