import type { State } from '../../core/chain/index.ts'

const TEXT: Record<State, string> = {
  empty: 'nothing measured',
  assumed: 'assumed',
  measured: 'measured',
  proven: 'proven',
  wrong: 'look here',
}

/** The state of a reading, in the stroke that means it everywhere: dashed, solid, double. */
export function Chip({ state }: { state: State }) {
  return <span className={`chip ${state}`}>{TEXT[state]}</span>
}
