import { Say } from '../../../parts/Say.tsx'
import { orElse } from '../../../../core/error.ts'
import { Button, Group, NativeSelect } from '@mantine/core'
import { lazy, Suspense, useMemo, useState } from 'react'
import { makeableTruths } from '../../../../core/chain/index.ts'
import { familyOf, findFamily } from '../../../../core/curve/registry.ts'
import { familyPanel } from '../../../families/registry.ts'
import { Caution } from '../../../parts/Caution.tsx'
import { Findings } from '../../../parts/Findings.tsx'
import { SettingFields } from '../../../parts/SettingFields.tsx'
import { useBuild } from '../../../store/useBuild.ts'
import { useQuantity } from '../../../parts/units.ts'
import type { StageProps } from '../tabs.tsx'
import { AddPoint } from './AddPoint.tsx'
import { PastePoints } from './PastePoints.tsx'
import { Points } from './Points.tsx'
import { TwoSensors } from './TwoSensors.tsx'

const CurveCharts = lazy(() => import('./CurveCharts.tsx'))
const Choosing = lazy(() => import('./Choosing.tsx'))
const BenchPanel = lazy(() => import('../../../bench/BenchPanel.tsx'))

/** The sensor itself: its points, its curve, how sure it is, and the one more point worth taking. */
export default function ElementStage({ status }: StageProps) {
  const { sensor, channel, needs } = status.assembled
  const [at, setAt] = useState(0)
  const part = sensor.parts[at]
  const count = sensor.parts.length
  // one of several read as one is measured by itself, over all that it can hold
  const shown = useMemo(() => {
    if (!part) return status
    const reach = part.curve === undefined ? null : findFamily(part.family)?.reach(part.curve)
    const range: [number, number] = reach?.every(Number.isFinite)
      ? reach
      : [needs.range[0] / count, needs.range[1] / count]
    return {
      ...status,
      assembled: {
        ...status.assembled,
        sensor: part,
        needs: { range, best: range, accuracy: needs.accuracy / Math.sqrt(count) },
      },
    }
  }, [status, part, needs, count])
  const { family: id, element } = shown.assembled.sensor
  if (!findFamily(id))
    return (
      <p className="stage-body" role="alert">
        {sensor.problem}
      </p>
    )
  return (
    <>
      {familyOf(id).adds && (
        <TwoSensors channel={channel} status={status} part={part ? at : null} onPart={setAt} />
      )}
      <KnownElement key={element.id} status={shown} />
    </>
  )
}

function KnownElement({ status }: StageProps) {
  const { build, edit } = useBuild()
  const { sensor, needs } = status.assembled
  const { element } = sensor
  const family = familyOf(element.family)
  const q = useQuantity(family.truthUnit)
  const [bench, setBench] = useState(false)
  const [methodId, setMethodId] = useState(family.methods[0]!.id)
  const method = family.methods.find((m) => m.id === methodId) ?? family.methods[0]!
  const panel = familyPanel(family.id, { status })
  // what the checks may want to know of the place
  const settings = useMemo(
    () => ({ ...element.settings, altitudeM: build.vehicle.altitudeM ?? 0 }),
    [element.settings, build.vehicle.altitudeM],
  )
  const setting = (patch: Record<string, unknown>): string | null =>
    edit({ kind: 'editElement', args: { id: element.id, patch: { settings: patch } } })
  const next = useMemo(() => {
    if (!sensor.fit) return null
    return orElse(
      () =>
        family.bestNext(
          sensor.points,
          makeableTruths(build, family, needs.range),
          needs.range,
          element.settings,
        ),
      null,
    )
  }, [sensor, family, build, needs.range, element.settings])
  const candidates = useMemo(() => {
    return orElse(
      () => (sensor.points.length > 0 ? family.identify(sensor.points, element.settings) : []),
      [],
    )
  }, [sensor.points, family, element.settings])
  const findings = useMemo(() => {
    return orElse(() => family.checks(sensor.points, sensor.fit, settings), [])
  }, [sensor, family, settings])
  const onBench = family.signal === 'resistance' && family.quantity === 'temperature'
  const [choosing, setChoosing] = useState(false)
  const comparable = family.quantity === 'temperature' || family.quantity === 'pressure'
  const worth = 0.05 * needs.accuracy
  return (
    <div className="stage">
      <div>
        <Group justify="space-between">
          <h2>Points</h2>
          {onBench && (
            <Button variant="default" aria-expanded={bench} onClick={() => setBench(!bench)}>
              {bench ? 'Put the bench away' : 'Record from the bench'}
            </Button>
          )}
        </Group>
        {bench ? (
          <Suspense fallback={<p className="pale">…</p>}>
            <BenchPanel element={element} sensor={sensor} />
          </Suspense>
        ) : (
          <AddPoint
            key={element.id}
            element={element}
            input={status.assembled.input}
            method={method}
            onMethod={setMethodId}
            suggested={next?.truth}
          />
        )}
        <Points sensor={sensor} />
        <PastePoints element={element} />
        {sensor.problem && sensor.points.length >= family.leastPoints && (
          <p role="alert" className="wrong">
            {sensor.problem}
          </p>
        )}
        {sensor.fit?.warnings.map((w) => (
          <p key={w.code} className="doubt tight">
            <Say of={w} />
          </p>
        ))}
        <Findings findings={findings} />
        {next && 1.96 * (next.bandBefore - next.bandAfter) > worth && (
          <p className="tight">
            <b>Best next point: {q.text(next.truth, 0)}.</b>{' '}
            <span className="pale">
              The widest band over the range goes from {q.pm(1.96 * next.bandBefore, 1)} to{' '}
              {q.pm(1.96 * next.bandAfter, 1)} {q.unit}.
            </span>
          </p>
        )}
        {/* what stands beside the steps of this way of taking a point is not said twice */}
        {family.cautions
          .filter((c) => bench || !method.cautions.includes(c))
          .map((c) => (
            <Caution key={c}>{c}</Caution>
          ))}
      </div>
      <div>
        {/* the room the charts will take, so that nothing beneath moves away under a finger */}
        <Suspense
          fallback={
            <p className="pale" style={{ height: 440 }}>
              …
            </p>
          }
        >
          {sensor.curve !== undefined && <CurveCharts sensor={sensor} range={needs.range} />}
        </Suspense>
        {family.models.length > 0 && (
          <NativeSelect
            mt="sm"
            label="Model"
            value={element.settings.model ?? 'auto'}
            onChange={(e) => setting({ model: e.currentTarget.value })}
            data={[
              { value: 'auto', label: 'Chosen by the points' },
              ...family.models.map((m) => ({ value: m.id, label: m.name })),
            ]}
            w={250}
          />
        )}
        {family.settings.length > 0 && (
          <div className="apart">
            <SettingFields
              fields={family.settings}
              settings={element.settings}
              onChange={setting}
              reasons
            />
          </div>
        )}
        {!sensor.fit && family.library.length > 0 && (
          <NativeSelect
            mt="sm"
            label="Until it is measured, take on trust"
            value={element.settings.assumedCurve ?? ''}
            onChange={(e) => setting({ assumedCurve: e.currentTarget.value || null })}
            data={[
              { value: '', label: 'nothing' },
              ...family.library.map((c) => ({ value: c.id, label: c.name })),
            ]}
          />
        )}
        {!sensor.fit && sensor.assumedName && (
          <p className="pale">In use until it is measured: {sensor.assumedName}.</p>
        )}
        {sensor.fit && (
          <table className="sheet-table apart" aria-label="Coefficients">
            <tbody>
              {family.describe(sensor.curve).map((c, i) => (
                <tr key={i}>
                  <td>
                    <Say of={c.name} />
                  </td>
                  <td className="num">
                    <Say of={c.value} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {candidates[0] && (
          <p className="pale">
            {candidates[0].fits ? (
              <>
                Looks like <b>{candidates[0].name}</b>
                {candidates[1]?.fits
                  ? `, or ${candidates[1].name}; ${q.text(candidates[0].partAt ?? 0, 0)} would part them.`
                  : '.'}
              </>
            ) : (
              `Like none of the library; nearest is ${candidates[0].name}, ${q.pm(candidates[0].missRms, 0).slice(1)} ${q.unit} off.`
            )}
          </p>
        )}
      </div>
      {comparable && (
        <div className="whole-row">
          <Button variant="subtle" aria-expanded={choosing} onClick={() => setChoosing(!choosing)}>
            {choosing ? 'Close the comparison' : 'Compare with other sensors'}
          </Button>
          {choosing && (
            <Suspense fallback={<p className="pale">…</p>}>
              <Choosing status={status} />
            </Suspense>
          )}
        </div>
      )}
      {panel && (
        <div className="whole-row">
          <Suspense fallback={<p className="pale">…</p>}>{panel}</Suspense>
        </div>
      )}
    </div>
  )
}
