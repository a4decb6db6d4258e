import { Button, Group, NativeSelect, TextInput } from '@mantine/core'
import { useMemo, useState } from 'react'
import {
  fuelOverManifoldKPa,
  lookAlikes,
  pressureTypes,
  wrongRange,
  type PressureType,
} from '../../core/curve/pressure/index.ts'
import { familyOf } from '../../core/curve/registry.ts'
import { standardPressureKPa } from '../../core/standards/index.ts'
import { newId } from '../store/id.ts'
import { inWords } from '../store/problem.ts'
import { useBuild } from '../store/useBuild.ts'
import { beliefText } from '../parts/belief.ts'
import { QuantityInput } from '../parts/QuantityInput.tsx'
import { useQuantity } from '../parts/units.ts'
import type { PanelProps } from './registry.ts'

/** Which look-alike is in the hand, what the wrong range would show, and fuel pressure against the manifold. */
export default function Pressure({ status }: PanelProps) {
  const { build, edit } = useBuild()
  const { sensor, channel } = status.assembled
  const { element } = sensor
  const family = familyOf(element.family)
  const gauge = family.truthUnit === 'kPa g'
  const q = useQuantity(family.truthUnit),
    qa = useQuantity('kPa a'),
    d = useQuantity('kPa')
  const airKPa = standardPressureKPa(build.vehicle.altitudeM ?? 0)
  const types = useMemo(() => pressureTypes(element.settings), [element.settings])
  const own = (element.settings.types as PressureType[] | undefined) ?? []
  const addOwn = (item: PressureType): string | null =>
    edit({ kind: 'putInSetting', args: { element: element.id, list: 'types', item } })
  const removeOwn = (item: string): string | null =>
    edit({ kind: 'removeFromSetting', args: { element: element.id, list: 'types', item } })
  const found = useMemo(() => {
    if (sensor.points.length === 0) return null
    try {
      return {
        list: lookAlikes(
          sensor.points.map((p) => ({ ...p, truth: gauge ? p.truth + airKPa : p.truth })),
          types,
          airKPa,
        ),
        problem: null,
      }
    } catch (error) {
      return { list: [], problem: inWords(error, 'Comparing the ranges') }
    }
  }, [sensor.points, types, airKPa, gauge])
  const likely = found?.list.filter((c) => c.probability > 0.01).slice(0, 5) ?? []
  const [loadedId, setLoadedId] = useState<string | null>(null)
  const fitted =
    types.find((t) => t.id === (likely[0]?.id ?? element.settings.assumedCurve)) ?? types[0]!
  const loaded =
    types.find((t) => t.id === loadedId) ??
    types.find((t) => t.id !== fitted.id && t.face === fitted.face)!
  const idleAndFull = gauge
    ? [channel.needs.best[0] + airKPa, channel.needs.range[1] + airKPa]
    : [35, channel.needs.range[1]]
  const seen = wrongRange(fitted, loaded, idleAndFull, airKPa)
  return (
    <div className="panels apart">
      <section aria-label="Look-alikes">
        <h2>Which range is in the hand</h2>
        {!found && (
          <p className="pale">
            Same body, other range: type the volts at one known pressure, open to the air to begin
            with, and see which of {types.length} ranges fit.
          </p>
        )}
        {found?.problem && (
          <p role="alert" className="wrong">
            {found.problem}
          </p>
        )}
        {likely.length > 0 && (
          <>
            <table className="sheet-table" aria-label="Ranges that fit">
              <thead>
                <tr>
                  <th>Range</th>
                  <th className="num">belief</th>
                  <th className="num">off, {q.unit}</th>
                </tr>
              </thead>
              <tbody>
                {likely.map((c) => (
                  <tr key={c.id} className={c.fits ? undefined : 'is-struck'}>
                    <td>{c.name}</td>
                    <td className="num">{beliefText(c.probability)}</td>
                    <td className="num">{q.pm(c.missRms, 1).slice(1)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            <p>
              {likely.length === 1 || likely[0]!.probability > 0.97 ? (
                <>
                  It is most likely a <b>{likely[0]!.name}</b>.
                </>
              ) : (
                <>
                  <b>One test parts the likeliest two: {qa.text(likely[0]!.partAt!, 0)}</b>
                  {likely[0]!.partAt! >= airKPa
                    ? ` (${d.text(likely[0]!.partAt! - airKPa, 0)} on a pump’s gauge)`
                    : ` (${d.text(airKPa - likely[0]!.partAt!, 0)} of vacuum)`}
                  .
                </>
              )}
            </p>
          </>
        )}
        {own.length > 0 && (
          <ul aria-label="Ranges added">
            {own.map((t) => (
              <li key={t.id}>
                {t.name}, {t.face}: {t.low.volt} V at {d.text(t.low.kPa, 0)}, {t.high.volt} V at{' '}
                {d.text(t.high.kPa, 0)}{' '}
                <Button
                  variant="subtle"
                  color="gray"
                  h={36}
                  px={8}
                  aria-label={`Remove ${t.name}`}
                  onClick={() => removeOwn(t.id)}
                >
                  Remove
                </Button>
              </li>
            ))}
          </ul>
        )}
        <OwnType onAdd={addOwn} />
      </section>
      <section aria-label="Wrong range">
        <h2>If the wrong range is loaded</h2>
        <Group mt="xs">
          <NativeSelect
            label="Table made for"
            value={loaded.id}
            onChange={(e) => setLoadedId(e.currentTarget.value)}
            data={types.map((t) => ({ value: t.id, label: t.name }))}
          />
        </Group>
        <p className="pale tight">Fitted: {fitted.name}.</p>
        <table className="sheet-table" aria-label="What the wrong range shows">
          <thead>
            <tr>
              <th>At</th>
              <th className="num">true, {q.unit}</th>
              <th className="num">shown</th>
              <th className="num">times</th>
            </tr>
          </thead>
          <tbody>
            {seen.map((s, i) => {
              const off = gauge ? airKPa : 0
              return (
                <tr key={i}>
                  <td>{i === 0 ? 'idle' : 'full load'}</td>
                  <td className="num">{q.bare(s.trueKPa - off, 0)}</td>
                  <td className="num">{q.bare(s.shownKPa - off, 0)}</td>
                  <td className="num">{((s.shownKPa - off) / (s.trueKPa - off)).toFixed(2)}</td>
                </tr>
              )
            })}
          </tbody>
        </table>
        <p className="doubt">
          {seen.at(-1)!.shownKPa < seen.at(-1)!.trueKPa
            ? 'It reads low at full load: a manifold sensor would make the mixture lean, which destroys engines; an oil sensor would cry wolf.'
            : 'It reads high at full load: rich and slow, or an oil pressure that is not there.'}
        </p>
        {gauge && <OverManifold airKPa={airKPa} />}
      </section>
    </div>
  )
}

function OwnType({ onAdd }: { onAdd: (t: PressureType) => string | null }) {
  const [name, setName] = useState('')
  const [face, setFace] = useState<PressureType['face']>('absolute')
  const [v, setV] = useState<Record<'lowKPa' | 'lowV' | 'highKPa' | 'highV', number>>({
    lowKPa: 0,
    lowV: 0.5,
    highKPa: 300,
    highV: 4.5,
  })
  const [problem, setProblem] = useState<string | null>(null)
  const box = (key: keyof typeof v, label: string, unit: string) => (
    <QuantityInput
      label={label}
      unit={unit}
      value={v[key]}
      width={120}
      hideUnderstood
      onCommit={({ value }) => setV((all) => ({ ...all, [key]: value }))}
    />
  )
  const add = (): void => {
    if (name.trim() === '') {
      setProblem('Give it a name.')
      return
    }
    if (v.lowKPa === v.highKPa || v.lowV === v.highV) {
      setProblem('The two ends must differ in pressure and in volts.')
      return
    }
    const refused = onAdd({
      id: `own-${newId()}`.slice(0, 60),
      name: name.trim(),
      face,
      low: { kPa: v.lowKPa, volt: v.lowV },
      high: { kPa: v.highKPa, volt: v.highV },
    })
    setProblem(refused)
    if (!refused) setName('')
  }
  return (
    <details className="apart">
      <summary>Add a range to the list</summary>
      <Group align="flex-start" gap="sm">
        <TextInput
          label="Name"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
          w={180}
        />
        <NativeSelect
          label="It is"
          value={face}
          onChange={(e) => setFace(e.currentTarget.value as typeof face)}
          data={['absolute', 'gauge']}
          w={120}
        />
        {box('lowKPa', 'At', 'kPa')}
        {box('lowV', 'it gives', 'V')}
        {box('highKPa', 'and at', 'kPa')}
        {box('highV', 'it gives', 'V')}
        <Button variant="default" mt={26} onClick={add}>
          Add it
        </Button>
      </Group>
      {problem && (
        <p role="alert" className="wrong">
          {problem}
        </p>
      )}
    </details>
  )
}

function OverManifold({ airKPa }: { airKPa: number }) {
  const [rail, setRail] = useState<number | null>(null)
  const [manifold, setManifold] = useState<number | null>(null)
  const q = useQuantity('kPa')
  const over =
    rail !== null && manifold !== null ? fuelOverManifoldKPa(rail, manifold, airKPa) : null
  return (
    <details className="apart">
      <summary>Fuel pressure against the manifold</summary>
      <Group align="flex-start" gap="sm">
        <QuantityInput
          label="Rail"
          unit="kPa g"
          width={150}
          onTyped={(t) => setRail(t?.value ?? null)}
        />
        <QuantityInput
          label="Manifold"
          unit="kPa a"
          width={150}
          onTyped={(t) => setManifold(t?.value ?? null)}
        />
      </Group>
      {over !== null && (
        <p role="status">
          The injector feels <b>{q.text(over, 0)}</b>
          {over < 250
            ? ': little; on boost a regulator without a manifold hose falls behind.'
            : '.'}
        </p>
      )}
    </details>
  )
}
