import { median } from 'simple-statistics'
import type { ReadCapture } from './decode.ts'

/** What a pickup gives in one turn of the wheel. */
export type TurnStrength = {
  rpm: number
  /** the smallest and the middle peak of its teeth, V */
  leastV: number
  peakV: number
  /** 1σ of the noise, V */
  noiseV: number
}

/** How strong a pickup is against its noise and against the comparator that reads it. */
export type Strength = {
  /** turns in sync, in the order of their speed */
  turns: TurnStrength[]
  /** V at 1000 turns a minute: a coil gives in proportion to the speed */
  voltPer1000: number
  /** the smallest peak of a tooth over its 1σ of noise, in the turn where that is least */
  leastRatio: number
  /** noise, 1σ, V: the middle of the turns */
  noiseV: number
}

/** Fourth differences of white noise of 1σ have this many σ. */
const FOURTH = Math.sqrt(70)
/** Median of the absolute value of a normal, in σ. */
const MIDDLE = 0.6745
/** Turns that are looked at. */
const MOST_TURNS = 400

/**
 * Peaks and noise of a variable-reluctance pickup turn by turn. Noise is told by fourth differences, which a signal of
 * some samples a tooth hardly has. Null for fewer than two turns in sync.
 *
 * @param samples volts, those the capture was read from
 */
export function strengthOf(samples: Float32Array, read: ReadCapture): Strength | null {
  const { at, edge } = read.tracked
  const starts: number[] = []
  for (let k = 0; k < at.length; k++) if (edge[k] === 0) starts.push(k)
  const turns: TurnStrength[] = []
  const every = Math.max(1, Math.ceil(starts.length / MOST_TURNS))
  for (let t = 0; t + 1 < starts.length; t += every) {
    const [from, to] = [starts[t]!, starts[t + 1]!]
    const rpm = (60 * read.sampleHz) / (at[to]! - at[from]!)
    const peaks: number[] = []
    for (let k = from; k < to; k++) peaks.push(peakBetween(samples, at[k]!, at[k + 1]!))
    const noiseV = noiseBetween(samples, at[from]!, at[to]!)
    turns.push({ rpm, leastV: Math.min(...peaks), peakV: median(peaks), noiseV })
  }
  if (turns.length < 2) return null
  turns.sort((a, b) => a.rpm - b.rpm)
  return {
    turns,
    voltPer1000: median(turns.map((t) => (1000 * t.peakV) / t.rpm)),
    leastRatio: Math.min(...turns.map((t) => t.leastV / t.noiseV)),
    noiseV: median(turns.map((t) => t.noiseV)),
  }
}

/** The highest a signal stands off nothing between two edges, V. */
function peakBetween(samples: Float32Array, from: number, to: number): number {
  let most = 0
  for (let i = Math.ceil(from); i < to && i < samples.length; i++)
    most = Math.max(most, Math.abs(samples[i]!))
  return most
}

/** 1σ of white noise in a stretch, V. */
function noiseBetween(samples: Float32Array, from: number, to: number): number {
  const fourth: number[] = []
  const every = Math.max(1, Math.floor((to - from) / 4000))
  for (let i = Math.ceil(from) + 2; i + 2 < to && i + 2 < samples.length; i += every)
    fourth.push(
      Math.abs(
        samples[i - 2]! -
          4 * samples[i - 1]! +
          6 * samples[i]! -
          4 * samples[i + 1]! +
          samples[i + 2]!,
      ),
    )
  return fourth.length === 0 ? 0 : median(fourth) / MIDDLE / FOURTH
}

/** What a comparator makes of a pickup. */
export type AgainstComparator = {
  /** the smallest peak over the threshold */
  peaks: number
  /** hysteresis over the noise from end to end, which is six σ */
  hysteresis: number
  /** speed at which a tooth reaches twice the threshold, turns a minute */
  fromRpm: number
}

/** Peaks and noise against a comparator: what is less than one fails. */
export function againstComparator(
  { turns, voltPer1000, noiseV }: Strength,
  { thresholdV, hysteresisV }: { thresholdV: number; hysteresisV: number },
): AgainstComparator {
  const leastV = Math.min(...turns.map((t) => t.leastV))
  return {
    peaks: leastV / thresholdV,
    hysteresis: noiseV > 0 ? hysteresisV / (6 * noiseV) : Infinity,
    fromRpm: (2000 * thresholdV) / voltPer1000,
  }
}
