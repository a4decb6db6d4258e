import type { Remedy } from './curveRemedy.ts'
import type { ShareId } from './spec.ts'
import { K95, spreadEffects } from './spread.ts'
import { walkForward, type Chain } from './walk.ts'

/** One cause of error at a truth: what it adds, what would reduce it, and what would then be left of the whole. */
export type BudgetLine = {
  id: string
  share: ShareId
  label: string
  kind: 'bias' | 'spread'
  /** truth unit: the bias itself, or the 95 % half-width it would make alone */
  size: number
  /** of all: bias against bias and spread against spread, squares of spreads; 0 to 1 */
  portion: number
  remedy: string
  /** |bias| + 95 % half-width of the whole chain once that is done, truth unit */
  worstAfter: number
}

export type Budget = {
  at: number
  bias: number
  /** 95 % half-width, linear */
  half: number
  worst: number
  lines: BudgetLine[]
  /** where the next euro goes: the line whose remedy leaves the least error */
  next: BudgetLine | null
}

/** How well a thing is known once it was measured with a hand-held meter, as a share of what is not known now. */
const MEASURED: readonly [prefix: string, share: number, remedy: string][] = [
  ['pull ', 0.1, 'Measure the pull-up, device off and plug open, and type its ohms.'],
  [
    'rail ',
    0.1,
    'Measure that supply with the loads on, or move the pull-up to the converter’s own reference.',
  ],
  ['signal wire', 0.1, 'Measure the signal wire from end to end.'],
  ['ground wire', 0.1, 'Measure the ground wire from end to end.'],
  ['ground offset', 0.1, 'Measure the ground difference with the loads on and type it.'],
  [
    'sensor supply',
    0.05,
    'Feed the sensor from the converter’s reference: its errors then cancel.',
  ],
  ['reference', 0.1, 'Measure the converter’s reference, or use a sensor that follows it.'],
  [
    'count',
    0.5,
    'An input of one more bit, or one whose range the signal fills better, halves it.',
  ],
  ['face', 0.1, 'Show one more decimal.'],
]

const BIAS_REMEDY: Record<ShareId, string> = {
  element: 'Lower the measuring current: a larger pull-up, or a sensor that sheds its heat better.',
  leads: 'Thicker or shorter wires, or make the table with the leads in it.',
  shared: 'Give the other device its own sensor, or let it take the value from this one.',
  ground: 'Give the sensor its own ground wire to the device, or use a differential input.',
  input: 'Look at the input.',
  converter: 'Look at the converter.',
  table: 'Enter the table proposed here.',
}

/** Below this share of the whole a line is not worth a remedy. */
const LEAST = 0.002

/**
 * The error of a chain at a truth, line by line: known biases by stage and single spreads by cause (linear, JCGM
 * 100), each with what would reduce it and what the whole would then be. The remedies' effect is what a
 * hand-held meter can do, a share of today's doubt; what the curve's own would bring is given by
 * `curveRemedy`; a bias mended is gone.
 */
export function errorBudget(
  chain: Chain,
  truth: number,
  curve: Remedy = { remedy: 'Measure the sensor where it matters.', share: 0.5 },
): Budget {
  const walked = walkForward(chain, truth)
  const bias = walked.shown - truth
  const effects = spreadEffects(chain, truth)
    .map((e) => ({ ...e, sigma: Math.abs(e.at('shown')) }))
    .filter((e) => e.sigma > 0)
  const total = Math.hypot(...effects.map((e) => e.sigma))
  const half = K95 * total,
    worst = Math.abs(bias) + half
  const biasSum = walked.biases.reduce((s, b) => s + Math.abs(b.bias), 0)
  const biases = walked.biases
    .filter((b) => Math.abs(b.bias) > LEAST * worst)
    .map((b): BudgetLine => ({
      id: `bias ${b.share}`,
      share: b.share,
      label: 'known, and always the same way',
      kind: 'bias',
      size: b.bias,
      portion: Math.abs(b.bias) / biasSum,
      remedy: BIAS_REMEDY[b.share],
      worstAfter: Math.abs(bias - b.bias) + half,
    }))
  const spreads = effects
    .filter((e) => K95 * e.sigma > LEAST * worst)
    .map((e): BudgetLine => {
      const [, share, usual] =
        e.id === 'curve'
          ? (['', curve.share, curve.remedy] as const)
          : (MEASURED.find(([prefix]) => e.id.startsWith(prefix)) ??
            (['', 0.5, 'Measure it.'] as const))
      const remedy =
        e.id === 'count' && chain.spec.drive.kind === 'frequency'
          ? 'Count for twice as long, or from a wheel of twice the teeth: it halves.'
          : usual
      return {
        id: e.id,
        share: e.share,
        label: e.label,
        kind: 'spread',
        size: K95 * e.sigma,
        portion: (e.sigma / total) ** 2,
        remedy,
        worstAfter:
          Math.abs(bias) +
          K95 * Math.sqrt(Math.max(0, total ** 2 - e.sigma ** 2 * (1 - share ** 2))),
      }
    })
  const lines = [...biases, ...spreads].sort((a, b) => Math.abs(b.size) - Math.abs(a.size))
  const best = lines.reduce<BudgetLine | null>(
    (a, b) => (a === null || b.worstAfter < a.worstAfter ? b : a),
    null,
  )
  return {
    at: truth,
    bias,
    half,
    worst,
    lines,
    next: best && best.worstAfter < 0.98 * worst ? best : null,
  }
}
