import type { OnOffStatus } from '../onOff/index.ts'
import { formatQuantity } from '../quantity/index.ts'
import { number, say } from '../quantity/said.ts'
import type { CardLine } from './kind.ts'

type Fitted = NonNullable<OnOffStatus['fitted']>

const SCHOOL: Record<Fitted['school'], string> = {
  'pull-up': 'pull-up to the unit’s 5 V',
  divider: 'divider from the battery',
  trimmed: 'trimmed divider from the battery',
  'sensor-on-5v': 'sensor on 5 V, pull-up',
  'from-battery': 'divider behind the switch',
}

/** What a card says of the parts at a pin that is switched: which they are, and what they leave. */
export function fittedLines(fitted: Fitted | null): CardLine[] {
  if (!fitted) return []
  const { school, upOhm, downOhm, highV, lowV, marginV } = fitted
  const up = formatQuantity(upOhm, 'Ω')
  const parts = downOhm === null ? up : `${up} over ${formatQuantity(downOhm, 'Ω')}`
  return [
    { label: 'Fitted', text: `${SCHOOL[school]}, ${parts}` },
    {
      label: 'At the pin',
      text: say('levels')`high from ${number(highV[0], 2)} V, low to ${number(lowV[1], 2)} V;
        ${number(marginV, 2)} V left in the worst corner`,
    },
  ]
}
