import { NativeSelect } from '@mantine/core'
import { useMemo, useState } from 'react'
import { litresThatFit, twoSenders, type Arrangement, type Half, type Sender, type Tank } from '../../../core/curve/level/index.ts'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { useBuild } from '../../store/useBuild.ts'
import { useQuantity } from '../../parts/units.ts'
import type { PanelProps } from '../registry.ts'
import { BOX, FLOAT } from './start.ts'
import { TankEditor } from './TankEditor.tsx'

const NAMES: Record<Arrangement, string> = { series: 'In series, one wire', parallel: 'In parallel, one wire', separate: 'Two inputs, added in the display' }

/** A saddle tank with a sender in each half: what each way of joining them cannot know, and all litres that fit a reading. */
export function TwoSenders({ status }: PanelProps) {
  const { edit } = useBuild()
  const q = useQuantity('l')
  const { element } = status.assembled.sensor
  const tank = (element.settings.tank as Tank | undefined) ?? BOX, sender = (element.settings.sender as Sender | undefined) ?? FLOAT
  const own = element.settings.secondHalf as Half | undefined
  const second = useMemo(() => own ?? { tank, sender }, [own, tank, sender])
  const [ohm, setOhm] = useState<number | null>(null)
  const [joined, setJoined] = useState<'series' | 'parallel'>('series')
  const found = useMemo(() => { try { return (['series', 'parallel', 'separate'] as const).map((a) => twoSenders([{ tank, sender }, second], a)) } catch { return [] } }, [tank, sender, second])
  const fits = useMemo(() => { if (ohm === null) return null; try { return { ...litresThatFit([{ tank, sender }, second], joined, ohm), problem: null } } catch (error) { return { bar: null, levelL: null, problem: (error as Error).message } } }, [ohm, joined, tank, sender, second])
  if (found.length === 0) return null
  return (
    <section aria-label="Two senders">
      <h2>A saddle tank with two senders</h2>
      <table className="sheet-table" aria-label="Arrangements of two senders">
        <thead><tr><th>Arrangement</th><th className="num">widest doubt, l</th><th>Why</th></tr></thead>
        <tbody>{found.map((t) => <tr key={t.arrangement}><td>{NAMES[t.arrangement]}</td><td className="num">{(t.worstBarL[1] - t.worstBarL[0]).toFixed(1)}</td><td>{t.text}</td></tr>)}</tbody>
      </table>
      <p className="pale">Recommended: two inputs where the display has them, each a channel of its own; in series where a pump levels the halves, calibrated by fills as one sender; in parallel least of all.</p>
      <div style={{ display: 'flex', gap: 10, alignItems: 'flex-start', flexWrap: 'wrap' }}>
        <NativeSelect label="Joined" value={joined} onChange={(e) => setJoined(e.currentTarget.value as typeof joined)} data={[{ value: 'series', label: 'in series' }, { value: 'parallel', label: 'in parallel' }]} w={150} />
        <QuantityInput label="They read together" unit="Ω" width={190} onTyped={(t) => setOhm(t?.value ?? null)} check={(v) => (v > 0 ? null : 'Above zero.')} />
        {fits && <p role={fits.problem ? 'alert' : 'status'} aria-label="Litres that fit" className={fits.problem ? 'wrong' : undefined} style={{ marginTop: 34 }}>{fits.problem ?? <>It can be <b>{q.bare(fits.bar![0])} to {q.text(fits.bar![1])}</b>{fits.levelL === null ? '' : `; ${q.text(fits.levelL)} if both stand level`}.</>}</p>}
      </div>
      <details>
        <summary style={{ minHeight: 44, cursor: 'pointer', paddingTop: 10 }}>{own ? 'The second half, as drawn' : 'The second half is like the first: draw it if it is not'}</summary>
        <TankEditor tank={second.tank} sender={second.sender} onChange={(patch) => edit({ kind: 'editElement', args: { id: element.id, patch: { settings: { ...element.settings, secondHalf: { ...second, ...patch } } } } })} />
      </details>
    </section>
  )
}
