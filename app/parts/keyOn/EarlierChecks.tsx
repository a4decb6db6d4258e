import dayjs from 'dayjs'
import { keyOnsOf, type Reading } from '../../../core/build/index.ts'
import { useBuild } from '../../store/useBuild.ts'
import { useQuantity } from '../units.ts'

/** The checks of a reader that were recorded before, folded away. */
export function EarlierChecks({ readId, unit }: { readId: string; unit: string }) {
  const { build } = useBuild()
  const q = useQuantity(unit)
  const past = keyOnsOf(build, readId)
  if (past.length === 0) return null
  const said = ({ role, value, typed }: Reading): string => {
    if (role === 'truth') return `true ${q.text(value)}`
    return role === 'shown' ? `shown ${q.text(value)}` : `${role} ${typed}`
  }
  return (
    <details className="apart">
      <summary className="pale">
        {past.length} earlier {past.length === 1 ? 'check' : 'checks'}
      </summary>
      <ul>
        {past.map((m) => (
          <li key={m.id}>
            {dayjs(m.at).format('D MMM YYYY')}: {m.readings.map(said).join(', ')}
          </li>
        ))}
      </ul>
    </details>
  )
}
