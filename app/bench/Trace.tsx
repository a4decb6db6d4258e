import { roundTo, fixed } from '../../core/quantity/index.ts'
import type { CoolingSample } from '../../core/bench/index.ts'

const W = 560,
  H = 70

/** The last minutes of the bench as one plain line, ohms on a log scale. */
export function OhmsTrace({ log }: { log: readonly CoolingSample[] }) {
  if (log.length < 3) return <div style={{ height: H }} />
  const shown = log.slice(-600)
  const t0 = shown[0]!.timeS,
    t1 = shown.at(-1)!.timeS
  const v = shown.map((s) => Math.log(s.resistanceOhm))
  const low = Math.min(...v),
    high = Math.max(...v),
    span = Math.max(high - low, 0.002)
  const points = shown
    .map((s, i) => {
      const x = ((s.timeS - t0) / Math.max(1, t1 - t0)) * W
      const y = H - 6 - ((v[i]! - (low + high) / 2) / span + 0.5) * (H - 12)
      return `${roundTo(x, 1)},${roundTo(y, 1)}`
    })
    .join(' ')
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      height={H}
      preserveAspectRatio="none"
      role="img"
      aria-label={`Ohms over the last ${fixed(t1 - t0, 0)} seconds`}
    >
      <polyline
        points={points}
        fill="none"
        stroke="var(--touch)"
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  )
}
