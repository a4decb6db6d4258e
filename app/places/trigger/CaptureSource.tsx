import { Button, Group, NativeSelect, Progress, Switch } from '@mantine/core'
import { useRef, useState } from 'react'
import { Fields, Beside } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { saveBlob } from '../../parts/saveFile.ts'
import type { Speed } from '../../workers/trigger.worker.ts'
import { Channels } from './Channels.tsx'
import { KeptCaptures } from './KeptCaptures.tsx'
import type { TabProps } from './Trigger.tsx'

const SPEEDS: { value: Speed; label: string }[] = [
  { value: 'cranking', label: 'cranking from rest' },
  { value: 'idle', label: 'idle' },
  { value: 'sweep', label: 'revving up' },
]

/** Where a capture comes from: a file, or the simulator with what may be wrong. */
export default function CaptureSource({ trigger, capture }: TabProps) {
  return (
    <div className="stage">
      <FromFile trigger={trigger} capture={capture} />
      <FromSimulator capture={capture} />
    </div>
  )
}

function FromFile({ trigger, capture }: TabProps) {
  const file = useRef<HTMLInputElement>(null)
  const [rateHz, setRateHz] = useState<number | null>(null)
  const { progress, kept } = capture
  return (
    <div>
      <h2>A capture from a file</h2>
      <p className="pale">
        CSV with a time column in seconds and up to four of volts, VCD from a logic analyser, or WAV
        from a sound card. It stays in this browser. A pickup gives tens of volts at speed: a
        divider before any sound card.
      </p>
      <Fields>
        <QuantityInput
          label="Rate, without a time column"
          unit="Hz"
          value={rateHz}
          placeholder="such as 48k"
          width={230}
          check={(v) => (v > 0 ? null : 'Above zero.')}
          onCommit={({ value }) => setRateHz(value)}
        />
        <Beside>
          <Button onClick={() => file.current?.click()} disabled={progress !== null}>
            Open a capture
          </Button>
        </Beside>
      </Fields>
      <input
        ref={file}
        type="file"
        hidden
        accept=".csv,.txt,.tsv,.vcd,.wav,text/csv,audio/wav"
        aria-label="Capture file"
        onChange={(e) => {
          const f = e.currentTarget.files?.[0]
          e.currentTarget.value = ''
          if (f) void capture.open(f, rateHz)
        }}
      />
      {progress !== null && (
        <Group>
          <Progress aria-label="Reading the capture" value={progress * 100} w={200} />
          <Button variant="outline" onClick={capture.stop}>
            Stop
          </Button>
        </Group>
      )}
      <KeptCaptures trigger={trigger} capture={capture} rateHz={rateHz} />
      {kept && kept.channels.length > 1 && (
        <Channels key={kept.name} kept={kept} capture={capture} wheel={trigger.wheel} />
      )}
      {kept && (
        <Group mt="sm">
          {(['csv', 'vcd', 'wav'] as const).map((format) => (
            <Button
              key={format}
              variant="default"
              onClick={() =>
                void capture.exported(format).then((blob) => saveBlob(`capture.${format}`, blob))
              }
            >
              Save as {format.toUpperCase()}
            </Button>
          ))}
        </Group>
      )}
    </div>
  )
}

function FromSimulator({ capture }: Pick<TabProps, 'capture'>) {
  const [speed, setSpeed] = useState<Speed>('cranking')
  const [seed, setSeed] = useState(1)
  const [wrong, setWrong] = useState({ reversed: false, bent: false, noise: true, bursts: false })
  const flip = (key: keyof typeof wrong) => (on: boolean) => setWrong((w) => ({ ...w, [key]: on }))
  const run = (): void => {
    void capture.simulate(speed, seed, {
      reversed: wrong.reversed,
      noiseV: wrong.noise ? 0.12 : 0,
      bentTooth: wrong.bent ? { edge: 11, lateDeg: 0.9 } : null,
      bursts: wrong.bursts ? { count: 12, volt: 9 } : null,
    })
  }
  return (
    <div>
      <h2>A capture from the simulator</h2>
      <Fields name="The simulator">
        <NativeSelect
          label="The engine"
          value={speed}
          data={SPEEDS}
          onChange={(e) => setSpeed(e.currentTarget.value as Speed)}
        />
        <QuantityInput
          label="Seed"
          unit="counts"
          value={seed}
          width={130}
          hideUnderstood
          check={(v) => (Number.isInteger(v) && v > 0 ? null : 'A whole number.')}
          onCommit={({ value }) => setSeed(value)}
        />
      </Fields>
      <div className="apart">
        {(
          [
            ['reversed', 'leads exchanged'],
            ['noise', 'noise of the starter'],
            ['bent', 'tooth 11 bent'],
            ['bursts', 'coils beside the wire'],
          ] as const
        ).map(([key, label]) => (
          <Switch
            key={key}
            label={label}
            checked={wrong[key]}
            mb={6}
            onChange={(e) => flip(key)(e.currentTarget.checked)}
          />
        ))}
      </div>
      <Button variant="default" onClick={run} mt="sm">
        Run it
      </Button>
    </div>
  )
}
