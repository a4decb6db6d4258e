import { pathOf, pinName } from '../build/find.ts'
import type { Build, Read } from '../build/types.ts'
import { EchtError, orElse } from '../error.ts'
import { findFamily } from '../curve/registry.ts'
import { say } from '../quantity/said.ts'
import { nextStep, type NextStep, type Worst } from './next.ts'
import { linspace } from '../math/linspace.ts'
import { assembleChain, isReaderProven, type Assembled } from './spec.ts'
import { measuredIn } from './sensor.ts'
import { partName } from './source.ts'
import { errorAt } from './spread.ts'
import { prepareChain, type Chain } from './chain.ts'

export type State = 'empty' | 'assumed' | 'measured' | 'proven' | 'wrong'

export type ReadStatus = {
  assembled: Assembled
  chain: Chain | null
  state: State
  /** worst known bias and 95 % band over the best range, and where */
  worst: Worst | null
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
 * Everything the line-up and the channel say of one reader, out of the record. Never throws: numbers that nothing can
 * be computed from are said in the reader's own place.
 */
export function readStatus(build: Build, read: Read): ReadStatus {
  try {
    return statusOf(build, read)
  } catch (error) {
    // whatever it was, it must not take the other readers with it
    const reason =
      error instanceof EchtError
        ? error.message
        : 'A number recorded for it leaves the computation without a result: look at the newest ones, or undo.'
    const assembled = unassembled(build, read, reason)
    return {
      ...readerOf(assembled),
      assembled,
      chain: null,
      state: 'wrong',
      worst: null,
      ratio: Infinity,
      next: { stage: 'element', title: say('look-at-record')`Look at what was recorded.`, reason },
    }
  }
}

function readerOf({
  sensor,
  needs,
  ...path
}: Assembled): Pick<ReadStatus, 'reader' | 'unit' | 'accuracy'> {
  return {
    reader: { device: path.shows.name, pin: pinName(path.pin), part: partName(path) },
    unit: findFamily(sensor.family)?.truthUnit ?? '',
    accuracy: needs.accuracy,
  }
}

/** A reader whose chain cannot be put together, with the reason. */
function unassembled(build: Build, read: Read, problem: string): Assembled {
  const path = pathOf(build, read.id)
  const { element } = path
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
  return { ...path, spec: null, sensor, needs: path.channel.needs, problem }
}

function statusOf(build: Build, read: Read): ReadStatus {
  const assembled = assembleChain(build, read.id)
  const chain = assembled.spec ? prepareChain(assembled.spec) : null
  const worst = chain ? worstOverBest(chain) : null
  const ratio =
    worst && assembled.spec
      ? (Math.abs(worst.bias) + worst.band) / assembled.spec.accuracy
      : Infinity
  const proven = isReaderProven(build, read.id)
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
    ...readerOf(assembled),
    assembled,
    chain,
    state,
    worst,
    ratio,
    next: nextStep({ build, assembled, chain, worst, proven }),
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
