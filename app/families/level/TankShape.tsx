import { Button, Group, NativeSelect } from '@mantine/core'
import { useMemo, useState } from 'react'
import { CartesianGrid, ComposedChart, Line, ResponsiveContainer, Scatter, Tooltip, XAxis, YAxis } from 'recharts'
import { fillsWorthTaking, fitLevel, heightAt, levelLitres, predictLevel, type Sender, type Tank } from '../../../core/curve/level/index.ts'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { AXIS, GRID } from '../../parts/chart.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { PanelProps } from '../registry.ts'
import { TankPicture } from './TankPicture.tsx'

export const BOX: Tank = { corners: [{ x: 0, y: 0 }, { x: 300, y: 0 }, { x: 300, y: 300 }, { x: 0, y: 300 }], lengthMm: 500 }
export const FLOAT: Sender = { kind: 'straight', lowMm: 10, highMm: 290, emptyOhm: 10, fullOhm: 180 }

/** The tank's section and its sender: the curve before it is filled, what explains it after, and the fills worth taking. */
export function TankShape({ status }: PanelProps) {
  const { edit } = useBuild()
  const { sensor } = status.assembled
  const { element } = sensor
  const tank = (element.settings.tank as Tank | undefined) ?? BOX, sender = (element.settings.sender as Sender | undefined) ?? FLOAT
  const drawn = element.settings.tank !== undefined
  const set = (patch: { tank?: Tank; sender?: Sender }): void => edit({ kind: 'editElement', args: { id: element.id, patch: { settings: { ...element.settings, tank, sender, ...patch } } } })
  const [litres, setLitres] = useState(10)
  const worked = useMemo(() => {
    try {
      const predicted = predictLevel(tank, sender)
      const fills = fillsWorthTaking(tank, sender, sensor.points.map((p) => p.truth).filter((l) => l < predicted.points.at(-1)!.litres), 4, (knots, ohm) => levelLitres(fitLevel(knots), ohm))
      return { predicted, fills, problem: null }
    } catch (error) { return { predicted: null, fills: [], problem: (error as Error).message } }
  }, [tank, sender, sensor.points])
  const { predicted } = worked
  const full = predicted?.points.at(-1)!.litres ?? 0
  const fuelMm = useMemo(() => { try { return heightAt(tank, Math.min(full, litres)) } catch { return null } }, [tank, litres, full])
  const float = (() => {
    if (fuelMm === null) return null
    if (sender.kind === 'straight') return { y: Math.min(sender.highMm, Math.max(sender.lowMm, fuelMm)), pivotY: null }
    const onStop = (degrees: number): number => sender.pivotMm + sender.armMm * Math.sin((degrees * Math.PI) / 180)
    return { y: Math.min(onStop(sender.highDeg), Math.max(onStop(sender.lowDeg), fuelMm)), pivotY: sender.pivotMm }
  })()
  const mm = (label: string, value: number, on: (mm: number) => void) => <QuantityInput label={label} unit="mm" value={value / 1000} width={140} hideUnderstood onCommit={({ value: v }) => on(v * 1000)} />
  const ohm = (label: string, key: 'emptyOhm' | 'fullOhm') => <QuantityInput label={label} unit="Ω" value={sender[key]} width={140} hideUnderstood check={(v) => (v >= 0 ? null : 'Not negative.')} onCommit={({ value }) => set({ sender: { ...sender, [key]: value } })} />
  const degrees = (label: string, key: 'lowDeg' | 'highDeg') => (sender.kind === 'arm' ? <QuantityInput label={label} unit="°" value={sender[key]} width={140} hideUnderstood check={(v) => (Math.abs(v) <= 90 ? null : '−90 to 90°')} onCommit={({ value }) => set({ sender: { ...sender, [key]: value } })} /> : null)
  return (
    <section aria-label="Tank and sender">
      <h2>Tank and sender</h2>
      <p className="pale" style={{ margin: '4px 0' }}>Draw the section from a few corners, give the length: the curve before the tank is filled, and what explains it after.</p>
      <div style={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(380px, 1fr))', gap: 30 }}>
        <div>
          <TankPicture tank={tank} fuelMm={fuelMm} floatMm={float} onMove={(i, to) => set({ tank: { ...tank, corners: tank.corners.map((c, k) => (k === i ? to : c)) } })} />
          <Group gap="sm" align="flex-start">
            <QuantityInput label="Picture holds" unit="l" value={litres} width={140} hideUnderstood step={1} onCommit={({ value }) => setLitres(value)} />
            {mm('Length', tank.lengthMm, (v) => set({ tank: { ...tank, lengthMm: v } }))}
            <Button mt={26} variant="default" onClick={() => { const { corners } = tank, a = corners.at(-1)!, b = corners[0]!; set({ tank: { ...tank, corners: [...corners, { x: Math.round((a.x + b.x) / 2), y: Math.round((a.y + b.y) / 2) }] } }) }}>One more corner</Button>
            {tank.corners.length > 3 && <Button mt={26} variant="subtle" color="gray" onClick={() => set({ tank: { ...tank, corners: tank.corners.slice(0, -1) } })}>Take the last away</Button>}
          </Group>
          <Group gap="sm" align="flex-start" mt="xs">
            <NativeSelect label="Sender" value={sender.kind} onChange={(e) => set({ sender: e.currentTarget.value === 'straight' ? FLOAT : { kind: 'arm', pivotMm: 150, armMm: 150, lowDeg: -60, highDeg: 60, emptyOhm: sender.emptyOhm, fullOhm: sender.fullOhm } })} data={[{ value: 'straight', label: 'straight, in a tube' }, { value: 'arm', label: 'swinging arm' }]} w={180} />
            {sender.kind === 'straight' ? <>{mm('Lowest float', sender.lowMm, (v) => set({ sender: { ...sender, lowMm: v } }))}{mm('Highest float', sender.highMm, (v) => set({ sender: { ...sender, highMm: v } }))}</>
              : <>{mm('Pivot above the bottom', sender.pivotMm, (v) => set({ sender: { ...sender, pivotMm: v } }))}{mm('Arm', sender.armMm, (v) => set({ sender: { ...sender, armMm: v } }))}{degrees('Low stop', 'lowDeg')}{degrees('High stop', 'highDeg')}</>}
            {ohm('Empty', 'emptyOhm')}{ohm('Full', 'fullOhm')}
          </Group>
          {worked.problem && <p role="alert" className="wrong">{worked.problem}</p>}
        </div>
        {predicted && (
          <div>
            <div role="img" aria-label={`Predicted litres over ohms, to ${full.toFixed(1)} l`}>
              <ResponsiveContainer width="100%" height={230}>
                <ComposedChart data={predicted.points} margin={{ top: 8, right: 12, bottom: 4, left: 6 }}>
                  <CartesianGrid {...GRID} />
                  <XAxis {...AXIS} dataKey="ohm" type="number" domain={['dataMin', 'dataMax']} unit=" Ω" tickFormatter={(v: number) => v.toFixed(0)} />
                  <YAxis {...AXIS} width={50} tickFormatter={(v: number) => v.toFixed(0)} />
                  <Line dataKey="litres" stroke="var(--pale)" strokeDasharray="5 4" strokeWidth={2} dot={false} isAnimationActive={false} />
                  <Scatter data={sensor.points.map((p) => ({ ohm: p.signal, litres: p.truth }))} dataKey="litres" isAnimationActive={false} shape={(p: { cx?: number; cy?: number }) => <circle cx={p.cx} cy={p.cy} r={5} fill="var(--paper)" stroke="var(--ink)" strokeWidth={2} />} />
                  <Tooltip formatter={(v) => `${Number(v).toFixed(1)} l`} labelFormatter={(v) => `${Number(v).toFixed(1)} Ω`} contentStyle={{ background: 'var(--sheet)', border: '1px solid var(--hair)' }} />
                </ComposedChart>
              </ResponsiveContainer>
            </div>
            <p role="status" aria-label="What the tank says">It holds <b>{full.toFixed(1)} l</b>. {predicted.deadBelowL > 0.2 ? `Below ${predicted.deadBelowL.toFixed(1)} l the float lies on its stop: cannot tell. ` : ''}{full - predicted.deadAboveL > 0.2 ? `Above ${predicted.deadAboveL.toFixed(1)} l likewise. ` : ''}From its two ends alone it would be off by up to <b>{Math.abs(predicted.twoEndsErrorL).toFixed(1)} l</b>, near {predicted.twoEndsWorstAtL.toFixed(0)} l.</p>
            {worked.fills.length > 0 ? <p>Fills worth taking next: <b>{worked.fills.map((f) => `${f.litres.toFixed(0)} l`).join(', ')}</b>; without the first, up to {worked.fills[0]!.errorL.toFixed(1)} l off.</p> : <p className="pale">The fills taken already say all that this shape can hide.</p>}
            {!drawn && <p className="pale">An invented box until you draw yours.</p>}
          </div>
        )}
      </div>
    </section>
  )
}
