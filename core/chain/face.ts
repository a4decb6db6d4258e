import { channelOf, pinName } from '../build/find.ts'
import type { Build, Face, Read } from '../build/types.ts'
import { EchtError, refusal } from '../error.ts'
import { findFamily } from '../curve/registry.ts'
import { convertFromCore } from '../quantity/units.ts'
import { fixed } from '../quantity/format.ts'
import { readersAlike } from './source.ts'
import { assembleChain } from './spec.ts'
import { STAGES, type StageId } from './stages.ts'
import { linearSpread } from './spread.ts'
import { prepareChain, type Chain } from './chain.ts'
import { walkForward } from './walk.ts'

/** Where a needle stands for a value, degrees from its first mark; a needle on its stop says so. */
export function needleAt(
  needle: NonNullable<Face['needle']>,
  value: number,
): { degrees: number; onStop: 'low' | 'high' | null } {
  const { low, high, sweepDegrees } = needle
  if (low === high)
    throw new EchtError(
      'bad-range',
      `The scale runs from ${low} to ${high}: give two different marks.`,
    )
  const share = (value - low) / (high - low)
  return {
    degrees: Math.min(1, Math.max(0, share)) * sweepDegrees,
    onStop: share < 0 ? 'low' : share > 1 ? 'high' : null,
  }
}

/** Marks of a needle's scale, value and degrees. */
export function needleMarks(
  needle: NonNullable<Face['needle']>,
): { value: number; degrees: number }[] {
  const step = Math.abs(needle.markStep),
    [a, b] = [Math.min(needle.low, needle.high), Math.max(needle.low, needle.high)]
  const count = Math.floor((b - a) / step + 1e-9)
  return Array.from({ length: Math.min(200, count) + 1 }, (_, i) => a + i * step).map((value) => ({
    value,
    degrees: needleAt(needle, value).degrees,
  }))
}

/** What a face writes or points at, as one reads it. */
export function faceText(face: Face, value: number, coreUnit: string): string {
  const unit = face.unit ?? coreUnit
  // eslint-disable-next-line no-restricted-syntax -- digits of a device, not a sentence
  return `${fixed(convertFromCore(value, unit), face.decimals)} ${unit}`
}

/** Whether a warning is on, given whether it was: off again only a hysteresis back. */
export function warningOn(
  warning: NonNullable<Face['warning']>,
  value: number,
  was: boolean,
): boolean {
  const beyond = (limit: number): boolean =>
    warning.when === 'above' ? value > limit : value < limit
  const back =
    warning.when === 'above' ? warning.at - warning.hysteresis : warning.at + warning.hysteresis
  return was ? beyond(back) : beyond(warning.at)
}

/** What a lamp does at a value that is shown: between its two limits it stays as it was. */
export function lampAt(
  warning: NonNullable<Face['warning']>,
  shown: number,
): 'on' | 'off' | 'stays as it was' {
  if (warningOn(warning, shown, false)) return 'on'
  return warningOn(warning, shown, true) ? 'stays as it was' : 'off'
}

/** Seconds until a damped face shows a step to within a tenth. */
export const settleS = (dampingS: number): number => dampingS * Math.log(10)

export type ReaderAt = {
  read: string
  device: string
  pin: string
  /** null with the reason where the chain is not whole */
  shown: number | null
  text: string
  off: number
  half: number
  heights: { id: StageId; height: number }[]
  problem: string | null
}

export type Readers = {
  readers: ReaderAt[]
  /** the first stage at which two readers' threads differ by more than a fifth of the need, and by how much there */
  partsAt: { stage: StageId; by: number } | null
  /** largest difference between what two of them show */
  apart: number
}

/** A reader with its chain made ready, or why there is none. */
export type ReaderChain = {
  read: Read
  device: string
  pin: string
  unit: string
  chain: Chain | null
  problem: string | null
}

/** Everything that reads the same of a channel: all its readers, or where each reads a part those of `element`. */
export function readerChains(build: Build, channelId: string, element?: string): ReaderChain[] {
  return readersAlike(channelOf(build, channelId), element).map((read) => {
    const { spec, problem, sensor, input, pin, shows } = assembleChain(build, read.id)
    return {
      read,
      device: shows.name,
      pin: pinName(pin),
      unit: input.table?.valueUnit ?? findFamily(sensor.family)?.truthUnit ?? '',
      chain: spec ? prepareChain(spec) : null,
      problem,
    }
  })
}

/** What every reader shows at one truth, and where their threads part by more than a fifth of the accuracy needed. */
export function readersAt(
  chains: readonly ReaderChain[],
  truth: number,
  accuracy: number,
): Readers {
  const readers = chains.map(({ read, device, pin, unit, chain, problem }): ReaderAt => {
    const base = {
      read: read.id,
      device,
      pin,
      heights: [],
      off: NaN,
      half: NaN,
      shown: null,
      text: '–',
    }
    if (!chain) return { ...base, problem }
    try {
      const walked = walkForward(chain, truth)
      return {
        ...base,
        shown: walked.shown,
        off: walked.shown - truth,
        half: linearSpread(chain, truth).band,
        problem: null,
        heights: walked.stages.map(({ id, height }) => ({ id, height })),
        text: faceText(read.face, walked.shown, unit),
      }
    } catch (error) {
      return { ...base, problem: refusal(error).message }
    }
  })
  const whole = readers.filter((r) => r.shown !== null)
  const limit = accuracy / 5
  let partsAt: Readers['partsAt'] = null
  for (const { id: stage } of STAGES.slice(1)) {
    const at = whole.flatMap((r) => r.heights.filter((h) => h.id === stage).map((h) => h.height))
    const by = at.length < 2 ? 0 : Math.max(...at) - Math.min(...at)
    if (by > limit) {
      partsAt = { stage, by }
      break
    }
  }
  const shown = whole.map((r) => r.shown!)
  return { readers, partsAt, apart: shown.length < 2 ? 0 : Math.max(...shown) - Math.min(...shown) }
}
