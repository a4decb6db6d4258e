import { lagOf } from '../../core/curve/temperature/index.ts'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Build, Element, Instrument } from '../../core/build/index.ts'
import { lagCorrected, settling, type Settling, timeConstantS } from '../../core/bench/index.ts'
import type { Sensor } from '../../core/chain/index.ts'
import { familyOf } from '../../core/curve/index.ts'
import { fixed, roundFigures } from '../../core/quantity/index.ts'
import type { Typed } from '../parts/QuantityInput.tsx'
import { ohms, useQuantity } from '../parts/units.ts'
import { newId } from '../store/id.ts'
import { inWords } from '../store/problem.ts'
import { useBuild } from '../store/useBuild.ts'
import {
  meanOf,
  NO_STEPS,
  pointReadings,
  recordBenchPoint,
  stepOn,
  type BenchPoint,
  type Lag,
  type AutoSteps,
} from './recording.ts'
import type { Bench } from './useBench.ts'

const WINDOW_S = 20
/** A window is never shorter than this, whatever the clock, s. */
const LEAST_WINDOW_S = 1.5
/** The flask is left alone once it is this near the shed, °C per second. */
const SETTLED_C_PER_S = 0.01
/** Lags where nobody stated them, s. */
const REFERENCE_TAU_S = 4
const SENSOR_TAU_S = 6

export type Recording = {
  rest: Settling
  /** what was last done or refused, in a sentence */
  said: string | null
  say: (text: string | null) => void
  recordNow: () => void
  takeLags: () => void
  auto: boolean
  setAuto: (on: boolean) => void
  everyC: number
  setEveryC: (celsius: number) => void
  /** how far the reference has come towards the next automatic point, 0 to 1; null before the first */
  progress: number | null
  /** the probes were put elsewhere: the steps begin anew */
  startSteps: () => void
  setProbe: (typed: Typed | null) => void
}

/** Points from the bench into the record: by hand, or by themselves at steps while a flask cools. */
export function useRecording(
  bench: Bench,
  { element, sensor }: { element: Element; sensor: Sensor },
  { method, rate, simulated }: { method: string; rate: number; simulated: boolean },
): Recording {
  const { build, edit } = useBuild()
  const q = useQuantity('°C')
  const [said, setSaid] = useState<string | null>(null)
  const [probe, setProbe] = useState<Typed | null>(null)
  const { thermometer, meter } = onTheBench(build)
  const windowS = Math.max(LEAST_WINDOW_S, WINDOW_S / rate)
  const lag: Lag = {
    referenceTauS: (thermometer?.lagS ?? REFERENCE_TAU_S) / rate,
    sensorTauS: lagOf(element.settings, SENSOR_TAU_S) / rate,
    windowS,
  }
  const rest = useMemo(
    () =>
      settling(
        bench.log.map((s) => ({ timeS: s.timeS, value: s.referenceC })),
        { windowS, rateLimit: SETTLED_C_PER_S * rate },
      ),
    [bench.log, windowS, rate],
  )
  const record = (point: BenchPoint, note: string): void => {
    const typed = simulated ? null : probe
    const readings = pointReadings(point, { method, typed, meter, thermometer })
    const refused = edit(
      recordBenchPoint(element, {
        ...{ id: newId(), at: new Date().toISOString(), method, readings, note },
      }),
    )
    setSaid(refused ?? `Recorded ${q.text(point.temperatureC)}, ${ohms(point.resistanceOhm)}.`)
  }
  const { startSteps, ...steps } = useSteps(bench.log, lag, (point) =>
    record(point, 'taken by itself at a step, corrected for lag'),
  )

  const recordNow = (): void => {
    const last = bench.log.at(-1)
    if (!last) return
    if (!simulated && !probe && method !== 'ice') {
      setSaid('Type what the thermometer shows first.')
      return
    }
    const moving = rest.state === 'moving'
    const point = moving
      ? lagCorrected(bench.log, last.timeS - windowS / 2, lag)
      : meanOf(bench.log, windowS)
    if (!point) setSaid('Too few readings yet: wait a moment.')
    else record(point, moving ? 'corrected for the lag of both probes' : 'at rest')
  }
  // the probes were just moved from one bath into another: how they follow is their lag
  const takeLags = (): void => {
    try {
      const lags = lagsSeen(bench.log, { sensor, rate, simulated })
      const sensorLagS = roundFigures(lags.sensorS, 3)
      edit({
        kind: 'editElement',
        args: { id: element.id, patch: { settings: { lagS: sensorLagS } } },
      })
      if (lags.probeS !== null && thermometer)
        edit({
          kind: 'editInstrument',
          args: { id: thermometer.id, patch: { lagS: roundFigures(lags.probeS, 3) } },
        })
      const other = lags.probeS === null ? '' : `, the thermometer in ${fixed(lags.probeS, 1)} s`
      setSaid(
        `The sensor follows in ${fixed(lags.sensorS, 1)} s${other}: cooling points are corrected by that.`,
      )
    } catch (error) {
      setSaid(inWords(error, 'Finding the lag'))
    }
  }
  return { rest, said, say: setSaid, recordNow, takeLags, setProbe, startSteps, ...steps }
}

/** Points by themselves, one every so many degrees, once they are asked for. */
function useSteps(
  log: Bench['log'],
  lag: Lag,
  onPoint: (point: BenchPoint) => void,
): Pick<Recording, 'auto' | 'setAuto' | 'everyC' | 'setEveryC' | 'progress' | 'startSteps'> {
  const [auto, setAuto] = useState(false)
  const [everyC, setEveryC] = useState(8)
  const steps = useRef<AutoSteps>(NO_STEPS)
  const [lastC, setLastC] = useState<number | null>(null)
  const startSteps = (): void => {
    steps.current = NO_STEPS
    setLastC(null)
  }
  useEffect(() => {
    if (!auto) return
    const next = stepOn(steps.current, log, { everyC, lag })
    steps.current = next.steps
    setLastC(next.steps.lastC)
    if (next.point) onPoint(next.point)
    // runs once a reading
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [log, auto])
  const reference = log.at(-1)?.referenceC
  return {
    ...{ auto, everyC, setEveryC, startSteps },
    setAuto: (on) => {
      startSteps()
      setAuto(on)
    },
    progress:
      auto && lastC !== null && reference !== undefined
        ? Math.min(1, Math.abs(reference - lastC) / everyC)
        : null,
  }
}

/** What follows the ohms in degrees: without a curve yet, ln R, over one step near enough a straight line of them. */
const temperatureBy = ({ curve, family }: Sensor, ohm: number): number =>
  curve === undefined ? Math.log(ohm) : familyOf(family).inverse(curve, ohm)

/** The instruments a bench reads with: the first thermometer and the first meter there are. */
const onTheBench = ({ instruments }: Build): { thermometer?: Instrument; meter?: Instrument } => ({
  thermometer: instruments.find((i) => i.kind === 'thermometer'),
  meter: instruments.find((i) => i.kind === 'meter'),
})

/** How slowly sensor and probe follow a step, seconds of the clock; a probe that is typed shows none. */
function lagsSeen(
  log: Bench['log'],
  { sensor, rate, simulated }: { sensor: Sensor; rate: number; simulated: boolean },
): { sensorS: number; probeS: number | null } {
  const follows = (value: (s: Bench['log'][number]) => number): number =>
    timeConstantS(log.map((s) => ({ timeS: s.timeS, value: value(s) }))).tauS * rate
  return {
    sensorS: follows((s) => temperatureBy(sensor, s.resistanceOhm)),
    probeS: simulated ? follows((s) => s.referenceC) : null,
  }
}
