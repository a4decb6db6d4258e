import { useCallback, useEffect, useRef, useState } from 'react'
import type { CoolingSample } from '../../core/bench/index.ts'
import { BenchInstrument, type Link } from './instrument.ts'
import { newId } from '../store/id.ts'
import { serialTransport } from './serialTransport.ts'
import { webSocketTransport } from './webSocketTransport.ts'

export type BenchSource = 'simulated' | 'serial'
export type BenchScenario = 'ICE' | 'AIR' | 'KETTLE'

const PERIOD_MS = 250
/** The simulated flask of this page: another tab has its own. */
const FLASK = newId()
/** Kept for the picture and the lag; points are in the record as soon as they are taken. */
const KEEP = 4000

export type Bench = {
  meter: Link
  thermometer: Link
  running: boolean
  /** newest last; an overload is NaN */
  log: CoolingSample[]
  overloads: number
  start: (source: BenchSource, baud: number) => void
  stop: () => void
  /** puts the probes somewhere else: a new trace begins */
  scenario: (s: BenchScenario, speed: number) => void
  /** tells a bench that came back where the probes are: the trace goes on */
  resume: (s: BenchScenario, speed: number) => void
}

type Connected = { meter: BenchInstrument; thermometer: BenchInstrument | null }

function instrumentsOf(
  source: BenchSource,
  baud: number,
  onMeter: (link: Link) => void,
  onThermometer: (link: Link) => void,
): Connected {
  const simulated = source === 'simulated'
  return {
    meter: new BenchInstrument(
      simulated ? webSocketTransport(`/bench/meter?flask=${FLASK}`) : serialTransport(baud),
      onMeter,
      simulated ? [] : ['CONF:RES'],
    ),
    // a real reference thermometer is read by eye: its box stays open for typing
    thermometer: simulated
      ? new BenchInstrument(webSocketTransport(`/bench/thermometer?flask=${FLASK}`), onThermometer)
      : null,
  }
}

/** The two instruments, read together as long as it runs. What was read stays when a line drops. */
export function useBench(): Bench {
  const [meter, setMeter] = useState<Link>({ state: 'off' })
  const [thermometer, setThermometer] = useState<Link>({ state: 'off' })
  const [running, setRunning] = useState(false)
  const [log, setLog] = useState<CoolingSample[]>([])
  const [overloads, setOverloads] = useState(0)
  const instruments = useRef<Connected | null>(null)

  const stop = useCallback(() => {
    setRunning(false)
    void instruments.current?.meter.disconnect()
    void instruments.current?.thermometer?.disconnect()
    instruments.current = null
  }, [])
  useEffect(() => stop, [stop])

  const start = useCallback((source: BenchSource, baud: number) => {
    const pair = instrumentsOf(source, baud, setMeter, setThermometer)
    instruments.current = pair
    setLog([])
    void pair.meter.connect()
    void pair.thermometer?.connect()
    setRunning(true)
    const began = performance.now()
    const turn = async (): Promise<void> => {
      if (instruments.current !== pair) return
      const next = performance.now() + PERIOD_MS
      if (
        pair.meter.link.state === 'connected' &&
        (!pair.thermometer || pair.thermometer.link.state === 'connected')
      ) {
        try {
          const [resistanceOhm, referenceC] = await Promise.all([
            pair.meter.measure('MEAS:RES?'),
            pair.thermometer ? pair.thermometer.measure('MEAS:TEMP?') : NaN,
          ])
          if (instruments.current !== pair) return
          if (Number.isNaN(resistanceOhm)) setOverloads((n) => n + 1)
          else
            setLog((all) => [
              ...all.slice(-KEEP),
              { timeS: (performance.now() - began) / 1000, referenceC, resistanceOhm },
            ])
        } catch (error) {
          // the link says why, and connects again
          console.debug('No reading from the bench:', error)
        }
      }
      setTimeout(() => void turn(), Math.max(20, next - performance.now()))
    }
    void turn()
  }, [])

  const tell = useCallback((s: BenchScenario, speed: number) => {
    instruments.current?.meter.say(`SIM:SPE ${speed}`)
    instruments.current?.meter.say(`SIM:SCEN ${s}`)
  }, [])
  const scenario = useCallback(
    (s: BenchScenario, speed: number) => {
      tell(s, speed)
      setLog([])
    },
    [tell],
  )

  return { meter, thermometer, running, log, overloads, start, stop, scenario, resume: tell }
}
