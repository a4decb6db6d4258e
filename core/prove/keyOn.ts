import { K95 } from '../constants.ts'
import type { Phrase } from '../quantity/said.ts'
import type { ChainSpec } from '../chain/spec.ts'
import { EchtError, requireFinite } from '../error.ts'
import { prepareChain } from '../chain/chain.ts'
import { expectedReadings } from './expected.ts'
import { FAULTS } from './faults/index.ts'
import {
  checkedAt,
  OBSERVABLES,
  likelihood,
  predictAll,
  stageOf,
  unnamedLog,
  type Observable,
  type Observed,
  type Prediction,
  type Predictions,
  type Readings,
} from './predict.ts'

export { observe, type Observable, type Observed } from './predict.ts'

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
  detail: Phrase
  remedy: string
  /** share of belief */ probability: number
  /** what it would show, in the stage's unit */ predicted: Readings
}
export type KeyOnVerdict = {
  agrees: boolean
  comparisons: Comparison[]
  /** likely first; empty when all agrees */
  causes: Cause[]
  /** the likeliest, where what was read cannot part them: two or more, or none */
  alike: string[]
  /** the reading not yet taken that would part the likeliest causes best, with what each would show */
  next: { what: Observable; shows: { cause: string; value: number }[] } | null
}

/** χ² that 95 in 100 healthy chains stay below, by how many readings were taken. */
const LIMIT = [0, 3.841, 5.991, 7.815]
/** Half-widths of 95 % for each of several readings together, in σ (Šidák). */
const TOGETHER = [0, K95, 2.236, 2.388]
/** A reading on a hand-held meter: 1σ relative. */
const METER_RELATIVE = 0.005
/**
 * How often a chain is sound and its readings stray, and how often the cause is another than those named, beside a
 * fault's.
 */
const SOUND_PRIOR = 20
const UNNAMED_PRIOR = 1
/** Causes whose readings differ by less than this, in their own σ, are alike. */
const ALIKE_SIGMA = 2
/** Shares of belief that are listed, and that make a cause worth parting from the first. */
const LISTED = 0.02
const LIKELY = 0.1

/**
 * Compares what was read at a known truth with what the chain says, all readings together at 95 %. When they do not
 * agree, every fault is put into the chain in turn, at every size it comes in, and ranked by how well it then
 * predicts all the readings, times how often it happens (Bayes). Shares leave room for a cause that is not named
 * here, and for a sound chain whose readings stray. Throws `EchtError` `nothing-read`, `not-a-number`.
 */
export function keyOnCheck(
  spec: ChainSpec,
  knownTruth: number,
  knownSigma: number,
  observed: Observed,
): KeyOnVerdict {
  const taken = OBSERVABLES.filter((k) => observed[k] !== undefined)
  if (taken.length === 0)
    throw new EchtError('nothing-read', 'Type at least what the device shows.')
  for (const k of taken) requireFinite(observed[k], 'A reading of the check')
  const { truth, truthSigma } = checkedAt(spec, knownTruth, knownSigma)
  const predictions = predicted(spec, truth, truthSigma)
  const comparisons = compare(spec, truth, truthSigma, observed, taken)
  const { chiSquared } = likelihood(predictions.healthy, observed, taken)
  if (chiSquared <= LIMIT[taken.length]!)
    return { agrees: true, comparisons, causes: [], alike: [], next: null }
  const causes = rankCauses(spec, predictions, observed, taken)
  const likely = causes.filter((c) => c.cause.probability > LIKELY).slice(0, 3)
  return {
    agrees: false,
    comparisons,
    causes: causes.map((c) => c.cause),
    alike: alike(likely, taken),
    next: nextReading(likely, taken),
  }
}

let kept: { spec: ChainSpec; truth: number; truthSigma: number; all: Predictions } | null = null

/** The faulty chains of one place are run once, however often its readings are typed anew. */
function predicted(spec: ChainSpec, truth: number, truthSigma: number): Predictions {
  if (kept?.spec !== spec || kept.truth !== truth || kept.truthSigma !== truthSigma)
    kept = { spec, truth, truthSigma, all: predictAll(spec, FAULTS, truth, truthSigma) }
  return kept.all
}

/** Each reading by itself beside what is expected of it. */
function compare(
  spec: ChainSpec,
  truth: number,
  truthSigma: number,
  observed: Observed,
  taken: readonly Observable[],
): Comparison[] {
  const expected = expectedReadings(prepareChain(spec), truth, truthSigma)
  const wider = TOGETHER[taken.length]! / K95
  return taken.map((what): Comparison => {
    const e = expected.find((x) => x.stage === stageOf(spec, what))!
    const read = observed[what]!
    const own = what === 'shown' ? 0 : K95 * METER_RELATIVE * Math.abs(e.value)
    const low = e.value - wider * Math.hypot(e.value - e.low, own),
      high = e.value + wider * Math.hypot(e.high - e.value, own)
    return { what, read, expected: e.value, low, high, inside: read >= low && read <= high }
  })
}

type Ranked = { cause: Cause; best: Prediction }

function rankCauses(
  spec: ChainSpec,
  { healthy, faults }: Predictions,
  observed: Observed,
  taken: readonly Observable[],
): Ranked[] {
  const scored = faults().flatMap(({ fault, sizes }) => {
    if (sizes.length === 0) return []
    const logs = sizes.map((p) => likelihood(p, observed, taken).log)
    const top = Math.max(...logs)
    // belief in a fault is the mean over the sizes it comes in
    const mean = logs.reduce((sum, log) => sum + Math.exp(log - top), 0) / sizes.length
    return [
      { fault, best: sizes[logs.indexOf(top)]!, log: Math.log(fault.prior) + top + Math.log(mean) },
    ]
  })
  const others = [
    Math.log(SOUND_PRIOR) + likelihood(healthy, observed, taken).log,
    Math.log(UNNAMED_PRIOR) + unnamedLog(spec, taken),
  ]
  const highest = Math.max(...others, ...scored.map((s) => s.log))
  const weight = (log: number): number => Math.exp(log - highest)
  const total = [...others, ...scored.map((s) => s.log)].reduce((sum, log) => sum + weight(log), 0)
  return scored
    .map(({ fault, best, log }): Ranked => ({
      best,
      cause: {
        id: fault.id,
        name: fault.name,
        detail: best.variant.label,
        remedy: fault.remedy,
        probability: weight(log) / total,
        predicted: best.readings,
      },
    }))
    .filter((r) => r.cause.probability > LISTED)
    .sort((a, b) => b.cause.probability - a.cause.probability)
    .slice(0, 5)
}

/** How far two causes lie apart on a reading, in σ of both. */
function apart(a: Prediction, b: Prediction, what: Observable): number {
  return Math.sqrt(likelihood(a, b.readings, [what]).chiSquared / 2)
}

/** The first and those that would have given the same readings. */
function alike(likely: readonly Ranked[], taken: readonly Observable[]): string[] {
  const [first, ...rest] = likely
  if (!first) return []
  const same = rest.filter((r) =>
    taken.every((what) => apart(first.best, r.best, what) < ALIKE_SIGMA),
  )
  return same.length === 0 ? [] : [first, ...same].map((r) => r.cause.name)
}

/** Of the readings not taken, the one on which the likely causes differ most, counted in their own σ. */
function nextReading(
  likely: readonly Ranked[],
  taken: readonly Observable[],
): KeyOnVerdict['next'] {
  const [first, ...rest] = likely
  if (!first || rest.length === 0) return null
  const resistive = first.best.variant.spec.drive.kind === 'resistance'
  const ranked = OBSERVABLES.filter((k) => !taken.includes(k) && (k !== 'ohm' || resistive))
    .map((what) => ({ what, by: Math.max(...rest.map((r) => apart(first.best, r.best, what))) }))
    .filter((r) => r.by > ALIKE_SIGMA)
    .sort((a, b) => b.by - a.by)
  const best = ranked[0]
  return best
    ? {
        what: best.what,
        shows: likely.map(({ cause }) => ({
          cause: cause.name,
          value: cause.predicted[best.what],
        })),
      }
    : null
}
