import { fixed } from '../../core/quantity/index.ts'
import { Button, NativeSelect, TextInput } from '@mantine/core'
import { useMemo, useState } from 'react'
import {
  fuelOverManifoldKPa,
  lookAlikes,
  pressureTypes,
  wrongRange,
  type PressureType,
} from '../../core/curve/pressure/index.ts'
import type { Element } from '../../core/build/index.ts'
import type { TakenPoint } from '../../core/chain/index.ts'
import { familyOf } from '../../core/curve/index.ts'
import { standardPressureKPa } from '../../core/standards/index.ts'
import { newId } from '../store/id.ts'
import { inWords } from '../store/problem.ts'
import { useBuild } from '../store/useBuild.ts'
import { beliefText } from '../parts/belief.ts'
import { SideBySide, Fields } from '../parts/Fields.tsx'
import { QuantityInput } from '../parts/QuantityInput.tsx'
import { useQuantity } from '../parts/units.ts'
import type { PanelProps } from './registry.ts'
import { Wrong } from '../parts/Wrong.tsx'
import { num, words } from '../parts/columns.ts'
import { Sheet } from '../parts/Sheet.tsx'
import { RemoveButton } from '../parts/RemoveButton.tsx'

/** Which look-alike is in the hand, what the wrong range would show, and fuel pressure against the manifold. */
export default function Pressure({ status }: PanelProps) {
  const { build } = useBuild()
  const { sensor, channel } = status.assembled
  const { element } = sensor
  const gauge = familyOf(element.family).truthUnit === 'kPa g'
  const airKPa = standardPressureKPa(build.vehicle.altitudeM ?? 0)
  const types = useMemo(() => pressureTypes(element.settings), [element.settings])
  const { likely, problem } = useMemo(
    () => inTheHand(sensor.points, { types, airKPa, gauge }),
    [sensor.points, types, airKPa, gauge],
  )
  const fittedId = likely[0]?.id ?? element.settings.assumedCurve
  return (
    <div className="panels apart">
      <section aria-label="Look-alikes">
        <h2>Which range is in the hand</h2>
        {sensor.points.length === 0 && (
          <p className="pale">
            Same body, other range: type the volts at one known pressure, open to the air to begin
            with, and see which of {types.length} ranges fit.
          </p>
        )}
        <Wrong>{problem}</Wrong>
        {likely.length > 0 && <Likely likely={likely} gauge={gauge} airKPa={airKPa} />}
        <OwnTypes element={element} />
      </section>
      <section aria-label="Wrong range">
        <h2>If the wrong range is loaded</h2>
        <WrongRange
          types={types}
          fitted={types.find((t) => t.id === fittedId) ?? types[0]!}
          gauge={gauge}
          airKPa={airKPa}
          idleAndFull={
            gauge
              ? [channel.needs.best[0] + airKPa, channel.needs.range[1] + airKPa]
              : [35, channel.needs.range[1]]
          }
        />
        {gauge && <OverManifold airKPa={airKPa} />}
      </section>
    </div>
  )
}

type LookAlike = ReturnType<typeof lookAlikes>[number]

/** The ranges that can be in the hand by the points so far, likeliest first, at most five. */
function inTheHand(
  points: readonly TakenPoint[],
  { types, airKPa, gauge }: { types: PressureType[]; airKPa: number; gauge: boolean },
): { likely: LookAlike[]; problem: string | null } {
  if (points.length === 0) return { likely: [], problem: null }
  try {
    const absolute = points.map((p) => ({ ...p, truth: gauge ? p.truth + airKPa : p.truth }))
    const found = lookAlikes(absolute, types, airKPa)
    return { likely: found.filter((c) => c.probability > 0.01).slice(0, 5), problem: null }
  } catch (error) {
    return { likely: [], problem: inWords(error, 'Comparing the ranges') }
  }
}

/** How far each likely range is believed, and the one test that parts the first two. */
function Likely({
  likely,
  gauge,
  airKPa,
}: {
  likely: LookAlike[]
  gauge: boolean
  airKPa: number
}) {
  const q = useQuantity(gauge ? 'kPa g' : 'kPa a')
  const first = likely[0]!
  return (
    <>
      <Sheet
        label="Ranges that fit"
        columns={[words('Range'), num('belief'), num(`off, ${q.unit}`)]}
        rows={likely.map((c) => ({
          key: c.id,
          mark: c.fits ? undefined : 'is-struck',
          cells: [c.name, beliefText(c.probability), q.pm(c.missRms, 1).slice(1)],
        }))}
      />
      {likely.length === 1 || first.probability > 0.97 ? (
        <p>
          It is most likely a <b>{first.name}</b>.
        </p>
      ) : (
        <PartedAt kPa={first.partAt!} airKPa={airKPa} />
      )}
    </>
  )
}

/** The pressure that tells the two likeliest apart, and what a pump's own gauge shows there. */
function PartedAt({ kPa, airKPa }: { kPa: number; airKPa: number }) {
  const absolute = useQuantity('kPa a'),
    difference = useQuantity('kPa')
  const onAPump =
    kPa >= airKPa
      ? `${difference.text(kPa - airKPa, 0)} on a pump’s gauge`
      : `${difference.text(airKPa - kPa, 0)} of vacuum`
  return (
    <p>
      <b>One test parts the likeliest two: {absolute.text(kPa, 0)}</b> ({onAPump}).
    </p>
  )
}

/** What an engine unit shows at idle and at full load with a table made for another range. */
function WrongRange({
  types,
  fitted,
  gauge,
  airKPa,
  idleAndFull,
}: {
  types: PressureType[]
  fitted: PressureType
  gauge: boolean
  airKPa: number
  idleAndFull: number[]
}) {
  const q = useQuantity(gauge ? 'kPa g' : 'kPa a')
  const [loadedId, setLoadedId] = useState<string | null>(null)
  const loaded =
    types.find((t) => t.id === loadedId) ??
    types.find((t) => t.id !== fitted.id && t.face === fitted.face)!
  const seen = wrongRange(fitted, loaded, idleAndFull, airKPa)
  const atFull = seen.at(-1)!
  const zero = gauge ? airKPa : 0
  return (
    <>
      <Fields>
        <NativeSelect
          label="Table made for"
          value={loaded.id}
          onChange={(e) => setLoadedId(e.currentTarget.value)}
          data={types.map((t) => ({ value: t.id, label: t.name }))}
        />
      </Fields>
      <p className="pale tight">Fitted: {fitted.name}.</p>
      <Sheet
        label="What the wrong range shows"
        columns={[words('At'), num(`true, ${q.unit}`), num('shown'), num('times')]}
        rows={seen.map((s, i) => ({
          key: i,
          cells: [
            i === 0 ? 'idle' : 'full load',
            q.bare(s.trueKPa - zero, 0),
            q.bare(s.shownKPa - zero, 0),
            fixed((s.shownKPa - zero) / (s.trueKPa - zero), 2),
          ],
        }))}
      />
      <p className="doubt">
        {atFull.shownKPa < atFull.trueKPa
          ? 'It reads low at full load: a manifold sensor would make the mixture lean, which ' +
            'destroys engines; an oil sensor would cry wolf.'
          : 'It reads high at full load: rich and slow, or an oil pressure that is not there.'}
      </p>
    </>
  )
}

/** The ranges somebody added to the list, and a form for one more. */
function OwnTypes({ element }: { element: Element }) {
  const { edit } = useBuild()
  const kPa = useQuantity('kPa')
  const own = (element.settings.types as PressureType[] | undefined) ?? []
  const list = { element: element.id, list: 'types' }
  return (
    <>
      {own.length > 0 && (
        <ul aria-label="Ranges added">
          {own.map((t) => (
            <li key={t.id}>
              {t.name}, {t.face}: {t.low.volt} V at {kPa.text(t.low.kPa, 0)}, {t.high.volt} V at{' '}
              {kPa.text(t.high.kPa, 0)}{' '}
              <RemoveButton
                of={t.name}
                onClick={() => edit({ kind: 'removeFromSetting', args: { ...list, item: t.id } })}
              />
            </li>
          ))}
        </ul>
      )}
      <OwnType onAdd={(item) => edit({ kind: 'putInSetting', args: { ...list, item } })} />
    </>
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
      <Fields>
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
        <SideBySide>
          <Button variant="default" onClick={add}>
            Add it
          </Button>
        </SideBySide>
      </Fields>
      <Wrong>{problem}</Wrong>
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
      <Fields>
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
      </Fields>
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
