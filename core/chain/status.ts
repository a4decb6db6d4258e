import { elementOf, inputOf, readOf } from '../build/find.ts'
import type { Build, Read } from '../build/types.ts'
import { EchtError, orElse } from '../error.ts'
import { familyOf, findFamily } from '../curve/registry.ts'
import { plainly, type Quantity, type Write } from '../quantity/shown.ts'
import { linspace } from '../math/linspace.ts'
import { assembleChain, isProven, type Assembled } from './spec.ts'
import type { StagePlace } from './places.ts'
import { shareBy } from './shares.ts'
import { errorBudget } from './budget.ts'
import { curveRemedy, makeableTruths } from './curveRemedy.ts'
import { measuredIn } from './sensor.ts'
import { partName } from './source.ts'
import { errorAt, linearSpread } from './spread.ts'
import { leftOpen, walkForward } from './walk.ts'
import { prepareChain, type Chain } from './chain.ts'
import { judgeTable } from './deviceTable.ts'

export type State = 'empty' | 'assumed' | 'measured' | 'proven' | 'wrong'

/** The next step of a reader: one sentence, its reason, and the stage where it is done. */
export type NextStep = {
  title: string
  reason: string
  stage: StagePlace
}

export type ReadStatus = {
  assembled: Assembled
  chain: Chain | null
  state: State
  /** worst known bias and 95 % band over the best range, and where */
  worst: { at: number; bias: number; band: number } | null
  /** (|bias| + band) over the needed accuracy: above 1 is not good enough */
  ratio: number
  next: NextStep
  /** who reads, at which pin, and which part of the channel; null where it reads all of it */
  reader: { device: string; pin: string; part: string | null }
  /** unit of the truth, and how well it is needed */
  unit: string
  accuracy: number
}

/**
 * Everything the line-up and the channel say of one reader, out of the record; `write` puts its numbers into the
 * units somebody reads. Never throws: numbers that nothing can be computed from are said in the reader's own place.
 */
export function readStatus(build: Build, read: Read, write: Write = plainly): ReadStatus {
  try {
    return statusOf(build, read, write)
  } catch (error) {
    // whatever it was, it must not take the other readers with it
    const reason =
      error instanceof EchtError
        ? error.message
        : 'A number recorded for it leaves the computation without a result: look at the newest ones, or undo.'
    const assembled = unassembled(build, read, reason)
    return {
      ...readerOf(build, assembled),
      assembled,
      chain: null,
      state: 'wrong',
      worst: null,
      ratio: Infinity,
      next: { stage: 'element', title: 'Look at what was recorded.', reason },
    }
  }
}

function readerOf(
  build: Build,
  { device, input, channel, read, sensor, needs }: Assembled,
): Pick<ReadStatus, 'reader' | 'unit' | 'accuracy'> {
  return {
    reader: { device: device.name, pin: input.pin, part: partName(build, channel, read) },
    unit: findFamily(sensor.family)?.truthUnit ?? '',
    accuracy: needs.accuracy,
  }
}

/** A reader whose chain cannot be put together, with the reason. */
function unassembled(build: Build, read: Read, problem: string): Assembled {
  const { channel } = readOf(build, read.id)
  const element = elementOf(build, read.source.id)
  const sensor: Assembled['sensor'] = {
    element,
    family: element.family,
    points: [],
    curve: undefined,
    fit: null,
    assumedName: null,
    tolerance: 0,
    basis: 'assumed',
    problem,
    suspects: [],
    parts: [],
    unusable: [],
  }
  const { needs } = channel
  return { spec: null, sensor, channel, needs, read, ...inputOf(build, read.input), problem }
}

function statusOf(build: Build, read: Read, write: Write): ReadStatus {
  const assembled = assembleChain(build, read.id)
  const chain = assembled.spec ? prepareChain(assembled.spec) : null
  const worst = chain ? worstOverBest(chain) : null
  const ratio =
    worst && assembled.spec
      ? (Math.abs(worst.bias) + worst.band) / assembled.spec.accuracy
      : Infinity
  const proven = isProven(build, read.id)
  const sensors = measuredIn(assembled.sensor)
  const suspects = sensors.flatMap((s) => s.suspects)
  const unusable = sensors.flatMap((s) => s.unusable)
  const biased =
    worst !== null && assembled.spec !== null && Math.abs(worst.bias) > assembled.spec.accuracy
  const state: State =
    chain === null && unusable.length === 0
      ? 'empty'
      : suspects.length > 0 ||
          unusable.length > 0 ||
          biased ||
          (assembled.sensor.problem !== null && assembled.sensor.points.length > 1)
        ? 'wrong'
        : proven
          ? 'proven'
          : assembled.sensor.basis
  return {
    ...readerOf(build, assembled),
    assembled,
    chain,
    state,
    worst,
    ratio,
    next: nextStep(build, assembled, chain, worst, proven, write),
  }
}

function worstOverBest(chain: Chain): ReadStatus['worst'] {
  let worst: ReadStatus['worst'] = null
  for (const at of linspace(...chain.spec.best, 7)) {
    // where the curve ends before this place the element stage says so
    const here = orElse(() => errorAt(chain, at), null)
    if (here && (!worst || here.worst > Math.abs(worst.bias) + worst.band))
      worst = { at, bias: here.bias, band: here.band }
  }
  return worst
}

/** What is still to be done about the points of one sensor, or null. */
function pointStep(
  sensor: Assembled['sensor'],
  q: Quantity,
): { title: string; reason: string } | null {
  const family = familyOf(sensor.family)
  if (sensor.unusable.length > 0)
    return {
      title:
        sensor.unusable.length === 1
          ? 'Strike or correct the point that cannot be used.'
          : `Strike or correct ${sensor.unusable.length} points that cannot be used.`,
      reason: sensor.unusable[0]!.why,
    }
  if (sensor.points.length < family.leastPoints && !sensor.fit) {
    const first = sensor.points.length === 0
    return {
      title: first ? 'Take the first point.' : 'Take a second point.',
      reason: first
        ? `Nothing of this sensor is measured: ${family.firstSteps[0]}`
        : `One point does not make a curve: ${family.firstSteps[1]}`,
    }
  }
  const { suspects } = sensor
  if (sensor.problem && suspects.length === 0)
    return { title: 'Look at the points again.', reason: sensor.problem }
  if (suspects.length > 0) {
    const names = suspects.map((i) => q.text(sensor.points[i]!.truth)).join(' and ')
    return suspects.length === 1
      ? {
          title: `Read the point at ${names} again, or strike it.`,
          reason: 'It misses what the others say by more than chance allows.',
        }
      : {
          title: `Read the points at ${names} again.`,
          reason: 'One of them does not fit, and they cannot be told apart.',
        }
  }
  return null
}

function nextStep(
  build: Build,
  { sensor, channel, needs, read, input, device, problem }: Assembled,
  chain: Chain | null,
  worst: ReadStatus['worst'],
  proven: boolean,
  write: Write,
): NextStep {
  const family = findFamily(sensor.family)
  if (!family)
    return {
      stage: 'element',
      title: 'This sensor needs a newer Echt.',
      reason: sensor.problem ?? '',
    }
  const q = write(family.truthUnit, needs.accuracy)
  const needed = (accuracy: number): string => `${q.pm(accuracy, 1)} ${q.unit} is needed`
  for (const part of measuredIn(sensor)) {
    const step = pointStep(part, q)
    // of several read as one say which
    if (step)
      return {
        stage: 'element',
        ...step,
        ...(part === sensor
          ? {}
          : {
              title: `${part.element.name}: ${step.title.charAt(0).toLowerCase()}${step.title.slice(1)}`,
            }),
      }
  }
  if (sensor.parts.length > 0 && sensor.problem)
    return { stage: 'element', title: 'Look at both senders.', reason: sensor.problem }
  if (!chain) return { stage: 'input', title: 'Describe the input.', reason: problem ?? '' }
  const { spec } = chain
  if (!worst)
    return {
      stage: 'element',
      title: 'Take a point where it matters.',
      reason: `The curve does not reach ${q.bare(spec.best[0], 0)} to ${q.text(spec.best[1], 0)}, where this channel matters most.`,
    }
  const walked = walkForward(chain, worst.at)
  const largest = walked.biases.reduce((a, b) => (Math.abs(b.bias) > Math.abs(a.bias) ? b : a))
  if (Math.abs(largest.bias) > spec.accuracy / 2 && largest.share !== 'table') {
    const cause = shareBy(largest.share).name
    return {
      stage: shareBy(largest.share).editedAt,
      title: `Look at ${cause}.`,
      reason: `At ${q.text(worst.at, 0)} ${cause} moves the reading by ${q.off(largest.bias, 1)} ${q.unit}, and ${needed(spec.accuracy)}.`,
    }
  }
  if (sensor.parts.length > 0 && !channel.linked) {
    const [least, most] = leftOpen(chain, worst.at)
    if (most - least > spec.accuracy)
      return {
        stage: 'element',
        title: 'Say whether the halves stand level, or read each by itself.',
        reason: `What reads as ${q.text(worst.at)} can be ${q.bare(least)} to ${q.text(most)} while one half may be fuller than the other.`,
      }
  }
  if (spec.sensor.fit && worst.band > spec.accuracy / 2) {
    const shares = linearSpread(chain, worst.at).shares
    const element = shares.find((s) => s.share === 'element')!.sigma
    if (shares.every((s) => s.sigma <= element)) {
      const makeable = makeableTruths(build, family, needs.range)
      const { settings } = sensor.element
      const next = orElse(
        () => family.bestNext(sensor.points, makeable, needs.range, settings),
        null,
      )
      if (next && next.bandAfter < 0.9 * next.bandBefore)
        return {
          stage: 'element',
          title: `Take one point at ${q.text(next.truth, 0)}.`,
          reason: `The widest band over ${q.bare(needs.range[0], 0)} to ${q.text(needs.range[1], 0)} shrinks from ${q.pm(1.96 * next.bandBefore, 1)} to ${q.pm(1.96 * next.bandAfter, 1)} ${q.unit}.`,
        }
    }
  }
  if (worst.band > spec.accuracy) {
    // what would narrow it most, whatever stage it belongs to
    const budget = errorBudget(chain, worst.at, curveRemedy(build, { sensor, needs }, worst.at, q)),
      { next } = budget
    if (next && next.kind === 'spread' && next.worstAfter < 0.9 * budget.worst)
      return {
        stage: shareBy(next.share).editedAt,
        title: next.remedy,
        reason: `The worst error at ${q.text(worst.at, 0)} goes from ${q.pm(budget.worst, 1).slice(1)} to ${q.pm(next.worstAfter, 1).slice(1)} ${q.unit}, and ${needed(spec.accuracy)}.`,
      }
  }
  if (input.table && !input.table.entered && input.table.form === 'table')
    return {
      stage: 'table',
      title: `Enter the table in ${device.name}.`,
      reason: `Nothing says what ${device.name} holds now: until then what it shows is assumed.`,
    }
  if (
    input.table?.entered &&
    Math.abs(walked.biases.find((b) => b.share === 'table')!.bias) > spec.accuracy / 2
  ) {
    const { worst: errs, worstAt } = judgeTable(chain, input.table, input.table.entered)
    return {
      stage: 'table',
      title: 'Replace the table.',
      reason: `The table in ${device.name} errs by ${q.pm(errs, 1).slice(1)} ${q.unit} near ${q.text(worstAt, 0)}.`,
    }
  }
  if (!proven)
    return {
      stage: 'prove',
      title: `Check ${read.face.name || device.name} at key-on.`,
      reason: build.proofs.some((p) => p.read === read.id)
        ? 'Something it rested on has changed since it was proven.'
        : 'The chain is measured; the vehicle has not yet agreed.',
    }
  return {
    stage: 'prove',
    title: 'Nothing to do here.',
    reason: 'Proven in the vehicle. Check again next season.',
  }
}
