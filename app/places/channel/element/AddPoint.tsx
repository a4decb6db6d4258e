import { Button, Group, NativeSelect } from '@mantine/core'
import { useRef, useState } from 'react'
import type { Element, Reading } from '../../../../core/build/index.ts'
import { boilingPointC, standardPressureKPa } from '../../../../core/standards/index.ts'
import { familyOf } from '../../../../core/curve/registry.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { newId } from '../../../store/id.ts'
import { Caution } from '../../../parts/Caution.tsx'
import { QuantityInput, type Typed } from '../../../parts/QuantityInput.tsx'
import { useUnits } from '../../../parts/units.ts'

/** One point typed by hand: how the temperature is made, what it is, what the meter shows. Enter records and goes on. */
export function AddPoint({ element, suggested }: { element: Element; suggested?: number | undefined }) {
  const { build, edit } = useBuild()
  const units = useUnits()
  const family = familyOf(element.family)
  const [methodId, setMethodId] = useState(family.methods[0]!.id)
  const method = family.methods.find((m) => m.id === methodId)!
  const instruments = (kind: string) => build.instruments.filter((i) => i.kind === kind)
  const [probe, setProbe] = useState(instruments('thermometer')[0]?.id ?? '')
  const [meter, setMeter] = useState(instruments('meter')[0]?.id ?? '')
  const [airBy, setAirBy] = useState<'altitude' | 'pressure'>('altitude')
  const [truth, setTruth] = useState<Typed | null>(null)
  const [air, setAir] = useState<Typed | null>(build.vehicle.altitudeM === null ? null : { value: build.vehicle.altitudeM, typed: `${build.vehicle.altitudeM} m`, unit: 'm' })
  const [ohm, setOhm] = useState<Typed | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [round, setRound] = useState(0)
  const first = useRef<HTMLInputElement>(null)
  const ohmBox = useRef<HTMLInputElement>(null)

  const record = (): void => {
    const missing = !ohm ? 'Type the ohms as they stand on the meter, such as 2.21k.' : method.truthFrom === 'instrument' && !truth ? 'Type what the thermometer shows.' : method.truthFrom === 'pressure' && !air ? 'Give the altitude or the barometer: it sets where water boils.' : null
    if (missing) { setProblem(missing); return }
    const readings: Reading[] = [{ role: 'signal', ...ohm!, instrument: meter || null }]
    if (method.truthFrom === 'instrument') readings.push({ role: 'truth', ...truth!, instrument: probe || null })
    if (method.truthFrom === 'pressure') readings.push({ role: airBy, ...air!, instrument: null })
    edit({ kind: 'addMeasurement', args: { measurement: { id: newId(), at: new Date().toISOString(), by: '', about: { kind: 'point', element: element.id }, method: method.id, readings, note: '', struck: null } } })
    if (method.truthFrom === 'pressure' && airBy === 'altitude' && build.vehicle.altitudeM !== air!.value) edit({ kind: 'editVehicle', args: { patch: { altitudeM: air!.value } } })
    setProblem(null); setOhm(null); setTruth(null); setRound(round + 1)
    setTimeout(() => (method.truthFrom === 'instrument' ? first : ohmBox).current?.focus())
  }
  let boils: string | null = null
  try { boils = air && method.truthFrom === 'pressure' ? units.t(boilingPointC(airBy === 'altitude' ? standardPressureKPa(air.value) : air.value), 2) : null } catch (error) { boils = (error as Error).message }

  return (
    <form onSubmit={(e) => { e.preventDefault(); record() }} aria-label="Add a point">
      <Group align="flex-start" gap="sm" mt="xs" wrap="wrap">
        <NativeSelect label="How" value={methodId} onChange={(e) => { setMethodId(e.currentTarget.value); setProblem(null) }} data={family.methods.map((m) => ({ value: m.id, label: m.name }))} w={165} />
        {method.truthFrom === 'instrument' && <QuantityInput key={`t${round}`} inputRef={first} label="Thermometer shows" unit={family.truthUnit} onTyped={setTruth} onEnter={() => ohmBox.current?.focus()} placeholder={suggested === undefined ? '' : `${units.tBare(suggested, 0)} is best`} width={160} step={0.1} />}
        {method.truthFrom === 'pressure' && (
          <>
            <NativeSelect label="From" value={airBy} onChange={(e) => { setAirBy(e.currentTarget.value as typeof airBy); setAir(null) }} data={[{ value: 'altitude', label: 'altitude' }, { value: 'pressure', label: 'barometer' }]} w={130} />
            <QuantityInput key={airBy} label={airBy === 'altitude' ? 'Altitude' : 'Barometer'} unit={airBy === 'altitude' ? 'm' : 'kPa'} value={air?.value ?? null} onTyped={setAir} onEnter={() => ohmBox.current?.focus()} width={140} step={airBy === 'altitude' ? 10 : 0.1} />
          </>
        )}
        <QuantityInput key={`r${round}`} inputRef={ohmBox} label="Meter shows" unit={family.signalUnit} onTyped={setOhm} placeholder="2.21k" width={160} check={(v) => (v > 0 ? null : v === 0 ? '0 Ω is a short: nothing to fit.' : 'Ohms cannot be negative: exchange the probes or check the zero.')} />
        <Button type="submit" mt={26}>Record</Button>
      </Group>
      {boils && <p style={{ margin: '2px 0' }} role="status">Water boils at <b>{boils}</b> here.</p>}
      {problem && <p role="alert" className="wrong" style={{ margin: '4px 0' }}>{problem}</p>}
      <ol className="pale" style={{ margin: '6px 0 8px', paddingLeft: 20, fontSize: 15 }}>{method.steps.map((s) => <li key={s}>{s}</li>)}</ol>
      {method.cautions.map((c) => <Caution key={c}>{c}</Caution>)}
      {(build.instruments.length > 0) && (
        <Group gap="sm" mt={4} wrap="wrap">
          {method.truthFrom === 'instrument' && <NativeSelect label="Read with" value={probe} onChange={(e) => setProbe(e.currentTarget.value)} data={[{ value: '', label: 'an unknown thermometer' }, ...instruments('thermometer').map((i) => ({ value: i.id, label: i.name }))]} />}
          <NativeSelect label={method.truthFrom === 'instrument' ? 'and with' : 'Read with'} value={meter} onChange={(e) => setMeter(e.currentTarget.value)} data={[{ value: '', label: 'an unknown meter' }, ...instruments('meter').map((i) => ({ value: i.id, label: i.name }))]} />
        </Group>
      )}
      {build.instruments.length === 0 && <p className="pale" style={{ fontSize: 15 }}>No instrument is named yet: ±0.5 °C and 0.8 % are assumed. Name yours in the logbook, and every band becomes yours.</p>}
    </form>
  )
}
