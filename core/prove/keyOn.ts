import { linearSpread } from '../chain/spread.ts'
import type { ChainSpec, StageId } from '../chain/spec.ts'
import { EchtError } from '../error.ts'
import { heatedElement, idealValue, prepareChain, shownAt, type Chain } from '../chain/walk.ts'
import { expectedReadings } from './expected.ts'
import { FAULTS, type Variant } from './faults.ts'

/**
 * What was read at key-on, engine off. `ohm` is across a resistive sensor with its plug off; `pinV`
 * is Hz where edges are counted.
 */
export type Observed = { shown?: number; pinV?: number; ohm?: number }
export type Observable = keyof Observed

export type Comparison = {
  what: Observable
  read: number
  expected: number
  low: number
  high: number
  inside: boolean
}
export type Cause = {
  id: string
  name: string
  detail: string
  remedy: string
  /** share of belief */ probability: number
  /** what it would show, in the stage's unit */ predicted: Required<Observed>
}
export type KeyOnVerdict = {
  agrees: boolean
  comparisons: Comparison[]
  /** likely first; empty when all agrees */
  causes: Cause[]
  /** the reading not yet taken that would part the likeliest causes best, with what each would show */
  next: { what: Observable; shows: { cause: string; value: number }[] } | null
}

const STAGE = { shown: 'shown', pinV: 'pin', ohm: 'element' } as const
/** Edges have no volts at the pin: what is read there is their frequency. */
const stageOf = (spec: ChainSpec, what: Observable): StageId =>
  what === 'pinV' && spec.drive.kind === 'frequency' ? 'element' : STAGE[what]
/** A reading on a hand-held meter: 1σ relative. */
const METER_RELATIVE = 0.005
/** 1σ of a sensor's ohms by ratio, curve, meter and shed together. */
const OHM_RATIO = 0.04
/** Belief that nothing named here is the cause, and how far off such a cause may be, as a share of the range. */
const UNNAMED_PRIOR = 1,
  UNNAMED_SHARE = 0.3

/**
 * Compares what was read at a known temperature with what the chain says, each within its 95 % band. When
 * something is outside, every fault is put into the chain in turn, at every size it comes in, and ranked by
 * how well it then predicts all the readings, times how often it happens.
 */
export function keyOnCheck(
  spec: ChainSpec,
  truth: number,
  truthSigma: number,
  observed: Observed,
): KeyOnVerdict {
  const taken = (Object.keys(STAGE) as Observable[]).filter((k) => observed[k] !== undefined)
  if (taken.length === 0)
    throw new EchtError('nothing-read', 'Type at least what the device shows.')
  const chain = prepareChain(spec)
  const expected = expectedReadings(chain, truth, truthSigma)
  const comparisons = taken.map((what): Comparison => {
    const e = expected.find((x) => x.stage === stageOf(spec, what))!
    const read = observed[what]!
    const own = what === 'shown' ? 0 : 1.96 * METER_RELATIVE * Math.abs(e.value)
    const low = e.low - own,
      high = e.high + own
    return { what, read, expected: e.value, low, high, inside: read >= low && read <= high }
  })
  if (comparisons.every((c) => c.inside))
    return { agrees: true, comparisons, causes: [], next: null }
  const causes = rankCauses(spec, chain, truth, truthSigma, observed, taken)
  return { agrees: false, comparisons, causes, next: nextReading(causes, taken) }
}

/** What a chain with a fault shows at a truth. */
export function observe(variant: Variant, truth: number): Required<Observed> {
  const chain = prepareChain(variant.spec)
  const healthy = heatedElement(prepareHealthy(chain), truth).signal
  const signal = variant.signal ? variant.signal(healthy) : healthy
  const pinV = chain.real.toPin(signal)
  return { shown: shownAt(chain, pinV), pinV, ohm: signal }
}

const prepareHealthy = (chain: Chain): Chain => ({ ...chain, real: chain.ideal })

function rankCauses(
  spec: ChainSpec,
  chain: Chain,
  truth: number,
  truthSigma: number,
  observed: Observed,
  taken: Observable[],
): Cause[] {
  const sigmaC = Math.hypot(linearSpread(chain, truth).total, truthSigma)
  const voltPerC = Math.abs(
    idealValue(chain, 'pin', truth + 0.5) - idealValue(chain, 'pin', truth - 0.5),
  )
  const sigma = {
    shown: Math.max(sigmaC, spec.accuracy / 40),
    pinV: Math.hypot(sigmaC * voltPerC, METER_RELATIVE * idealValue(chain, 'pin', truth)),
  }
  const logLikelihood = (predicted: Required<Observed>): number =>
    taken.reduce((sum, what) => {
      // ohms go from a short to open circuit: they are compared by ratio
      if (what === 'ohm')
        return sum - 0.5 * (Math.log(observed.ohm! / predicted.ohm) / OHM_RATIO) ** 2
      // where a fault sends the reading far away its own size is unsure too
      const s = Math.hypot(
        sigma[what],
        0.03 * Math.abs(predicted[what] - chainValue(chain, what, truth)),
      )
      return sum - 0.5 * ((observed[what]! - predicted[what]) / s) ** 2 - Math.log(s / sigma[what])
    }, 0)
  const scored = FAULTS.filter((f) => f.of.includes(spec.drive.kind)).flatMap((fault) => {
    const variants = fault.variants(spec).flatMap((v) => {
      try {
        const predicted = observe(v, truth)
        return [{ v, predicted, log: logLikelihood(predicted) }]
      } catch {
        return []
      }
    })
    if (variants.length === 0) return []
    const best = variants.reduce((a, b) => (b.log > a.log ? b : a))
    // belief in a fault is the mean over the sizes it comes in
    const weight =
      (fault.prior * variants.reduce((sum, x) => sum + Math.exp(Math.max(-700, x.log)), 0)) /
      variants.length
    return [{ fault, best, weight }]
  })
  const unnamed =
    UNNAMED_PRIOR * (sigmaC / (UNNAMED_SHARE * (spec.range[1] - spec.range[0]))) ** taken.length
  const total = scored.reduce((sum, s) => sum + s.weight, 0) + unnamed
  return scored
    .map(({ fault, best, weight }): Cause => ({
      id: fault.id,
      name: fault.name,
      detail: best.v.label,
      remedy: fault.remedy,
      probability: weight / total,
      predicted: best.predicted,
    }))
    .filter((c) => c.probability > 0.02)
    .sort((a, b) => b.probability - a.probability)
    .slice(0, 5)
}

const chainValue = (chain: Chain, what: Observable, truth: number): number =>
  idealValue(chain, stageOf(chain.spec, what), truth)

/** Of the readings not taken, the one on which the likely causes differ most, counted in their own size. */
function nextReading(causes: Cause[], taken: Observable[]): KeyOnVerdict['next'] {
  const likely = causes.filter((c) => c.probability > 0.1).slice(0, 3)
  if (likely.length < 2) return null
  const open = (Object.keys(STAGE) as Observable[]).filter((k) => !taken.includes(k))
  const ranked = open
    .map((what) => {
      const values = likely.map((c) => c.predicted[what])
      const middle = values.reduce((a, b) => a + b, 0) / values.length
      return {
        what,
        apart: (Math.max(...values) - Math.min(...values)) / Math.max(1e-9, Math.abs(middle)),
      }
    })
    .filter((r) => r.apart > 0.02)
    .sort((a, b) => b.apart - a.apart)
  const best = ranked[0]
  return best
    ? {
        what: best.what,
        shows: likely.map((c) => ({ cause: c.name, value: c.predicted[best.what] })),
      }
    : null
}
