import { Group, NativeSelect } from '@mantine/core'
import dayjs from 'dayjs'
import { isReaderProven, whyReaderLapsed, type ReadStatus } from '../../../core/chain/index.ts'
import { findFamily, type SignalKind } from '../../../core/curve/index.ts'
import { asSentence } from '../../../core/quantity/index.ts'
import { useBuild } from '../../store/useBuild.ts'
import { type Instrument, pinName } from '../../../core/build/index.ts'
import { Chip } from '../Chip.tsx'
import { Fields } from '../Fields.tsx'
import { QuantityInput } from '../QuantityInput.tsx'
import { useQuantity } from '../units.ts'
import { EarlierChecks } from './EarlierChecks.tsx'
import { ExpectedReadings } from './ExpectedReadings.tsx'
import { useKeyOn, type KeyOn } from './useKeyOn.ts'
import { Verdict } from './Verdict.tsx'
import { Wrong } from '../Wrong.tsx'

/**
 * Expected readings at the temperature of the shed, what was read, and what a difference suggests.
 * Large: one hand holds a probe.
 */
export function KeyOnCheck({ status }: { status: ReadStatus }) {
  const { build } = useBuild()
  const { read, shows: device, pin, sensor, spec, problem } = status.assembled
  const family = findFamily(sensor.family)
  const ask = family?.keyOn ?? UNKNOWN
  const { unit } = status
  const signal = family?.signal ?? 'resistance'
  const q = useQuantity(unit)
  const thermometers =
    unit === '°C' ? build.instruments.filter((i) => i.kind === 'thermometer') : []
  const keyOn = useKeyOn(status, ask.sigma, thermometers[0]?.id ?? '')
  if (!spec) return <p className="pale">{problem}</p>
  return (
    <section aria-label={`Key-on check of ${device.name} pin ${pinName(pin)}`} key={keyOn.round}>
      <Group justify="space-between" wrap="wrap">
        <h2>Key on, engine off</h2>
        <ProofOf readId={read.id} />
      </Group>
      <p className="tight">{ask.how}</p>
      <TruthFields {...{ keyOn, thermometers, unit }} label={ask.label} />
      {keyOn.expected && (
        <>
          <ExpectedReadings {...{ status, signal, q }} expected={keyOn.expected} />
          <Boxes {...{ keyOn, signal, unit }} device={device.name} />
        </>
      )}
      <Wrong>{keyOn.problem}</Wrong>
      {keyOn.verdict && (
        <Verdict {...{ signal, q }} verdict={keyOn.verdict} onRecord={keyOn.record} />
      )}
      <EarlierChecks readId={read.id} unit={unit} />
    </section>
  )
}

/** What is asked where the family is not known. */
const UNKNOWN = { label: 'The truth', how: '', sigma: 0 }

/** What is true at this moment, and what it was read with. */
function TruthFields({
  keyOn,
  thermometers,
  unit,
  label,
}: {
  keyOn: KeyOn
  thermometers: Instrument[]
  unit: string
  label: string
}) {
  const q = useQuantity(unit)
  const example = unit !== '°C' ? '' : q.unit === '°F' ? '58' : '14.4'
  return (
    <Fields>
      <QuantityInput
        label={label}
        unit={unit}
        onTyped={keyOn.setTruth}
        width={200}
        step={0.1}
        placeholder={example}
      />
      {thermometers.length > 0 && (
        <NativeSelect
          label="Read with"
          value={keyOn.probe}
          onChange={(e) => keyOn.setProbe(e.currentTarget.value)}
          data={[
            { value: '', label: 'an unknown one' },
            ...thermometers.map((i) => ({ value: i.id, label: i.name })),
          ]}
        />
      )}
    </Fields>
  )
}

/** Whether the reader is proven, and since when; or that its proof has lapsed. */
function ProofOf({ readId }: { readId: string }) {
  const { build } = useBuild()
  const proof = build.proofs.find((p) => p.read === readId)
  if (!proof) return null
  const at = dayjs(proof.at).format('D MMM YYYY')
  return isReaderProven(build, readId) ? (
    <span>
      <Chip state="proven" /> <span className="pale">{at}</span>
    </span>
  ) : (
    <span className="doubt">
      The proof of {at} has lapsed. {whyReaderLapsed(build, readId).map(asSentence).join(' ')}
    </span>
  )
}

/** What was read: of the face, at the pin, of the sensor unplugged. */
function Boxes({
  keyOn,
  signal,
  unit,
  device,
}: {
  keyOn: KeyOn
  signal: SignalKind
  unit: string
  device: string
}) {
  const edges = signal === 'frequency'
  return (
    <Fields>
      <QuantityInput
        label={`${device} shows`}
        unit={unit}
        onTyped={(t) => keyOn.setRead('shown', t)}
        width={190}
        step={0.1}
      />
      <QuantityInput
        label={`${edges ? 'Frequency' : 'Volts'} at the pin (if measured)`}
        unit={edges ? 'Hz' : 'V'}
        onTyped={(t) => keyOn.setRead('pinV', t)}
        width={220}
      />
      {signal === 'resistance' && (
        <QuantityInput
          label="Sensor ohms, unplugged (OL if open)"
          unit="Ω"
          allowOpen
          onTyped={(t) => keyOn.setRead('ohm', t)}
          width={260}
        />
      )}
    </Fields>
  )
}
