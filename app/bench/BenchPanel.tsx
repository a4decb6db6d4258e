import { Button, Group, NativeSelect, Progress, SegmentedControl, Switch } from '@mantine/core'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Element, Reading } from '../../core/build/index.ts'
import { settling } from '../../core/bench/settle.ts'
import type { Sensor } from '../../core/chain/index.ts'
import {
  lagCorrected,
  timeConstantS,
  type CoolingSample,
} from '../../core/curve/thermistor/cooling.ts'
import { fixed } from '../../core/quantity/index.ts'
import { newId } from '../store/id.ts'
import { inWords } from '../store/problem.ts'
import { useBuild } from '../store/useBuild.ts'
import { Caution } from '../parts/Caution.tsx'
import { QuantityInput, type Typed } from '../parts/QuantityInput.tsx'
import { ohms, useQuantity } from '../parts/units.ts'
import { familyOf } from '../../core/curve/registry.ts'
import { serialIsThere } from './serialTransport.ts'
import { useBench, type BenchSource, type Scenario } from './useBench.ts'
import type { Link } from './instrument.ts'
import { Trace } from './Trace.tsx'

const SCENARIOS: { value: Scenario; label: string; method: string }[] = [
  { value: 'ICE', label: 'Ice', method: 'ice' },
  { value: 'AIR', label: 'Air of the shed', method: 'air' },
  { value: 'KETTLE', label: 'Flask, from the kettle', method: 'flask' },
]
const WINDOW_S = 20
/** The flask is left alone once it is this near the shed, °C per minute. */
const SETTLED_C_PER_S = 0.01

/** The bench: live reading, come to rest or not, a point on Enter or by itself at steps while a flask cools. */
export default function BenchPanel({ element, sensor }: { element: Element; sensor: Sensor }) {
  const { build, edit } = useBuild()
  const q = useQuantity('°C')
  const bench = useBench()
  const [source, setSource] = useState<BenchSource>('simulated')
  const [baud, setBaud] = useState('9600')
  const [where, setWhere] = useState<Scenario>('AIR')
  const [speed, setSpeed] = useState('20')
  const [auto, setAuto] = useState(false)
  const [everyC, setEveryC] = useState(8)
  const [probe, setProbe] = useState<Typed | null>(null)
  const [said, setSaid] = useState<string | null>(null)
  const lastAuto = useRef<number | null>(null)
  const pending = useRef<{ timeS: number; referenceC: number } | null>(null)
  const simulated = source === 'simulated'
  const rate = simulated ? Number(speed) : 1
  const thermometer = build.instruments.find((i) => i.kind === 'thermometer')
  const meter = build.instruments.find((i) => i.kind === 'meter')
  const windowS = WINDOW_S / rate
  const recordButton = useRef<HTMLButtonElement>(null)
  const last = bench.log.at(-1)
  const rest = useMemo(
    () =>
      settling(
        bench.log.map((s) => ({ timeS: s.timeS, value: s.referenceC })),
        { windowS: Math.max(1.5, windowS), rateLimit: SETTLED_C_PER_S * rate },
      ),
    [bench.log, windowS, rate],
  )
  const method = SCENARIOS.find((s) => s.value === where)!.method
  const family = familyOf(element.family)
  const cautions = family.methods.find((m) => m.id === method)?.cautions ?? []
  const lag = {
    referenceTauS: (thermometer?.lagS ?? 4) / rate,
    sensorTauS: (element.settings.lagS ?? 6) / rate,
    windowS: Math.max(1.5, windowS),
  }

  const record = (point: { temperatureC: number; resistanceOhm: number }, note: string): void => {
    const ohmText = ohmsTyped(point.resistanceOhm),
      truthText = point.temperatureC.toFixed(2)
    const readings: Reading[] = [
      {
        role: 'signal',
        typed: ohmText,
        unit: 'Ω',
        value: Number(ohmText),
        instrument: meter?.id ?? null,
      },
    ]
    if (!simulated && probe)
      readings.push({ role: 'truth', ...probe, instrument: thermometer?.id ?? null })
    else if (method !== 'ice')
      readings.push({
        role: 'truth',
        typed: truthText,
        unit: '°C',
        value: Number(truthText),
        instrument: thermometer?.id ?? null,
      })
    const refused = edit({
      kind: 'addMeasurement',
      args: {
        measurement: {
          id: newId(),
          at: new Date().toISOString(),
          by: '',
          about: { kind: 'point', element: element.id },
          method,
          readings,
          note,
          struck: null,
        },
      },
    })
    setSaid(refused ?? `Recorded ${q.text(Number(truthText))}, ${ohms(point.resistanceOhm)}.`)
  }
  const recordNow = (): void => {
    if (!last) return
    if (!simulated && !probe && method !== 'ice') {
      setSaid('Type what the thermometer shows first.')
      return
    }
    const point =
      rest.state === 'moving'
        ? lagCorrected(bench.log, last.timeS - lag.windowS / 2, lag)
        : meanOf(bench.log, lag.windowS)
    if (!point) {
      setSaid('Too few readings yet: wait a moment.')
      return
    }
    record(point, rest.state === 'moving' ? 'corrected for the lag of both probes' : 'at rest')
  }

  // the probes were just moved from one bath into another: how they follow is their lag
  const takeLags = (): void => {
    const { curve } = sensor
    // without a curve yet, ln R stands in for temperature: over one step it is near enough a straight line of it
    const temperatureOf = (ohm: number): number =>
      curve === undefined ? Math.log(ohm) : family.inverse(curve, ohm)
    try {
      const sensorLag =
        timeConstantS(
          bench.log.map((s) => ({ timeS: s.timeS, value: temperatureOf(s.resistanceOhm) })),
        ).tauS * rate
      edit({
        kind: 'editElement',
        args: {
          id: element.id,
          patch: { settings: { lagS: Number(sensorLag.toPrecision(3)) } },
        },
      })
      const probeLag = simulated
        ? timeConstantS(bench.log.map((s) => ({ timeS: s.timeS, value: s.referenceC }))).tauS * rate
        : null
      if (probeLag !== null && thermometer)
        edit({
          kind: 'editInstrument',
          args: { id: thermometer.id, patch: { lagS: Number(probeLag.toPrecision(3)) } },
        })
      setSaid(
        `The sensor follows in ${fixed(sensorLag, 1)} s${probeLag === null ? '' : `, the thermometer in ${fixed(probeLag, 1)} s`}: cooling points are corrected by that.`,
      )
    } catch (error) {
      setSaid(inWords(error, 'Finding the lag'))
    }
  }

  // by itself: each time the reference has moved a step, once the readings after that moment are in too
  useEffect(() => {
    if (!auto || !last || Number.isNaN(last.referenceC)) return
    if (pending.current) {
      if (last.timeS - pending.current.timeS >= lag.windowS / 2) {
        const point = lagCorrected(bench.log, pending.current.timeS, lag)
        if (point) record(point, 'taken by itself at a step, corrected for lag')
        pending.current = null
      }
      return
    }
    const started = bench.log[0]!
    if (last.timeS - started.timeS < lag.windowS) return
    if (lastAuto.current === null || Math.abs(last.referenceC - lastAuto.current) >= everyC) {
      pending.current = { timeS: last.timeS, referenceC: last.referenceC }
      lastAuto.current = last.referenceC
    }
    // runs once a reading
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [bench.log, auto])

  // Enter records from the first reading on, with a probe in each hand
  const reading = last !== undefined
  useEffect(() => {
    if (bench.running && reading) recordButton.current?.focus()
  }, [bench.running, reading])

  const go = (s: Scenario): void => {
    setWhere(s)
    lastAuto.current = null
    pending.current = null
    bench.scenario(s, Number(speed))
  }
  const start = (): void => {
    setSaid(null)
    bench.start(source, Number(baud))
  }
  useEffect(() => {
    if (bench.meter.state === 'connected' && simulated) bench.resume(where, Number(speed))
  }, [bench.meter.state]) // eslint-disable-line react-hooks/exhaustive-deps

  return (
    <section aria-label="Bench">
      <Group align="flex-end" mt="xs" wrap="wrap">
        <NativeSelect
          label="Meter"
          value={source}
          disabled={bench.running}
          onChange={(e) => setSource(e.currentTarget.value as BenchSource)}
          data={[
            { value: 'simulated', label: 'simulated bench' },
            ...(serialIsThere() ? [{ value: 'serial', label: 'a meter on a serial port' }] : []),
          ]}
        />
        {!simulated && (
          <NativeSelect
            label="Speed of the port"
            value={baud}
            disabled={bench.running}
            onChange={(e) => setBaud(e.currentTarget.value)}
            data={['1200', '9600', '19200', '38400', '115200']}
          />
        )}
        {bench.running ? (
          <Button variant="outline" onClick={bench.stop}>
            Stop
          </Button>
        ) : (
          <Button onClick={start}>Start reading</Button>
        )}
      </Group>
      {bench.running && (
        <>
          <LinkText name="Meter" link={bench.meter} />
          {simulated && <LinkText name="Thermometer" link={bench.thermometer} />}
          {simulated && (
            <Group mt="xs" align="flex-end" wrap="wrap">
              <SegmentedControl
                aria-label="Where the probes are"
                value={where}
                onChange={(v) => go(v as Scenario)}
                data={SCENARIOS}
              />
              <NativeSelect
                label="Its clock"
                value={speed}
                onChange={(e) => {
                  setSpeed(e.currentTarget.value)
                  bench.scenario(where, Number(e.currentTarget.value))
                }}
                data={[
                  { value: '1', label: 'real time' },
                  { value: '20', label: '20 times' },
                  { value: '60', label: '60 times' },
                ]}
              />
            </Group>
          )}
          {!simulated && (
            // a temperature typed is followed by Enter with a probe in the other hand
            <div
              onKeyDown={(e) => {
                if (e.key === 'Enter') recordNow()
              }}
            >
              <QuantityInput
                label="Thermometer shows"
                unit="°C"
                onTyped={setProbe}
                width={180}
                step={0.1}
              />
            </div>
          )}
          <Group gap={40} mt="sm" align="flex-end" role="group" aria-label="Live reading">
            <div>
              <div className="pale">sensor</div>
              <div className="big" data-testid="live-ohm">
                {last ? ohms(last.resistanceOhm) : '–'}
              </div>
            </div>
            {simulated && (
              <div>
                <div className="pale">reference</div>
                <div className="big">{last ? `${q.bare(last.referenceC, 2)} ${q.unit}` : '–'}</div>
              </div>
            )}
            <div className="large" role="status">
              <b>
                {rest.state === 'settled'
                  ? 'at rest'
                  : rest.state === 'moving'
                    ? `moving ${fixed((rest.rate * 60) / rate, 1)} °C/min`
                    : 'reading'}
              </b>
              {bench.overloads > 0 && (
                <div className="pale">
                  {bench.overloads} {bench.overloads === 1 ? 'overload' : 'overloads'} while the
                  meter changed range
                </div>
              )}
            </div>
          </Group>
          <Trace log={bench.log} />
          <Group mt="xs" align="flex-start">
            <Button ref={recordButton} onClick={recordNow} disabled={!last}>
              Record this point
            </Button>
            <Button variant="default" onClick={takeLags} disabled={bench.log.length < 10}>
              Take the lag from this step
            </Button>
            {simulated && (
              <Switch
                mt={10}
                label="by itself while it cools"
                checked={auto}
                onChange={(e) => {
                  lastAuto.current = null
                  pending.current = null
                  setAuto(e.currentTarget.checked)
                }}
              />
            )}
            {simulated && auto && (
              <QuantityInput
                label="every"
                unit="Δ°C"
                value={everyC}
                width={110}
                hideUnderstood
                check={(v) => (v >= 1 ? null : 'At least 1 °C')}
                onCommit={({ value }) => setEveryC(value)}
              />
            )}
          </Group>
          {auto && last && lastAuto.current !== null && (
            <Progress
              aria-label="To the next point"
              value={Math.min(100, (100 * Math.abs(last.referenceC - lastAuto.current)) / everyC)}
              mt={6}
            />
          )}
          <p className="tight" role="status" aria-live="polite">
            {said}
          </p>
        </>
      )}
      {cautions.map((c) => (
        <Caution key={c}>{c}</Caution>
      ))}
      {sensor.points.length === 0 && (
        <p className="pale small">
          Every point goes into the record the moment it is taken: nothing is lost when the bench or
          the page goes away.
        </p>
      )}
    </section>
  )
}

const ohmsTyped = (v: number): string => v.toFixed(v < 400 ? 2 : v < 4000 ? 1 : 0)

function meanOf(
  log: readonly CoolingSample[],
  windowS: number,
): { temperatureC: number; resistanceOhm: number } | undefined {
  const end = log.at(-1)?.timeS ?? 0
  const near = log.filter((s) => end - s.timeS <= windowS)
  if (near.length < 3) return undefined
  return {
    temperatureC: near.reduce((s, p) => s + p.referenceC, 0) / near.length,
    resistanceOhm: Math.exp(near.reduce((s, p) => s + Math.log(p.resistanceOhm), 0) / near.length),
  }
}

function LinkText({ name, link }: { name: string; link: Link }) {
  if (link.state === 'connected')
    return (
      <p className="pale tight small">
        {name}: {link.identity}
      </p>
    )
  return (
    <p
      role="status"
      className={link.state === 'lost' ? 'doubt' : 'pale'}
      style={{ margin: '4px 0' }}
    >
      {name}:{' '}
      {link.state === 'lost'
        ? `lost (${link.why ?? 'no answer'}), trying again. What was read is kept.`
        : 'connecting…'}
    </p>
  )
}
