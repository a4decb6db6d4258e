import { K95 } from '../constants.ts'
import type { Looker, Spread } from './causes.ts'
import { faceHalfStep } from './faceStep.ts'

/** A converter rounds to the nearest count. */
const HALF_A_COUNT = { kind: 'uniform' as const, size: 0.5 }
/**
 * A gate holds the edges that fall into it or one more. Over all speeds that is a triangle of ±1 and σ 1/√6; at
 * a speed of so many edges and nearly one more it is that one nearly always, and a whole edge less in the rest:
 * a band must hold that too, so that it reaches to 0.93 of an edge.
 */
const ONE_EDGE = { kind: 'normal' as const, size: 0.93 / K95 }

/** A converter's rounding, or a counter's gate, in counts. */
export function countCauses({ drive }: Looker): Spread[] {
  const edges = drive.kind === 'frequency'
  return [
    {
      id: 'count',
      share: 'converter',
      label: edges ? 'one edge' : 'one count',
      ...(edges ? ONE_EDGE : HALF_A_COUNT),
      at: 'converter',
      remedy: {
        text: edges
          ? 'Count for twice as long, or from a wheel of twice the teeth: it halves.'
          : 'An input of one more bit, or one whose range the signal fills better, halves it.',
        leaves: 0.5,
      },
    },
  ]
}

/** The last digit a face shows, truth unit. */
export const faceCauses = ({ read, input, family }: Looker): Spread[] => [
  {
    id: 'face',
    share: 'table',
    label: 'the last digit shown',
    kind: 'uniform',
    size: faceHalfStep(read, input, family),
    at: 'shown',
    remedy: { text: 'Show one more decimal.', leaves: 0.1 },
  },
]
