import { fixed } from '../../../core/quantity/index.ts'
import type { Trigger } from '../../../core/build/index.ts'
import { edgeBefore, enteredAngle, parseWheel, type Counts } from '../../../core/trigger/index.ts'
import { num, words } from '../../parts/columns.ts'
import { Sheet } from '../../parts/Sheet.tsx'
import css from './Trigger.module.css'

const WAYS: readonly Counts[] = [
  { tooth: 'after-gap', from: 'before' },
  { tooth: 'before-gap', from: 'before' },
  { tooth: 'after-gap', from: 'after' },
  { tooth: 'before-gap', from: 'after' },
]
const TOOTH: Record<Counts['tooth'], string> = {
  'after-gap': 'first tooth after the gap',
  'before-gap': 'last tooth before the gap',
}
const FROM: Record<Counts['from'], string> = { before: 'before', after: 'after' }

/** How the unit counts, as a picture, and its angle as every other convention has it. */
export function Convention({ trigger }: { trigger: Trigger }) {
  const { counts, angleDeg } = trigger
  return (
    <>
      <Picture counts={counts} />
      {angleDeg !== null && <Converted trigger={trigger} angleDeg={angleDeg} />}
    </>
  )
}

function Converted({ trigger, angleDeg }: { trigger: Trigger; angleDeg: number }) {
  const wheel = parseWheel(trigger.wheel)
  const before = edgeBefore(angleDeg, wheel, trigger.counts)
  return (
    <Sheet
      label="The same angle in each convention"
      columns={[words('Counted from'), words('Top dead centre'), num('°')]}
      rows={WAYS.map((way) => {
        const own = way.tooth === trigger.counts.tooth && way.from === trigger.counts.from
        const angle = fixed(enteredAngle(before, wheel, way), 1)
        return {
          key: `${way.tooth} ${way.from}`,
          cells: [TOOTH[way.tooth], FROM[way.from], own ? <b key="own">{angle}</b> : angle],
        }
      })}
    />
  )
}

/** Teeth as they pass, the left ones first: x of each, of the gap between them none. */
const TEETH = [60, 85, 110, 135, 235, 260, 285, 310]
const LAST_BEFORE = 135
const FIRST_AFTER = 235
const TOP = { before: 395, after: 20 }
const RAIL = 74

/** The tooth that is counted from and top dead centre, unrolled: what passes first stands on the left. */
function Picture({ counts: { tooth, from } }: { counts: Counts }) {
  const counted = tooth === 'after-gap' ? FIRST_AFTER : LAST_BEFORE
  const top = TOP[from]
  const way = Math.sign(top - counted)
  const tip = top - 4 * way
  return (
    <svg
      className={css.convention}
      viewBox="0 0 420 112"
      role="img"
      aria-label={`Counted from the ${TOOTH[tooth]}, which passes ${FROM[from]} top dead centre`}
    >
      <path className={css.rim} d={`M40 ${RAIL}H330`} />
      {TEETH.map((x) => (
        <rect
          key={x}
          className={x === counted ? css.first : css.tooth}
          x={x - 6}
          y={RAIL - 20}
          width={12}
          height={20}
        />
      ))}
      <line className={css.dead} x1={top} y1={14} x2={top} y2={RAIL + 8} />
      <path
        className={css.way}
        d={`M${counted} ${RAIL - 24}V36H${tip}M${tip - 8 * way} 30L${tip} 36L${tip - 8 * way} 42`}
      />
      <text className={css.label} x={(FIRST_AFTER + LAST_BEFORE) / 2} y={RAIL - 4}>
        gap
      </text>
      <text className={css.label} x={(counted + top) / 2} y={28}>
        the angle
      </text>
      <text className={css.label} x={from === 'before' ? top - 8 : top + 30} y={RAIL + 26}>
        top dead centre
      </text>
    </svg>
  )
}
