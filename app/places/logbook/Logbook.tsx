import { Button, Group, NativeSelect } from '@mantine/core'
import dayjs from 'dayjs'
import { useState } from 'react'
import {
  elementOf,
  fileNameOf,
  readOf,
  writeBuild,
  type Build,
  type Change,
  type Measurement,
} from '../../../core/build/index.ts'
import { saveFile } from '../../parts/saveFile.ts'
import { useSettings, type Settings } from '../../store/settings.ts'
import { useBuild } from '../../store/useBuild.ts'
import { Paged } from '../../parts/Paged.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Instruments } from './Instruments.tsx'

/** What was measured, with what, when; instruments; files out; a person's units. */
export function Logbook() {
  const { build, edit } = useBuild()
  const [settings, setSettings] = useSettings()
  const [show, setShow] = useState<'measurements' | 'changes'>('measurements')
  const unit = <K extends keyof Settings>(key: K, label: string, options: Settings[K][]) => (
    <NativeSelect
      label={label}
      value={settings[key]}
      data={options}
      onChange={(e) => setSettings({ [key]: e.currentTarget.value } as Partial<Settings>)}
      w={130}
    />
  )
  return (
    <section>
      <Group justify="space-between" wrap="wrap">
        <h1>Logbook</h1>
        <Button onClick={() => saveFile(fileNameOf(build), writeBuild(build), 'application/json')}>
          Export this build
        </Button>
      </Group>
      <Group mt="sm" align="flex-start" wrap="wrap">
        {unit('temperature', 'Temperature in', ['°C', '°F'])}
        {unit('pressure', 'Pressure in', ['kPa', 'bar', 'psi', 'inHg'])}
        {unit('altitude', 'Altitude in', ['m', 'ft'])}
        {unit('volume', 'Volume in', ['l', 'gal', 'imp gal'])}
        {unit('speed', 'Speed in', ['km/h', 'mph'])}
        {unit('lambda', 'Mixture in', ['λ', 'AFR'])}
        <QuantityInput
          label="The shed stands at"
          unit="m"
          value={build.vehicle.altitudeM}
          step={10}
          width={170}
          check={(v) => (v > -500 && v < 9000 ? null : '−500 to 9000 m')}
          onCommit={({ value }) =>
            edit({ kind: 'editVehicle', args: { patch: { altitudeM: value } } })
          }
        />
        <QuantityInput
          label="Ethanol in the tank"
          unit="%"
          value={100 * build.vehicle.ethanol}
          step={5}
          width={170}
          check={(v) => (v >= 0 && v <= 100 ? null : '0 to 100 %')}
          onCommit={({ value }) =>
            edit({ kind: 'editVehicle', args: { patch: { ethanol: value / 100 } } })
          }
        />
      </Group>
      <Instruments />
      <Group mt="xl" justify="space-between">
        <h2>{show === 'measurements' ? 'Measurements' : 'Changes'}</h2>
        <Button
          variant="default"
          onClick={() => setShow(show === 'measurements' ? 'changes' : 'measurements')}
        >
          {show === 'measurements' ? 'Show every change' : 'Show measurements'}
        </Button>
      </Group>
      <div className="scroll-x">
        {show === 'measurements' ? (
          <Measurements build={build} />
        ) : (
          <Changes changes={build.changes} />
        )}
      </div>
    </section>
  )
}

function Measurements({ build }: { build: Build }) {
  if (build.measurements.length === 0)
    return <p className="pale">Nothing measured yet. Points are taken under a channel’s element.</p>
  return (
    <Paged items={build.measurements.toReversed()} perPage={100}>
      {(shown) => (
        <table className="sheet-table" aria-label="Measurements">
          <thead>
            <tr>
              <th>When</th>
              <th>What</th>
              <th>How</th>
              <th>Readings as typed</th>
              <th>With</th>
              <th>By</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((m) => (
              <tr key={m.id} className={m.struck ? 'is-struck' : undefined}>
                <td style={{ whiteSpace: 'nowrap' }}>{dayjs(m.at).format('D MMM YYYY, HH:mm')}</td>
                <td>{aboutText(build, m)}</td>
                <td>{m.method === 'keyOn' ? 'key-on check' : m.method}</td>
                <td className="mono">
                  {m.readings
                    .map((r) => `${r.typed}${/[a-zA-ZΩ°]$/.test(r.typed) ? '' : ` ${r.unit}`}`)
                    .join(' · ')}
                </td>
                <td>
                  {[
                    ...new Set(
                      m.readings
                        .map((r) => build.instruments.find((i) => i.id === r.instrument)?.name)
                        .filter(Boolean),
                    ),
                  ].join(', ')}
                </td>
                <td>
                  {m.by}
                  {m.struck ? ` struck ${dayjs(m.struck.at).format('D MMM')}` : ''}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Paged>
  )
}

function aboutText(build: Build, m: Measurement): string {
  try {
    if (m.about.kind === 'point') return elementOf(build, m.about.element).name
    if (m.about.kind === 'keyOn') {
      const { read, channel } = readOf(build, m.about.read)
      return `${channel.name}${read.face.name ? `, ${read.face.name}` : ''}`
    }
    const { input } = m.about
    const device = build.devices.find((d) => d.inputs.some((i) => i.id === input))
    return `${device?.name ?? 'input'} pin ${device?.inputs.find((i) => i.id === input)?.pin ?? ''}`
  } catch {
    return 'something removed since'
  }
}

const WORDS: Record<string, string> = {
  addMeasurement: 'measured',
  strikeMeasurement: 'struck a measurement',
  restoreMeasurement: 'restored a measurement',
  addChannel: 'added a channel',
  editChannel: 'edited a channel',
  removeChannel: 'removed a channel',
  editElement: 'edited a sensor',
  addRead: 'added a reader',
  editRead: 'edited a reader',
  removeRead: 'removed a reader',
  addDevice: 'added a device',
  editDevice: 'edited a device',
  editInput: 'edited an input',
  choosePullUp: 'chose a pull-up',
  removePullUp: 'took a pull-up out',
  enterTable: 'entered a table',
  prove: 'proved a reading',
  addInstrument: 'added an instrument',
  editInstrument: 'edited an instrument',
  removeInstrument: 'removed an instrument',
  renameBuild: 'renamed the build',
  editVehicle: 'edited the vehicle',
  undo: 'undid',
  redo: 'redid',
}

function Changes({ changes }: { changes: readonly Change[] }) {
  return (
    <Paged items={changes.toReversed()} perPage={100}>
      {(shown) => (
        <table className="sheet-table" aria-label="Changes">
          <thead>
            <tr>
              <th>When</th>
              <th>What</th>
              <th>On</th>
              <th>By</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((c) => (
              <tr key={c.id}>
                <td style={{ whiteSpace: 'nowrap' }}>{dayjs(c.at).format('D MMM YYYY, HH:mm')}</td>
                <td>{WORDS[c.kind] ?? c.kind}</td>
                <td>{[...new Set(c.edits.map((e) => e.path?.[0] ?? e.in))].join(', ')}</td>
                <td>{c.by}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Paged>
  )
}
