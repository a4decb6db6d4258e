import { fixed } from '../../core/quantity/index.ts'
import type { Edited, Element, Instrument, Measurement, Reading } from '../../core/build/index.ts'
import { lagCorrected, type CoolingSample } from '../../core/bench/index.ts'
import type { Typed } from '../parts/QuantityInput.tsx'

export type BenchPoint = { temperatureC: number; resistanceOhm: number }

/** How the probes lag and how long a point is averaged over, s of the log's clock. */
export type Lag = { referenceTauS: number; sensorTauS: number; windowS: number }

/** Ohms as a meter of four digits shows them. */
export const ohmsAsTyped = (ohm: number): string => fixed(ohm, ohm < 400 ? 2 : ohm < 4000 ? 1 : 0)

/** A point rests on so many readings at least. */
const LEAST_READINGS = 3
/** Where readings come slowly they may be so many windows old, so that a point is taken and not waited for. */
const SLOW_WINDOWS = 3

/**
 * The mean of the newest readings within `windowS`, of the newest three where they come more slowly than that, and
 * undefined of fewer. Ohms by their logarithm.
 */
export function meanOf(log: readonly CoolingSample[], windowS: number): BenchPoint | undefined {
  const end = log.at(-1)?.timeS ?? 0
  const within = log.filter((s) => end - s.timeS <= windowS)
  const near = within.length < LEAST_READINGS ? log.slice(-LEAST_READINGS) : within
  if (near.length < LEAST_READINGS || end - near[0]!.timeS > SLOW_WINDOWS * windowS)
    return undefined
  const mean = (of: (s: CoolingSample) => number): number =>
    near.reduce((sum, s) => sum + of(s), 0) / near.length
  return {
    temperatureC: mean((s) => s.referenceC),
    resistanceOhm: Math.exp(mean((s) => Math.log(s.resistanceOhm))),
  }
}

/**
 * The readings of a point from the bench: the ohms, and the truth unless its method knows it (melting ice). A
 * temperature that was typed goes before the one that was read.
 */
export function pointReadings(
  point: BenchPoint,
  by: {
    method: string
    typed: Typed | null
    meter: Instrument | undefined
    thermometer: Instrument | undefined
  },
): Reading[] {
  const ohms = ohmsAsTyped(point.resistanceOhm)
  const signal: Reading = {
    role: 'signal',
    typed: ohms,
    unit: 'Ω',
    value: Number(ohms),
    instrument: by.meter?.id ?? null,
  }
  if (by.method === 'ice' && !by.typed) return [signal]
  const shown = fixed(point.temperatureC, 2)
  const truth = by.typed ?? { typed: shown, unit: '°C', value: Number(shown) }
  return [signal, { role: 'truth', ...truth, instrument: by.thermometer?.id ?? null }]
}

/** The change that records a point of a sensor. */
export function recordBenchPoint(
  element: Element,
  point: Pick<Measurement, 'id' | 'at' | 'method' | 'readings' | 'note'>,
): Edited {
  const about = { kind: 'point' as const, element: element.id }
  return {
    kind: 'addMeasurement',
    args: { measurement: { ...point, by: '', about, struck: null } },
  }
}

/** Where the automatic points stand: the temperature of the last one, and one whose readings are still coming in. */
export type AutoSteps = { lastC: number | null; pendingS: number | null }
export const NO_STEPS: AutoSteps = { lastC: null, pendingS: null }

/**
 * One more reading of a cooling flask: each time the reference has moved a step a point is due, and it is taken, with
 * the lag of both probes off it, once the readings after that moment are in too. Where too few of them came, the step
 * is due anew at the newest.
 */
export function stepOn(
  steps: AutoSteps,
  log: readonly CoolingSample[],
  { everyC, lag }: { everyC: number; lag: Lag },
): { steps: AutoSteps; point?: BenchPoint } {
  const last = log.at(-1)
  if (!last || Number.isNaN(last.referenceC)) return { steps }
  if (steps.pendingS !== null) {
    if (last.timeS - steps.pendingS < lag.windowS / 2) return { steps }
    const point = lagCorrected([...log], steps.pendingS, lag)
    return point
      ? { steps: { ...steps, pendingS: null }, point }
      : { steps: { lastC: last.referenceC, pendingS: last.timeS } }
  }
  const tooShort = last.timeS - log[0]!.timeS < lag.windowS
  const moved = steps.lastC === null || Math.abs(last.referenceC - steps.lastC) >= everyC
  return tooShort || !moved
    ? { steps }
    : { steps: { lastC: last.referenceC, pendingS: last.timeS } }
}
