import { expect, it } from 'vitest'
import { saltmarshNine } from '../../../demo/saltmarshNine.ts'
import { assembleChain, prepareChain } from '../../../core/chain/index.ts'
import { quantityOf, type Quantity } from '../../parts/units.ts'
import { stageText } from './stageInfo.ts'
import { DEFAULTS } from '../../store/settings.ts'

const chain = prepareChain(assembleChain(saltmarshNine(), 'rd-coolant').spec!)
const quantity = (temperature: '°C' | '°F'): Quantity =>
  quantityOf('°C', { ...DEFAULTS, temperature })

it.each([
  ['truth', 92.04, '92.0'],
  ['element', 371.4, '371'],
  ['element', 63.84, '63.8'],
  ['element', 12345, '12.35 k'],
  ['plug', 0.72345, '0.723'],
  ['converter', 617.4, '617'],
  ['pin', NaN, '–'],
] as const)('%s %d is written %s', (stage, value, text) => {
  expect(stageText(stage, value, chain.spec, quantity('°C'))).toBe(text)
})
