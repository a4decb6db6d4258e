import { K95 } from '../constants.ts'
import { orElse } from '../error.ts'
import type { Build } from '../build/types.ts'
import { familyOf, findFamily } from '../curve/registry.ts'
import {
  amount,
  bare,
  list,
  number,
  off,
  say,
  size,
  within,
  type Amount,
  type Phrase,
  type Said,
} from '../quantity/said.ts'
import { errorBudget } from './budget.ts'
import { whyReaderLapsed } from './lapses.ts'
import { asSentence } from '../quantity/format.ts'
import type { Chain } from './chain.ts'
import { curveRemedy, makeableTruths } from './curveRemedy.ts'
import { judgeTable } from './deviceTable.ts'
import type { StagePlace } from './places.ts'
import { measuredIn, type Sensor } from './sensor.ts'
import { shareBy } from './stages.ts'
import type { Assembled } from './spec.ts'
import { linearSpread } from './spread.ts'
import { leftOpen, walkForward, type Walked } from './walk.ts'

/** The next step of a reader: one sentence, its reason, and the stage where it is done. */
export type NextStep = { title: Said; reason: Phrase; stage: StagePlace }

/** The largest error known where a channel matters. */
export type Worst = { at: number; bias: number; band: number }

/** What a reader's next step is found from. */
export type Situation = {
  build: Build
  assembled: Assembled
  chain: Chain | null
  worst: Worst | null
  proven: boolean
}

/** The same of a reader whose chain is whole and reaches where it matters. */
type Whole = Situation & { chain: Chain; worst: Worst; walked: Walked; in: InTruth }

/** Truths of one reader as they are written: in its unit, as fine as it needs them. */
type InTruth = {
  at: (truth: number, decimals?: number) => Amount
  bare: (truth: number, decimals?: number) => Amount
  off: (difference: number) => Amount
  within: (half: number) => Amount
  size: (difference: number) => Amount
}

function inTruth(family: string, accuracy: number): InTruth {
  const unit = findFamily(family)?.truthUnit ?? ''
  return {
    at: (truth, decimals = 1) => amount(truth, unit, decimals, accuracy),
    bare: (truth, decimals = 1) => bare(truth, unit, decimals, accuracy),
    off: (difference) => off(difference, unit, 1, accuracy),
    within: (half) => within(half, unit, 1, accuracy),
    size: (difference) => size(difference, unit, 1, accuracy),
  }
}

/** A remedy or a band worth advising leaves less than this share of what there is. */
const WORTH = 0.9

/** Each looks for one thing to do, the first that finds one is the next step. */
const BEFORE_A_CHAIN: ((s: Situation) => NextStep | null)[] = [
  unknownFamily,
  pointsToMend,
  partsThatDoNotJoin,
  inputToDescribe,
]
const WITH_A_CHAIN: ((s: Whole) => NextStep | null)[] = [
  largestBias,
  unevenParts,
  bestNextPoint,
  largestDoubt,
  tableToEnter,
  tableToReplace,
  check,
]

/** What to do next about a reader: the first of the rules that finds something. */
export function nextStep(situation: Situation): NextStep {
  const first = firstOf(BEFORE_A_CHAIN, situation)
  if (first) return first
  const { chain, worst, assembled } = situation
  const written = inTruth(assembled.sensor.family, assembled.needs.accuracy)
  if (!chain || !worst) return notReached(assembled, written)
  const walked = walkForward(chain, worst.at)
  return (
    firstOf(WITH_A_CHAIN, { ...situation, chain, worst, walked, in: written }) ?? {
      stage: 'prove',
      title: say('nothing')`Nothing to do here.`,
      reason: 'Proven in the vehicle. Check again next season.',
    }
  )
}

function firstOf<S>(rules: readonly ((s: S) => NextStep | null)[], situation: S): NextStep | null {
  for (const rule of rules) {
    const step = rule(situation)
    if (step) return step
  }
  return null
}

function unknownFamily({ assembled: { sensor } }: Situation): NextStep | null {
  if (findFamily(sensor.family)) return null
  return {
    stage: 'element',
    title: say('newer-version')`This sensor needs a newer Echt.`,
    reason: sensor.problem ?? '',
  }
}

function pointsToMend({ assembled: { sensor, needs } }: Situation): NextStep | null {
  for (const part of measuredIn(sensor)) {
    const step = pointStep(part, inTruth(sensor.family, needs.accuracy))
    if (!step) continue
    // of several read as one say which
    const title =
      part === sensor ? step.title : say(step.title.code)`${part.element.name}: ${step.title}`
    return { stage: 'element', ...step, title }
  }
  return null
}

/** What is still to be done about the points of one sensor, or null. */
function pointStep(sensor: Sensor, written: InTruth): Omit<NextStep, 'stage'> | null {
  const family = familyOf(sensor.family)
  if (sensor.unusable.length > 0)
    return {
      title:
        sensor.unusable.length === 1
          ? say('unusable-point')`Strike or correct the point that cannot be used.`
          : say(
              'unusable-points',
            )`Strike or correct ${number(sensor.unusable.length)} points that cannot be used.`,
      reason: sensor.unusable[0]!.why,
    }
  if (sensor.points.length < family.leastPoints && !sensor.fit) {
    const [first, second] = family.firstSteps
    return sensor.points.length === 0
      ? {
          title: say('first-point')`Take the first point.`,
          reason: say('nothing-measured')`Nothing of this sensor is measured: ${first}`,
        }
      : {
          title: say('second-point')`Take a second point.`,
          reason: say('one-point')`One point does not make a curve: ${second}`,
        }
  }
  const { suspects } = sensor
  if (suspects.length > 0) {
    const names = list(suspects.map((i) => written.at(sensor.points[i]!.truth)))
    return suspects.length === 1
      ? {
          title: say('suspect')`Read the point at ${names} again, or strike it.`,
          reason: 'It misses what the others say by more than chance allows.',
        }
      : {
          title: say('suspects')`Read the points at ${names} again.`,
          reason: 'One of them does not fit, and they cannot be told apart.',
        }
  }
  return sensor.problem
    ? { title: say('no-curve')`Look at the points again.`, reason: sensor.problem }
    : null
}

function partsThatDoNotJoin({ assembled: { sensor } }: Situation): NextStep | null {
  return sensor.parts.length > 0 && sensor.problem
    ? { stage: 'element', title: say('parts')`Look at both senders.`, reason: sensor.problem }
    : null
}

function inputToDescribe({ chain, assembled }: Situation): NextStep | null {
  return chain
    ? null
    : {
        stage: 'input',
        title: say('input')`Describe the input.`,
        reason: assembled.problem ?? '',
      }
}

function notReached({ needs }: Assembled, written: InTruth): NextStep {
  const [low, high] = needs.best
  return {
    stage: 'element',
    title: say('not-reached')`Take a point where it matters.`,
    reason: say(
      'not-reached',
    )`The curve does not reach ${written.bare(low, 0)} to ${written.at(high, 0)}, where this channel matters most.`,
  }
}

function largestBias({ chain: { spec }, worst, walked, in: written }: Whole): NextStep | null {
  const largest = walked.biases.reduce((a, b) => (Math.abs(b.bias) > Math.abs(a.bias) ? b : a))
  const { name, editedAt, ownStep } = shareBy(largest.share)
  if (ownStep || !(Math.abs(largest.bias) > spec.accuracy / 2)) return null
  return {
    stage: editedAt,
    title: say('bias')`Look at ${name}.`,
    reason: say(
      'bias',
    )`At ${written.at(worst.at, 0)} ${name} moves the reading by ${written.off(largest.bias)},
      and ${written.within(spec.accuracy)} is needed.`,
  }
}

function unevenParts({ assembled, chain, worst, in: written }: Whole): NextStep | null {
  if (assembled.sensor.parts.length === 0 || assembled.channel.linked) return null
  const [least, most] = leftOpen(chain, worst.at)
  if (!(most - least > chain.spec.accuracy)) return null
  return {
    stage: 'element',
    title: say('uneven')`Say whether the halves stand level, or read each by itself.`,
    reason: say('uneven')`What reads as ${written.at(worst.at)} can be ${written.bare(least)} to
      ${written.at(most)} while one half may be fuller than the other.`,
  }
}

function bestNextPoint({ build, assembled, chain, worst, in: written }: Whole): NextStep | null {
  const { sensor, needs } = assembled
  if (!chain.spec.sensor.fit || !(worst.band > chain.spec.accuracy / 2)) return null
  const { shares } = linearSpread(chain, worst.at)
  const element = shares.find((s) => s.share === 'element')!.sigma
  if (shares.some((s) => s.sigma > element)) return null
  const family = familyOf(sensor.family)
  const next = orElse(
    () =>
      family.bestNext(
        sensor.points,
        makeableTruths(build, family, needs.range),
        needs.range,
        sensor.element.settings,
      ),
    null,
  )
  if (!next || !(next.bandAfter < WORTH * next.bandBefore)) return null
  return {
    stage: 'element',
    title: say('next-point')`Take one point at ${written.at(next.truth, 0)}.`,
    reason: say('next-point')`The widest band over ${written.bare(needs.range[0], 0)} to
      ${written.at(needs.range[1], 0)} shrinks from ${written.within(K95 * next.bandBefore)} to
      ${written.within(K95 * next.bandAfter)}.`,
  }
}

/** What would narrow the band most, whatever stage it belongs to. */
function largestDoubt({ build, assembled, chain, worst, in: written }: Whole): NextStep | null {
  const { spec } = chain
  if (!(worst.band > spec.accuracy)) return null
  const budget = errorBudget(chain, worst.at, curveRemedy(build, assembled, worst.at))
  const { next } = budget
  if (!next || next.kind !== 'spread' || !(next.worstAfter < WORTH * budget.worst)) return null
  return {
    stage: shareBy(next.share).editedAt,
    title: say('narrow')`${next.remedy}`,
    reason: say(
      'narrow',
    )`The worst error at ${written.at(worst.at, 0)} goes from ${written.size(budget.worst)} to
      ${written.size(next.worstAfter)}, and ${written.within(spec.accuracy)} is needed.`,
  }
}

function tableToEnter({ assembled: { input, sends: device } }: Whole): NextStep | null {
  if (!input.table || input.table.entered || input.table.form !== 'table') return null
  return {
    stage: 'table',
    title: say('enter-table')`Enter the table in ${device.name}.`,
    reason: say(
      'enter-table',
    )`Nothing says what ${device.name} holds now: until then what it shows is assumed.`,
  }
}

function tableToReplace({ assembled, chain, walked, in: written }: Whole): NextStep | null {
  const { input, sends: device } = assembled
  const bias = walked.biases.find((b) => b.share === 'table')!.bias
  if (!input.table?.entered || !(Math.abs(bias) > chain.spec.accuracy / 2)) return null
  const { worst, worstAt } = judgeTable(chain, input.table, input.table.entered)
  return {
    stage: 'table',
    title: say('replace-table')`Replace the table.`,
    reason: say(
      'replace-table',
    )`The table in ${device.name} errs by ${written.size(worst)} near ${written.at(worstAt, 0)}.`,
  }
}

function check({ build, assembled: { read, shows: device }, proven }: Whole): NextStep | null {
  if (proven) return null
  const lapsed = build.proofs.some((p) => p.read === read.id)
  const [why] = lapsed ? whyReaderLapsed(build, read.id) : []
  return {
    stage: 'prove',
    title: say(lapsed ? 'check-again' : 'check')`Check ${read.face.name || device.name} at key-on.`,
    reason: lapsed
      ? asSentence(why ?? 'something it rested on has changed since it was proven')
      : 'The chain is measured; the vehicle has not yet agreed.',
  }
}
