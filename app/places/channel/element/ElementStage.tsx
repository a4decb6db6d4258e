import { Button, Group, NativeSelect } from '@mantine/core'
import { lazy, Suspense, useMemo, useState } from 'react'
import { makeableC } from '../../../../core/chain/index.ts'
import { familyOf, findFamily } from '../../../../core/curve/registry.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { useUnits } from '../../../parts/units.ts'
import type { StageProps } from '../ChannelPlace.tsx'
import { AddPoint } from './AddPoint.tsx'
import { Points } from './Points.tsx'

const CurveCharts = lazy(() => import('./CurveCharts.tsx'))
const BenchPanel = lazy(() => import('../../../bench/BenchPanel.tsx'))

/** The sensor itself: its points, its curve, how sure it is, and the one more point worth taking. */
export default function ElementStage({ status }: StageProps) {
  const { sensor } = status.assembled
  return findFamily(sensor.family) ? <KnownElement status={status} /> : <p role="alert" style={{ paddingTop: 18 }}>{sensor.problem}</p>
}

function KnownElement({ status }: StageProps) {
  const { build, edit } = useBuild()
  const units = useUnits()
  const { sensor, channel } = status.assembled
  const { element } = sensor
  const family = familyOf(element.family)
  const [bench, setBench] = useState(false)
  const setting = (patch: object): void => edit({ kind: 'editElement', args: { id: element.id, patch: { settings: { ...element.settings, ...patch } } } })
  const next = useMemo(() => {
    if (!sensor.fit) return null
    try { return family.bestNext(sensor.points, makeableC(build), channel.needs.range) } catch { return null }
  }, [sensor, family, build, channel.needs.range])
  const candidates = useMemo(() => { try { return sensor.points.length > 0 ? family.identify(sensor.points) : [] } catch { return [] } }, [sensor.points, family])
  return (
    <div className="stage">
      <div>
        <Group justify="space-between"><h2>Points</h2><Button variant="default" aria-expanded={bench} onClick={() => setBench(!bench)}>{bench ? 'Put the bench away' : 'Record from the bench'}</Button></Group>
        {bench ? <Suspense fallback={<p className="pale">…</p>}><BenchPanel element={element} sensor={sensor} /></Suspense> : <AddPoint element={element} suggested={next?.truth} />}
        <Points sensor={sensor} />
        {sensor.problem && sensor.points.length > 1 && <p role="alert" className="wrong">{sensor.problem}</p>}
        {sensor.fit?.warnings.map((w) => <p key={w} className="doubt" style={{ margin: '6px 0' }}>{w}</p>)}
        {next && 1.96 * (next.bandBefore - next.bandAfter) > 0.1 && (
          <p style={{ margin: '10px 0' }}><b>Best next point: {units.t(next.truth, 0)}.</b>{' '}
            <span className="pale">The widest band over the range goes from {units.pm(1.96 * next.bandBefore, 1)} to {units.pm(1.96 * next.bandAfter, 1)} {units.temperature}.</span></p>
        )}
      </div>
      <div>
        <Suspense fallback={<p className="pale">…</p>}>{sensor.curve !== undefined && <CurveCharts sensor={sensor} range={channel.needs.range} />}</Suspense>
        <Group align="flex-start" mt="sm" wrap="wrap">
          <NativeSelect label="Model" value={element.settings.model ?? 'auto'} onChange={(e) => setting({ model: e.currentTarget.value })} data={[{ value: 'auto', label: 'Chosen by the points' }, ...family.models.map((m) => ({ value: m.id, label: m.name }))]} w={250} />
          <QuantityInput label="Probe leads, shorted" unit="Ω" value={element.settings.leadOhm ?? 0} step={0.1} width={150} check={(v) => (v >= 0 ? null : 'It cannot be negative.')} onCommit={({ value }) => setting({ leadOhm: value })} />
          <QuantityInput label="Sheds heat at" unit="mW/K" value={element.settings.dissipationMwPerK ?? 1} step={0.5} width={150} check={(v) => (v > 0 ? null : 'It must be above zero.')} onCommit={({ value }) => setting({ dissipationMwPerK: value })} />
        </Group>
        {!sensor.fit && (
          <NativeSelect mt="sm" label="Until it is measured, take on trust" value={element.settings.assumedCurve ?? ''} onChange={(e) => setting({ assumedCurve: e.currentTarget.value || null })} data={[{ value: '', label: 'nothing' }, ...family.library.map((c) => ({ value: c.id, label: c.name }))]} />
        )}
        {sensor.fit && (
          <table className="sheet-table" style={{ marginTop: 12 }} aria-label="Coefficients"><tbody>
            {family.describe(sensor.curve).map((c) => <tr key={c.name}><td>{c.name}</td><td className="num">{c.value}</td></tr>)}
          </tbody></table>
        )}
        {candidates[0] && (
          <p className="pale">{candidates[0].fits ? <>Looks like <b>{candidates[0].name}</b>{candidates[1]?.fits ? `, or ${candidates[1].name}; ${units.t(candidates[0].partAt ?? 0, 0)} would part them.` : '.'}</> : `Like none of the library; nearest is ${candidates[0].name}, ${candidates[0].missRms.toFixed(0)} °C off.`}</p>
        )}
      </div>
    </div>
  )
}
