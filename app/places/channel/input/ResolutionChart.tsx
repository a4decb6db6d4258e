import { fixed } from '../../../../core/quantity/index.ts'
import { memo } from 'react'
import type { PullUp, resolutionOverRange } from '../../../../core/input/index.ts'
import { roundDomain, roundTicks } from '../../../parts/plot/axis.ts'
import { Plot } from '../../../parts/plot/Plot.tsx'
import { ohms, type Quantity } from '../../../parts/units.ts'

/** Dashes by how far a candidate lies from the best: told apart by more than ink. */
const DASHES = ['', '7 3', '2 3']

/** A pull-up by its ohms; none beside a fixed one is infinite. */
export const pullUpName = (ohm: number): string => (ohm === Infinity ? 'none' : ohms(ohm))

/** A design as the worker gives it: the best, and what is drawn beside it. */
export type ResolutionRow = {
  best: PullUp
  drawn: (PullUp & { resolution: ReturnType<typeof resolutionOverRange> })[]
}

/** °C for one count over the range, for the best pull-up and its neighbours. Drawn anew only for another design. */
export const ResolutionChart = memo(function ResolutionChart({
  design,
  q,
}: {
  design: ResolutionRow
  q: Quantity
}) {
  const { drawn } = design
  const chosen = design.best.pullUpOhm
  const best = drawn.findIndex((d) => d.pullUpOhm === chosen)
  const truths = drawn[0]?.resolution.map((r) => q.out(r.temperatureC)) ?? []
  const most = Math.max(
    0,
    ...drawn
      .flatMap((d) => d.resolution.map((r) => r.resolutionC * q.scale))
      .filter(Number.isFinite),
  )
  return (
    <Plot
      label={`Resolution over temperature for ${drawn.map((d) => pullUpName(d.pullUpOhm)).join(', ')}`}
      height={250}
      x={roundTicks(truths[0] ?? 0, truths.at(-1) ?? 1, 6, ` ${q.unit}`)}
      y={roundDomain(0, most, 5)}
      legend
      tip={{ x: (t) => `${fixed(t, 0)} ${q.unit}`, y: (v) => `${fixed(v, 4)} ${q.unit} a count` }}
      curves={drawn.map((d, i) => ({
        name: pullUpName(d.pullUpOhm),
        places: d.resolution.map((r) => [q.out(r.temperatureC), r.resolutionC * q.scale]),
        stroke: i === best ? 'var(--touch)' : d.pullUpOhm < chosen ? 'var(--doubt)' : 'var(--pale)',
        width: i === best ? 3 : 1.6,
        dash: DASHES[Math.abs(i - best)],
      }))}
    />
  )
})
