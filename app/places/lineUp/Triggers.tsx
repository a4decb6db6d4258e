import { Link } from 'react-router'
import type { Build, Trigger } from '../../../core/build/index.ts'
import { parseWheel, triggerStatus, type TriggerStatus } from '../../../core/trigger/index.ts'
import { Chip } from '../../parts/Chip.tsx'
import { Say, useSay } from '../../parts/Say.tsx'
import { wordsOf } from './wordsOf.ts'
import css from './Triggers.module.css'

/** The triggers of a build beside its channels: without them nothing starts. Chosen by the same words and states. */
export function Triggers({
  build,
  filter,
  state,
}: {
  build: Build
  filter: string
  state: string
}) {
  const say = useSay()
  const words = wordsOf(filter)
  const rows = build.triggers
    .map((trigger) => ({ trigger, status: triggerStatus(build, trigger) }))
    .filter(({ trigger, status }) => {
      const text = `${trigger.name} trigger ${say(status.next.title)}`.toLowerCase()
      return (state === 'all' || state === status.state) && words.every((w) => text.includes(w))
    })
  if (rows.length === 0) return null
  return (
    <div role="list" aria-label="Triggers">
      {rows.map((r) => (
        <Row key={r.trigger.id} build={build} {...r} />
      ))}
    </div>
  )
}

function Row({
  build,
  trigger,
  status: { state, next },
}: {
  build: Build
  trigger: Trigger
  status: TriggerStatus
}) {
  const device = build.devices.find((d) => d.id === trigger.device)?.name
  return (
    <div role="listitem">
      <Link className="lineup-row" to={`/build/${build.id}/trigger?of=${trigger.id}`}>
        <div className="breaks">
          <div className="large strong">{trigger.name}</div>
          <div className="pale">
            trigger{device ? ` to ${device}` : ''}
            {trigger.pins ? ` pins ${trigger.pins}` : ''}
          </div>
        </div>
        <SmallWheel wheel={trigger.wheel} />
        <div>
          <Chip state={state} />
        </div>
        <div className="breaks">
          <b>
            <Say of={next.title} />
          </b>{' '}
          <span className="pale">
            <Say of={next.reason} />
          </span>
        </div>
      </Link>
    </div>
  )
}

const SIZE = 56
const RIM = 20
const TIP = 26

/** Its edges round a rim. */
function SmallWheel({ wheel }: { wheel: string }) {
  const { cycleDegrees, edgesDegrees } = parseWheel(wheel)
  const at = (degrees: number, r: number): string => {
    const phase = (2 * Math.PI * degrees) / cycleDegrees
    return `${(SIZE / 2 + r * Math.sin(phase)).toFixed(1)} ${(SIZE / 2 - r * Math.cos(phase)).toFixed(1)}`
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
