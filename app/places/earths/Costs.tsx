import { fixed } from '../../../core/quantity/index.ts'
import { Link } from 'react-router'
import type { ReaderCost } from '../../../core/earths/index.ts'
import { brokenRules } from '../../../core/earths/index.ts'
import { num, words } from '../../parts/columns.ts'
import { Say } from '../../parts/Say.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { useQuantity } from '../../parts/units.ts'
import type { EarthsTabProps } from './Earths.tsx'
import { millivolts } from './Picture.tsx'
import css from './Earths.module.css'

/** Loads that are named beside a reader. */
const MOST_LOADS = 3
const BAR = 120
/** Nothing to speak of, V. */
const LEVEL_V = 1e-4

/** What the grounds cost every reader in the state that is looked at, worst first, and which loads make it. */
export default function Costs({ earths }: EarthsTabProps) {
  const { build, picture, advice, busy } = earths
  const rules = brokenRules(build, picture)
  const apart = picture.costs.filter((c) => Math.abs(c.volt) > LEVEL_V)
  const level = picture.costs.filter((c) => Math.abs(c.volt) <= LEVEL_V)
  if (picture.costs.length === 0)
    return (
      <p className="pale">{busy ? 'Working out every reader…' : 'No reader has a chain yet.'}</p>
    )
  return (
    <>
      {rules.length > 0 && (
        <ul aria-label="Rules that are broken">
          {rules.map((r) => (
            <li
              key={`${r.says.code} ${r.post}`}
              className={r.grade === 'wrong' ? 'wrong' : 'doubt'}
            >
              <Say of={r.says} />
            </li>
          ))}
        </ul>
      )}
      <Sheet
        label="What the grounds cost"
        columns={[
          words('Reader'),
          num('mV'),
          num('shown off by'),
          num('±'),
          words(''),
          words('by'),
        ]}
      >
        {apart.map((c) => (
          <CostRow key={c.read} cost={c} band={advice?.bands[c.read]} earths={earths} />
        ))}
      </Sheet>
      {level.length > 0 && (
        <p className="pale">
          Level, because sensor and converter stand on one ground:{' '}
          {level.map((c) => `${c.name} · ${c.device}`).join('; ')}.
        </p>
      )}
    </>
  )
}

function CostRow({
  cost,
  band,
  earths: { build },
}: {
  cost: ReaderCost
  band: number | undefined
  earths: EarthsTabProps['earths']
}) {
  const q = useQuantity(cost.unit, cost.need)
  const loads = cost.byLoad
    .filter((l) => Math.abs(l.off) > 0.02 * cost.need)
    .slice(0, MOST_LOADS)
    .map((l) => `${build.loads.find((x) => x.id === l.load)?.name ?? ''} ${q.off(l.off, 1)}`)
  return (
    <tr>
      <td>
        <Link to={`/build/${build.id}/channel/${cost.channel}/${cost.read}?stage=leads`}>
          {cost.name} · {cost.device}
        </Link>
      </td>
      <td className="num">{millivolts(cost.volt)}</td>
      <td className={`num ${cost.share > 1 && !cost.overridden ? 'wrong' : ''}`}>
        {q.off(cost.off, 1)} {q.unit}
      </td>
      <td className="num pale">{band === undefined ? '' : q.pm(band, 1).slice(1)}</td>
      <td>
        <span
          className={`${css.bar} ${cost.share > 1 ? css.over : ''}`}
          style={{ width: Math.min(BAR, (BAR / 2) * cost.share) }}
          role="img"
          aria-label={`${fixed(cost.share, 2)} of what is needed`}
        />
      </td>
      <td className="pale">
        {cost.overridden ? 'measured at the pin: that counts' : loads.join(', ')}
      </td>
    </tr>
  )
}
