import { useMemo } from 'react'
import { twoSenders, type Arrangement, type Sender, type Tank } from '../../../core/curve/level/index.ts'
import type { PanelProps } from '../registry.ts'
import { BOX, FLOAT } from './TankShape.tsx'

const NAMES: Record<Arrangement, string> = { series: 'In series, one wire', parallel: 'In parallel, one wire', separate: 'Two inputs, added in the display' }

/** A saddle tank with a sender in each half: what each way of joining them cannot know. */
export function TwoSenders({ status }: PanelProps) {
  const { element } = status.assembled.sensor
  const tank = (element.settings.tank as Tank | undefined) ?? BOX, sender = (element.settings.sender as Sender | undefined) ?? FLOAT
  const found = useMemo(() => {
    // two halves of this tank, each half as long
    const half = { tank: { ...tank, lengthMm: tank.lengthMm / 2 }, sender }
    try { return (['series', 'parallel', 'separate'] as const).map((a) => twoSenders([half, half], a)) } catch { return [] }
  }, [tank, sender])
  if (found.length === 0) return null
  return (
    <section aria-label="Two senders">
      <h2>If it were a saddle with two senders</h2>
      <table className="sheet-table" aria-label="Arrangements of two senders">
        <thead><tr><th>Arrangement</th><th className="num">widest doubt, l</th><th>Why</th></tr></thead>
        <tbody>{found.map((t) => <tr key={t.arrangement}><td>{NAMES[t.arrangement]}</td><td className="num">{(t.worstBarL[1] - t.worstBarL[0]).toFixed(1)}</td><td>{t.text}</td></tr>)}</tbody>
      </table>
      <p className="pale">Two halves like the tank above, each half as long. Recommended: two inputs where the display has them; in series where fuel can level itself through a pump; in parallel least of all.</p>
    </section>
  )
}
