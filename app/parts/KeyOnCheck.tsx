import { Button, Group, NativeSelect } from '@mantine/core'
import dayjs from 'dayjs'
import { useMemo, useState } from 'react'
import {
  isProven,
  prepareChain,
  restsOn,
  readingUncertainty,
  type ReadStatus,
} from '../../core/chain/index.ts'
import { keyOnsOf, type Measurement, type Reading } from '../../core/build/index.ts'
import {
  checkedAt,
  expectedReadings,
  type Observable,
  type Observed,
} from '../../core/prove/index.ts'
import { findFamily } from '../../core/curve/registry.ts'
import { fixed } from '../../core/quantity/index.ts'
import { useBuild } from '../store/useBuild.ts'
import { inWords } from '../store/problem.ts'
import { newId } from '../store/id.ts'
import { useWork } from '../workers/useWork.ts'
import { beliefText } from './belief.ts'
import { QuantityInput, type Typed } from './QuantityInput.tsx'
import { ohms, signalText, useQuantity } from './units.ts'
import { Chip } from './Chip.tsx'

const NAMES: Record<Observable, string> = {
  shown: 'the device shows',
  pinV: 'volts at the pin',
  ohm: 'ohms of the sensor, unplugged',
}

/**
 * Expected readings at the temperature of the shed, what was read, and what a difference suggests.
 * Large: one hand holds a probe.
 */
export function KeyOnCheck({ status }: { status: ReadStatus }) {
  const { build, edit } = useBuild()
  const { assembled } = status
  const { read, device, input, sensor } = assembled
  const family = findFamily(sensor.family)
  const unit = family?.truthUnit ?? '°C'
  const q = useQuantity(unit)
  const kind = family?.signal ?? 'resistance'
  const ask = family?.keyOn ?? { label: 'The truth', how: '', sigma: 0 }
  const thermometers =
    unit === '°C' ? build.instruments.filter((i) => i.kind === 'thermometer') : []
  const [probe, setProbe] = useState(thermometers[0]?.id ?? '')
  const [shed, setShed] = useState<Typed | null>(null)
  const [typed, setTyped] = useState<Partial<Record<Observable, Typed>>>({})
  const [round, setRound] = useState(0)

  const truthReading: Reading | null = shed && { role: 'truth', ...shed, instrument: probe || null }
  const known = useMemo(() => {
    if (!truthReading) return null
    const { own, common } = readingUncertainty(build, truthReading)
    const offset =
      build.instruments.find((i) => i.id === truthReading.instrument)?.iceCheck?.readC ?? 0
    // sensor and shed air differ a little even when the car has stood overnight: the family says by how much
    return { truth: truthReading.value - offset, sigma: Math.hypot(own, common, ask.sigma) }
  }, [build, shed?.value, shed?.typed, probe]) // eslint-disable-line react-hooks/exhaustive-deps
  const spec = assembled.spec
  const { expected, problem } = useMemo(() => {
    const none = { expected: null, problem: null }
    if (!spec || !known) return none
    try {
      const { truth, truthSigma } = checkedAt(spec, known.truth, known.sigma)
      return { ...none, expected: expectedReadings(prepareChain(spec), truth, truthSigma) }
    } catch (error) {
      return { ...none, problem: inWords(error, 'Working out what to expect') }
    }
  }, [spec, known])
  const observed = useMemo(
    () =>
      Object.fromEntries(
        Object.entries(typed).flatMap(([k, v]) => (v ? [[k, v.value]] : [])),
      ) as Observed,
    [typed],
  )
  // some hundred faulty chains are run for each verdict: off the page, once the typing rests
  const asked = spec && known && Object.keys(observed).length > 0 ? { spec, known } : null
  const { value, busy, error } = useWork(
    asked ? (core) => core.keyOn(asked.spec, asked.known.truth, asked.known.sigma, observed) : null,
    [spec, known, observed],
    120,
  )
  // never a verdict on what stood there before
  const verdict = busy || !value ? null : value

  if (!spec) return <p className="pale">{assembled.problem}</p>
  const at = (stage: string) => expected?.find((e) => e.stage === stage)
  const shown = at('shown'),
    pin = at('pin') ?? (kind === 'frequency' ? at('element') : undefined),
    element = kind === 'resistance' ? at('element') : undefined
  const proof = build.proofs.find((p) => p.read === read.id)
  const proven = isProven(build, read.id)
  const readings = (): Reading[] => [
    truthReading!,
    ...(Object.entries(typed) as [Observable, Typed | undefined][]).flatMap(
      ([what, t]): Reading[] =>
        t ? [{ role: what === 'ohm' ? 'signal' : what, ...t, instrument: null }] : [],
    ),
  ]
  const keep = (prove: boolean): void => {
    const measurement: Measurement = {
      id: newId(),
      at: new Date().toISOString(),
      by: '',
      about: { kind: 'keyOn', read: read.id },
      method: 'keyOn',
      readings: readings(),
      note: '',
      struck: null,
    }
    const refused = prove
      ? edit({
          kind: 'prove',
          args: {
            measurement,
            proof: {
              id: newId(),
              read: read.id,
              measurements: [measurement.id],
              dependsOn: restsOn(build, read.id),
              at: measurement.at,
              by: '',
            },
          },
        })
      : edit({ kind: 'addMeasurement', args: { measurement } })
    // what was typed stays where it could not be recorded: the page says why
    if (refused) return
    setTyped({})
    setShed(null)
    setRound(round + 1)
  }
  const text = (what: Observable, v: number): string =>
    what === 'shown'
      ? q.text(v)
      : what === 'pinV'
        ? kind === 'frequency'
          ? signalText(v, 'Hz')
          : `${fixed(v, 3)} V`
        : v >= 1e8
          ? 'open circuit'
          : ohms(v)
  const expectLine = (e: typeof shown, what: Observable) =>
    e ? (
      <div>
        <div className="pale">
          {what === 'shown'
            ? `${device.name} should show`
            : what === 'pinV'
              ? `Pin ${input.pin} should have`
              : kind === 'resistance'
                ? 'Sensor should have'
                : 'Sensor should give'}
        </div>
        <div className="big">{text(what, e.value)}</div>
        <div className="pale mono small">
          {what === 'shown'
            ? `${q.bare(e.low)} to ${q.text(e.high)}`
            : `${text(what, e.low)} to ${text(what, e.high)}`}
        </div>
      </div>
    ) : null

  return (
    <section aria-label={`Key-on check of ${device.name} pin ${input.pin}`} key={round}>
      <Group justify="space-between" wrap="wrap">
        <h2>Key on, engine off</h2>
        <span>
          {proven ? (
            <>
              <Chip state="proven" />{' '}
              <span className="pale">{dayjs(proof!.at).format('D MMM YYYY')}</span>
            </>
          ) : proof ? (
            <span className="doubt">
              The proof of {dayjs(proof.at).format('D MMM YYYY')} has lapsed: something it rested on
              has changed.
            </span>
          ) : null}
        </span>
      </Group>
      <p className="tight">{ask.how}</p>
      <Group align="flex-start" gap="lg" wrap="wrap">
        <QuantityInput
          label={ask.label}
          unit={unit}
          onTyped={setShed}
          width={200}
          step={0.1}
          placeholder={unit === '°C' ? (q.unit === '°F' ? '58' : '14.4') : ''}
        />
        {thermometers.length > 0 && (
          <NativeSelect
            label="Read with"
            value={probe}
            onChange={(e) => setProbe(e.currentTarget.value)}
            data={[
              { value: '', label: 'an unknown one' },
              ...thermometers.map((i) => ({ value: i.id, label: i.name })),
            ]}
          />
        )}
      </Group>
      {expected && (
        <>
          <Group
            gap={48}
            mt="xs"
            align="flex-start"
            wrap="wrap"
            role="status"
            aria-label="Expected"
          >
            {expectLine(shown, 'shown')}
            {expectLine(pin, 'pinV')}
            {expectLine(element, 'ohm')}
          </Group>
          <Group align="flex-start" gap="lg" mt="md" wrap="wrap">
            <QuantityInput
              label={`${device.name} shows`}
              unit={unit}
              onTyped={(t) => setTyped((all) => ({ ...all, shown: t ?? undefined }) as typeof all)}
              width={190}
              step={0.1}
            />
            <QuantityInput
              label={
                kind === 'frequency'
                  ? 'Frequency at the pin (if measured)'
                  : 'Volts at the pin (if measured)'
              }
              unit={kind === 'frequency' ? 'Hz' : 'V'}
              onTyped={(t) => setTyped((all) => ({ ...all, pinV: t ?? undefined }) as typeof all)}
              width={220}
            />
            {kind === 'resistance' && (
              <QuantityInput
                label="Sensor ohms, unplugged (OL if open)"
                unit="Ω"
                allowOpen
                onTyped={(t) => setTyped((all) => ({ ...all, ohm: t ?? undefined }) as typeof all)}
                width={260}
              />
            )}
          </Group>
        </>
      )}
      {(problem ?? error) && (
        <p role="alert" className="wrong">
          {problem ?? error}
        </p>
      )}
      {verdict && (
        <div
          className={`aside-bar${verdict.agrees ? '' : ' is-doubt'}`}
          style={{ marginTop: 12 }}
          role="status"
          aria-label="Verdict"
        >
          {verdict.agrees ? (
            <Group>
              <b className="large">They agree.</b>
              <Button onClick={() => keep(true)}>Record it as proven</Button>
            </Group>
          ) : (
            <>
              <b className="large">They do not agree.</b>
              {verdict.comparisons.every((c) => c.inside) && (
                <p>Each is as expected by itself; together they do not fit one truth.</p>
              )}
              <ul className="tight">
                {verdict.comparisons
                  .filter((c) => !c.inside)
                  .map((c) => (
                    <li key={c.what}>
                      {NAMES[c.what]}: read {text(c.what, c.read)}, expected {text(c.what, c.low)}{' '}
                      to {text(c.what, c.high)}
                    </li>
                  ))}
              </ul>
              {verdict.causes.length === 0 ? (
                <p>
                  None of the faults known here gives these readings. Read them again; then look for
                  two faults at once.
                </p>
              ) : (
                <table className="sheet-table column wide" aria-label="Likely causes">
                  <thead>
                    <tr>
                      <th>Likely cause</th>
                      <th className="num">share</th>
                      <th className="num">would show</th>
                      <th>What to do</th>
                    </tr>
                  </thead>
                  <tbody>
                    {verdict.causes.map((c) => (
                      <tr key={c.id}>
                        <td>
                          <b>{c.name}</b>
                          {c.detail && <span className="pale"> ({c.detail})</span>}
                        </td>
                        <td className="num">{beliefText(c.probability)}</td>
                        <td className="num">{q.text(c.predicted.shown)}</td>
                        <td>{c.remedy}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
              {verdict.alike.length > 1 && (
                <p>
                  <b>These read alike so far:</b> {verdict.alike.join('; ')}.
                  {verdict.next ? '' : ' No reading here parts them: do what each asks for.'}
                </p>
              )}
              {verdict.next && (
                <p>
                  <b>Next, measure {NAMES[verdict.next.what]}.</b>{' '}
                  {verdict.next.shows
                    .map((s) => `${s.cause}: ${text(verdict.next!.what, s.value)}`)
                    .join('; ')}
                  .
                </p>
              )}
              <Button variant="default" mt="xs" onClick={() => keep(false)}>
                Record what was read
              </Button>
            </>
          )}
        </div>
      )}
      <History readId={read.id} unit={unit} />
    </section>
  )
}

function History({ readId, unit }: { readId: string; unit: string }) {
  const { build } = useBuild()
  const q = useQuantity(unit)
  const past = keyOnsOf(build, readId)
  if (past.length === 0) return null
  return (
    <details className="apart">
      <summary className="pale">
        {past.length} earlier {past.length === 1 ? 'check' : 'checks'}
      </summary>
      <ul>
        {past.map((m) => (
          <li key={m.id}>
            {dayjs(m.at).format('D MMM YYYY')}:{' '}
            {m.readings
              .map(
                (r) =>
                  `${r.role === 'truth' ? 'true' : r.role === 'shown' ? 'shown' : r.role} ${r.role === 'truth' || r.role === 'shown' ? q.text(r.value) : `${r.typed}`}`,
              )
              .join(', ')}
          </li>
        ))}
      </ul>
    </details>
  )
}
