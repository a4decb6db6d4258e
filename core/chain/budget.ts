import type { Phrase } from '../quantity/said.ts'
import type { SpreadRemedy } from './causes.ts'
import type { Remedy } from './curveRemedy.ts'
import type { ShareId } from './shares.ts'
import { lastOf, shareBy } from './stages.ts'
import { half95, type ErrorPart } from '../math/half95.ts'
import { errorParts, spreadEffects } from './spread.ts'
import { walkForward } from './walk.ts'
import type { Chain } from './chain.ts'

/** One cause of error at a truth: what it adds, what would reduce it, and what would then be left of the whole. */
export type BudgetLine = {
  id: string
  share: ShareId
  label: Phrase
  kind: 'bias' | 'spread'
  /** truth unit: the bias itself, or the 95 % half-width it would make alone */
  size: number
  /** of all: bias against bias and spread against spread, squares of spreads; 0 to 1 */
  portion: number
  remedy: Phrase
  /** |bias| + 95 % half-width of the whole chain once that is done, truth unit */
  worstAfter: number
}

export type Budget = {
  at: number
  bias: number
  /** half-width that holds 95 %, linear */
  half: number
  worst: number
  lines: BudgetLine[]
  /** where the next euro goes: the line whose remedy leaves the least error */
  next: BudgetLine | null
}

/** Below this share of the whole a line is not worth a remedy. */
const LEAST = 0.002

const limitOf = ({ limitShare }: Remedy): { limitShare?: number } =>
  limitShare === undefined ? {} : { limitShare }

/**
 * The error of a chain at a truth, line by line: known biases by stage and single spreads by cause (linear, JCGM
 * 100), each with what would reduce it and what the whole would then be. Each cause brings its own remedy; what the
 * curve's would bring is given by `curveRemedy`; a bias mended is gone.
 */
export function errorBudget(
  chain: Chain,
  truth: number,
  curve: Remedy = { remedy: 'Measure the sensor where it matters.', share: 0.5 },
): Budget {
  const walked = walkForward(chain, truth)
  const last = lastOf(chain.spec)
  const bias = walked.shown - truth
  const effects = spreadEffects(chain, truth)
    .map((e) => ({ ...e, sigma: Math.abs(e.at(last)) }))
    .filter((e) => e.sigma > 0)
  const total = Math.hypot(...effects.map((e) => e.sigma))
  const half = half95(effects.flatMap((e) => errorParts(e, e.sigma))),
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
      remedy: (b.share === 'element' && curve.standsStill) || shareBy(b.share).remedy,
      worstAfter: Math.abs(bias - b.bias) + half,
    }))
  const spreads = effects
    .filter((e) => half95(errorParts(e, e.sigma)) > LEAST * worst)
    .map((e): BudgetLine => {
      const {
        text,
        leaves,
        takes = [],
      }: SpreadRemedy = e.remedy ?? {
        text: curve.remedy,
        leaves: curve.share,
      }
      const leftOf = (o: typeof e): ErrorPart[] => {
        if (takes.includes(o.id)) return []
        if (o !== e) return errorParts(o, o.sigma)
        return errorParts(e.remedy ? e : { ...e, ...limitOf(curve) }, leaves * e.sigma)
      }
      return {
        id: e.id,
        share: e.share,
        label: e.label,
        kind: 'spread',
        size: half95(errorParts(e, e.sigma)),
        portion: (e.sigma / total) ** 2,
        remedy: text,
        worstAfter: Math.abs(bias) + half95(effects.flatMap(leftOf)),
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
