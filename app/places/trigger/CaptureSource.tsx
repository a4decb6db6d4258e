import { Button, Group, NativeSelect, Progress, SimpleGrid, Switch } from '@mantine/core'
import { useRef, useState } from 'react'
import { Fields, SideBySide } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { SCENE_FAULTS, type SceneFault, type Running } from '../../../core/trigger/index.ts'
import { saveBlob } from '../../parts/saveFile.ts'
import { Wrong } from '../../parts/Wrong.tsx'
import { inWords } from '../../store/problem.ts'
import { Channels } from './Channels.tsx'
import { KeptCaptures } from './KeptCaptures.tsx'
import type { TriggerTabProps } from './Trigger.tsx'

const SPEEDS: { value: Running; label: string }[] = [
  { value: 'cranking', label: 'cranking from rest' },
  { value: 'idle', label: 'idle' },
  { value: 'sweep', label: 'up to the limiter' },
  { value: 'hard', label: 'hard acceleration' },
]

/** What may be wrong, for a coil and for a sensor that switches. */
const WRONG: Record<SceneFault, { label: string; coilOnly?: true }> = {
  reversed: { label: 'leads exchanged, or the wrong edge' },
  noise: { label: 'noise of the starter' },
  bent: { label: 'a tooth bent' },
  broken: { label: 'a tooth broken off' },
  runout: { label: 'wheel runs out', coilOnly: true },
  wide: { label: 'gap twice what it should be', coilOnly: true },
  clamped: { label: 'clamped at 4 V', coilOnly: true },
  bursts: { label: 'coils beside the wire' },
}

/** Where a capture comes from: a file, or the simulator with what may be wrong. */
export default function CaptureSource({ trigger, capture }: TriggerTabProps) {
  return (
    <div className="stage">
      <FromFile trigger={trigger} capture={capture} />
      <FromSimulator trigger={trigger} capture={capture} />
    </div>
  )
}

function FromFile({ trigger, capture }: TriggerTabProps) {
  const file = useRef<HTMLInputElement>(null)
  const [rateHz, setRateHz] = useState<number | null>(null)
  const { progress, kept } = capture
  return (
    <div>
      <h2>A capture from a file</h2>
      <p className="pale">
        CSV with a time column and others of volts, VCD from a logic analyser, or WAV from a sound
        card. It stays in this browser. A pickup gives tens of volts at speed: a divider before any
        sound card.
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
        <SideBySide>
          <Button onClick={() => file.current?.click()} disabled={progress !== null}>
            Open a capture
          </Button>
        </SideBySide>
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
      {kept && <SaveAs name={kept.name} capture={capture} />}
    </div>
  )
}

const FORMATS = ['csv', 'vcd', 'wav'] as const

/** A long capture takes some seconds to write: the button says so meanwhile. */
function SaveAs({ name, capture }: { name: string } & Pick<TriggerTabProps, 'capture'>) {
  const [writing, setWriting] = useState<(typeof FORMATS)[number] | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const save = async (format: (typeof FORMATS)[number]): Promise<void> => {
    setWriting(format)
    setProblem(null)
    try {
      saveBlob(`${name.replace(/\.\w+$/, '')}.${format}`, await capture.exported(format))
    } catch (error) {
      setProblem(inWords(error, 'Writing this capture'))
    } finally {
      setWriting(null)
    }
  }
  return (
    <>
      <Group mt="sm">
        {FORMATS.map((format) => (
          <Button
            key={format}
            variant="default"
            loading={writing === format}
            disabled={writing !== null}
            onClick={() => void save(format)}
          >
            Save as {format.toUpperCase()}
          </Button>
        ))}
      </Group>
      {problem && <Wrong>{problem}</Wrong>}
    </>
  )
}

function FromSimulator({ trigger, capture }: TriggerTabProps) {
  const [speed, setSpeed] = useState<Running>('cranking')
  const [seed, setSeed] = useState(1)
  const [faults, setFaults] = useState<readonly SceneFault[]>(['noise'])
  const offered = SCENE_FAULTS.filter((f) => trigger.pickup === 'vr' || !WRONG[f].coilOnly)
  const flip = (fault: SceneFault) => (on: boolean) =>
    setFaults((now) => (on ? [...now, fault] : now.filter((f) => f !== fault)))
  const task = { running: speed, seed, faults: faults.filter((f) => offered.includes(f)) }
  return (
    <div>
      <h2>A capture from the simulator</h2>
      <Fields name="The simulator">
        <NativeSelect
          label="The engine"
          value={speed}
          data={SPEEDS}
          onChange={(e) => setSpeed(e.currentTarget.value as Running)}
        />
        <QuantityInput
          label="Seed"
          unit="counts"
          unitText=""
          value={seed}
          width={130}
          hideUnderstood
          check={(v) => (Number.isInteger(v) && v > 0 ? null : 'A whole number.')}
          onCommit={({ value }) => setSeed(value)}
        />
      </Fields>
      <SimpleGrid cols={2} spacing="xs" verticalSpacing="sm" className="apart">
        {offered.map((fault) => (
          <Switch
            key={fault}
            label={WRONG[fault].label}
            checked={faults.includes(fault)}
            onChange={(e) => flip(fault)(e.currentTarget.checked)}
          />
        ))}
      </SimpleGrid>
      <Group mt="sm">
        <Button variant="default" onClick={() => void capture.simulate(task)}>
          Run it
        </Button>
        <Button variant="default" onClick={() => void capture.sweep(task)}>
          Take it with the bench’s scope
        </Button>
      </Group>
      <p className="pale">
        The scope on the bench is simulated: it is told what turns before it, and read over SCPI as
        one on a cable.
      </p>
    </div>
  )
}
