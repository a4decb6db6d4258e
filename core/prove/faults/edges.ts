import { figures, say } from '../../quantity/said.ts'
import { bothWays, onKinds, type Fault } from './fault.ts'

/** Edges for each that should be: doubled, halved, a tooth or a few lost or added. */
const EDGES_OFF = [1 / 3, 0.5, 2, 3, ...bothWays(0.015, 0.2, 12).map(Math.exp)]

/** Faults of a sensor whose edges are counted. */
export const OF_EDGES: Fault[] = [
  {
    id: 'no-edges',
    name: 'No edge reaches the counter',
    prior: 2,
    isPossible: onKinds('frequency'),
    remedy:
      'Turn the wheel by hand and watch the pin with a meter: it must step between low and ' +
      'high. Look at the gap, the pull-up, the input’s threshold and the pins.',
    variants: (spec) => [{ label: '', spec, signal: () => 0 }],
  },
  {
    id: 'edges-multiplied',
    name: 'Edges are counted twice, or some are lost',
    prior: 2,
    isPossible: onKinds('frequency'),
    remedy:
      'Count one edge only, rising or falling. Too wide a gap loses teeth, noise beside a coil wire adds some.',
    variants: (spec) =>
      EDGES_OFF.map((k) => ({
        label: say('edges')`${figures(k, 3)} times as many`,
        spec,
        signal: (healthy) => healthy * k,
      })),
  },
]
