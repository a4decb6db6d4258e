import { Button, Group, NativeSelect, Progress, SegmentedControl, Switch } from '@mantine/core'
import { useEffect, useRef, useState } from 'react'
import type { Element } from '../../core/build/index.ts'
import type { Sensor } from '../../core/chain/index.ts'
import { familyOf } from '../../core/curve/index.ts'
import { Caution } from '../parts/Caution.tsx'
import { QuantityInput } from '../parts/QuantityInput.tsx'
import { LiveReading } from './LiveReading.tsx'
import { LinkText } from './LinkText.tsx'
import { serialIsThere } from './serialTransport.ts'
import { OhmsTrace } from './Trace.tsx'
import { useBench, type Bench, type BenchSource, type BenchScenario } from './useBench.ts'
import { useRecording, type Recording } from './useRecording.ts'

const SCENARIOS: { value: BenchScenario; label: string; method: string }[] = [
  { value: 'ICE', label: 'Ice', method: 'ice' },
  { value: 'AIR', label: 'Air of the shed', method: 'air' },
  { value: 'KETTLE', label: 'Flask, from the kettle', method: 'flask' },
]

/** The bench: live reading, come to rest or not, a point on Enter or by itself at steps while a flask cools. */
export default function BenchPanel({ element, sensor }: { element: Element; sensor: Sensor }) {
  const bench = useBench()
  const [source, setSource] = useState<BenchSource>('simulated')
  const [where, setWhere] = useState<BenchScenario>('AIR')
  const [speed, setSpeed] = useState('20')
  const simulated = source === 'simulated'
  const rate = simulated ? Number(speed) : 1
  const method = SCENARIOS.find((s) => s.value === where)!.method
  const recording = useRecording(bench, { element, sensor }, { method, rate, simulated })
  const cautions = familyOf(element.family).methods.find((m) => m.id === method)?.cautions ?? []
  const go = (s: BenchScenario): void => {
    setWhere(s)
    recording.startSteps()
    bench.scenario(s, Number(speed))
  }
  // a bench that came back is told where the probes are
  useEffect(() => {
    if (bench.meter.state === 'connected' && simulated) bench.resume(where, Number(speed))
  }, [bench.meter.state]) // eslint-disable-line react-hooks/exhaustive-deps
  return (
    <section aria-label="Bench">
      <Connection {...{ bench, source, setSource }} onStart={() => recording.say(null)} />
      {bench.running && (
        <>
          <LinkText name="Meter" link={bench.meter} />
          {simulated && <LinkText name="Thermometer" link={bench.thermometer} />}
          {simulated ? (
            <Baths
              {...{ where, go, speed }}
              onSpeed={(to) => {
                setSpeed(to)
                bench.scenario(where, Number(to))
              }}
            />
          ) : (
            <TypedThermometer recording={recording} />
          )}
          <LiveReading {...{ bench, simulated, rate }} rest={recording.rest} />
          <OhmsTrace log={bench.log} />
          <Points {...{ bench, recording, simulated }} />
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

/** Which meter, and whether it is being read. */
function Connection({
  bench,
  source,
  setSource,
  onStart,
}: {
  bench: Bench
  source: BenchSource
  setSource: (source: BenchSource) => void
  onStart: () => void
}) {
  const [baud, setBaud] = useState('9600')
  const serial = serialIsThere() ? [{ value: 'serial', label: 'a meter on a serial port' }] : []
  return (
    <Group align="flex-end" mt="xs" wrap="wrap">
      <NativeSelect
        label="Meter"
        value={source}
        disabled={bench.running}
        onChange={(e) => setSource(e.currentTarget.value as BenchSource)}
        data={[{ value: 'simulated', label: 'simulated bench' }, ...serial]}
      />
      {source === 'serial' && (
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
        <Button
          onClick={() => {
            onStart()
            bench.start(source, Number(baud))
          }}
        >
          Start reading
        </Button>
      )}
    </Group>
  )
}

/** Where the simulated probes are, and how fast their clock runs. */
const Baths = ({
  where,
  go,
  speed,
  onSpeed,
}: {
  where: BenchScenario
  go: (s: BenchScenario) => void
  speed: string
  onSpeed: (speed: string) => void
}) => (
  <Group mt="xs" align="flex-end" wrap="wrap">
    <SegmentedControl
      aria-label="Where the probes are"
      value={where}
      onChange={(v) => go(v as BenchScenario)}
      data={SCENARIOS}
    />
    <NativeSelect
      label="Its clock"
      value={speed}
      onChange={(e) => onSpeed(e.currentTarget.value)}
      data={[
        { value: '1', label: 'real time' },
        { value: '20', label: '20 times' },
        { value: '60', label: '60 times' },
      ]}
    />
  </Group>
)

/** A temperature typed is followed by Enter with a probe in the other hand. */
const TypedThermometer = ({ recording }: { recording: Recording }) => (
  <div
    onKeyDown={(e) => {
      if (e.key === 'Enter') recording.recordNow()
    }}
  >
    <QuantityInput
      label="Thermometer shows"
      unit="°C"
      onTyped={recording.setProbe}
      width={180}
      step={0.1}
    />
  </div>
)

/** What takes points: now, or by themselves. */
function Points({
  bench,
  recording,
  simulated,
}: {
  bench: Bench
  recording: Recording
  simulated: boolean
}) {
  const { auto, everyC, progress, said } = recording
  const recordButton = useRef<HTMLButtonElement>(null)
  // Enter records from the first reading on, with a probe in each hand
  const reading = bench.log.length > 0
  useEffect(() => {
    if (bench.running && reading) recordButton.current?.focus()
  }, [bench.running, reading])
  return (
    <>
      <Group mt="xs" align="flex-start">
        <Button ref={recordButton} onClick={recording.recordNow} disabled={!reading}>
          Record this point
        </Button>
        <Button variant="default" onClick={recording.takeLags} disabled={bench.log.length < 10}>
          Take the lag from this step
        </Button>
        {simulated && (
          <Switch
            mt={10}
            label="by itself while it cools"
            checked={auto}
            onChange={(e) => recording.setAuto(e.currentTarget.checked)}
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
            onCommit={({ value }) => recording.setEveryC(value)}
          />
        )}
      </Group>
      {progress !== null && (
        <Progress aria-label="To the next point" value={100 * progress} mt={6} />
      )}
      <p className="tight" role="status" aria-live="polite">
        {said}
      </p>
    </>
  )
}
