import { useMemo } from 'react'
import { type Channel, elementOf, wiredReads } from '../../../core/build/index.ts'
import { needsOf, stageBy, STAGES, sumOfReaders, type Sum } from '../../../core/chain/index.ts'
import { findFamily } from '../../../core/curve/index.ts'
import { useQuantity, type Quantity } from '../../parts/units.ts'
import { useBuild } from '../../store/useBuild.ts'
import { NeedBand, PictureScale } from './PictureScale.tsx'

const W = 560,
  H = 150,
  TOP = 30,
  LEFT = 40,
  RIGHT = 150
const DASH = ['', '8 4']

/** Of two senders on inputs of their own: what both show together, and their threads from the one truth to the sum. */
export function Together({
  channel,
  needs,
  truth,
}: {
  channel: Channel
  needs: Channel['needs']
  truth: number
}) {
  const { build } = useBuild()
  const q = useQuantity(findFamily(elementOf(build, channel.elements[0]!).family)?.truthUnit ?? 'l')
  // this half at its truth, and the other filled to the same share
  const whole = useMemo(
    () =>
      truth *
      (wiredReads(channel)
        .filter((r, i, all) => all.findIndex((x) => x.source.id === r.source.id) === i)
        .reduce((s, r) => s + needsOf(build, channel, r).range[1], 0) /
        needs.range[1]),
    [build, channel, needs, truth],
  )
  const sum = useMemo(() => sumOfReaders(build, channel, whole), [build, channel, whole])
  if (!sum) return null
  if (sum.problem)
    return (
      <p role="status" className="doubt tight">
        Not yet added up: {sum.problem}
      </p>
    )
  return (
    <section className="tight" aria-label="Both together">
      <p className="tight" role="status">
        With {q.text(whole)} in both:{' '}
        {sum.parts.map((h) => `${h.name} shows ${q.bare(h.walked.shown)}`).join(', ')}; added{' '}
        <b>{q.text(sum.shown)}</b>, {q.off(sum.off)} {q.pm(sum.half)} at 95 %.
      </p>
      <SumPicture sum={sum} accuracy={channel.needs.accuracy} q={q} />
    </section>
  )
}

/** Two threads from one truth, each to its own face, and their sum: heights are errors. */
function SumPicture({ sum, accuracy, q }: { sum: Sum; accuracy: number; q: Quantity }) {
  const stages = STAGES.map((s) => s.id).filter((s) =>
    sum.parts.some((h) => h.walked.stages.some((w) => w.id === s)),
  )
  const x = (i: number): number => LEFT + (i / stages.length) * (W - LEFT - RIGHT)
  const offs = sum.parts.map((h) =>
    h.walked.stages.map((s) => ({
      x: x(stages.indexOf(s.id)),
      off: (Number.isFinite(s.height) ? s.height : h.walked.shown) - h.truth,
    })),
  )
  const tall = Math.max(
    1.2 * accuracy,
    Math.abs(sum.off) + sum.half,
    ...offs.flat().map((o) => Math.abs(o.off)),
  )
  const y = (off: number): number => TOP + ((tall - off) / (2 * tall)) * (H - TOP - 10)
  const end = x(stages.length)
  return (
    <svg
      className="column"
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={
        'Threads of both parts: ' +
        `${sum.parts.map((h) => `${h.name} ${q.off(h.off)}`).join(', ')}; added ` +
        `${q.off(sum.off)} ${q.unit}`
      }
    >
      <NeedBand from={LEFT} to={end} top={y(accuracy)} bottom={y(-accuracy)} />
      {[...stages.map((s) => stageBy(s).name), 'added'].map((name, i) => (
        <PictureScale key={name} x={x(i)} top={TOP} bottom={H - 8} name={name} />
      ))}
      <text
        x={LEFT - 8}
        y={y(0) + 4}
        textAnchor="end"
        fontSize={12}
        className="mono"
        fill="var(--pale)"
      >
        0
      </text>
      {offs.map((line, i) => (
        <polyline
          key={i}
          points={[...line, { x: end, off: sum.off }].map((p) => `${p.x},${y(p.off)}`).join(' ')}
          fill="none"
          stroke="var(--touch)"
          strokeWidth={2.4}
          strokeDasharray={DASH[i]}
          strokeLinejoin="round"
        />
      ))}
      <line
        x1={end}
        x2={end}
        y1={y(sum.off + sum.half)}
        y2={y(sum.off - sum.half)}
        stroke="var(--touch)"
        strokeWidth={7}
        opacity={0.35}
      />
      <circle
        cx={end}
        cy={y(sum.off)}
        r={5}
        fill="var(--paper)"
        stroke="var(--touch)"
        strokeWidth={2.6}
      />
      <text x={end + 12} y={y(sum.off) + 5} fontSize={14} fill="var(--ink)">
        added {q.off(sum.off)}
      </text>
    </svg>
  )
}
