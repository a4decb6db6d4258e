import type { Finding } from '../../core/curve/index.ts'
import { Say } from './Say.tsx'

const CLASS: Record<Finding['level'], string> = { note: 'pale', doubt: 'doubt', wrong: 'wrong' }

/** What checks found, worst first, told apart by words and not by colour alone. */
export function Findings({
  findings,
  label = 'Checks',
}: {
  findings: readonly Finding[]
  label?: string
}) {
  if (findings.length === 0) return null
  const order = ['wrong', 'doubt', 'note']
  return (
    <ul className="plain-list" aria-label={label}>
      {[...findings]
        .sort((a, b) => order.indexOf(a.level) - order.indexOf(b.level))
        .map((f) => (
          <li key={f.code} className={CLASS[f.level]} style={{ margin: '6px 0', maxWidth: 760 }}>
            {f.level === 'wrong' ? <b>Wrong: </b> : f.level === 'doubt' ? <b>Look: </b> : null}
            <Say of={f} />
          </li>
        ))}
    </ul>
  )
}
