import { roundTo } from '../../core/quantity/index.ts'
import type { Entry } from '../../core/channel/index.ts'
import { parseWheel } from '../../core/trigger/index.ts'
import css from './SmallWheel.module.css'

const SIZE = 56
const RIM = 20
const TIP = 26

/** A trigger's edges round a rim. */
export function SmallWheel({ entry }: { entry: Entry }) {
  const { cycleDegrees, edgesDegrees } = parseWheel(entry.trigger!.wheel)
  const at = (degrees: number, r: number): string => {
    const phase = (2 * Math.PI * degrees) / cycleDegrees
    return `${roundTo(SIZE / 2 + r * Math.sin(phase), 1)} ${roundTo(SIZE / 2 - r * Math.cos(phase), 1)}`
  }
  return (
    <svg className={css.wheel} viewBox={`0 0 ${SIZE} ${SIZE}`} aria-hidden>
      <circle className={css.rim} cx={SIZE / 2} cy={SIZE / 2} r={RIM} />
      <path
        className={css.rim}
        d={edgesDegrees.map((e) => `M${at(e, RIM)}L${at(e, TIP)}`).join('')}
      />
    </svg>
  )
}
