import { fixed } from '../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import { useState, type ReactNode } from 'react'
import type { Id } from '../../../core/build/index.ts'
import { repairText, type NextDrop, type TriedRepair } from '../../../core/ground/index.ts'
import { Wrong } from '../../parts/Wrong.tsx'
import { milliohms, millivolts } from './Picture.tsx'
import type { EarthsNow } from './useEarths.ts'
import { useRepair } from './useRepair.ts'
import { postName } from './words.ts'
import css from './Earths.module.css'

/** Beside the picture: the repair to make, the drop to measure, and what feeds the post that is chosen. */
export function Proposals({
  earths,
  post,
  onTab,
  children,
}: {
  earths: EarthsNow
  post: Id | null
  onTab: (tab: 'drops') => void
  children: ReactNode
}) {
  const { advice, busy } = earths
  const [first] = advice?.repairs ?? []
  return (
    <aside className={css.aside} aria-label="What to do">
      {post !== null && <ChosenPost earths={earths} post={post} />}
      {first ? (
        <FirstRepair earths={earths} tried={first} />
      ) : (
        <p className="pale">
          {busy || !advice ? 'Trying every single change…' : 'No single change would help much.'}
        </p>
      )}
      {advice?.next && <Next earths={earths} next={advice.next} onTab={onTab} />}
      {children}
      <p className="pale small">
        Level is true: a post above the line lifts every reading that stands on it. Dashed is
        assumed, solid is measured; a line is as thick as its current. Pull from post to post to run
        a wire, at a strap’s end to move it.
      </p>
    </aside>
  )
}

/** A share of what is needed, as one says it. */
export const times = (share: number): string =>
  share < 0.095 ? 'under a tenth of what is needed' : `${fixed(share, 1)} × what is needed`

function FirstRepair({ earths, tried }: { earths: EarthsNow; tried: TriedRepair }) {
  const { build } = earths
  const carryOut = useRepair(earths)
  const [problem, setProblem] = useState<string | null>(null)
  const doIt = (): void => setProblem(carryOut(tried.repair))
  return (
    <div className="aside-bar" role="group" aria-label="Proposed repair">
      <h2>{repairText(build, tried.repair)}.</h2>
      <p className="tight">
        The worst reader goes from {times(tried.before)} to {times(tried.after)}.
      </p>
      <Wrong>{problem}</Wrong>
      <Button variant="outline" onClick={doIt}>
        Try it
      </Button>
    </div>
  )
}

function Next({
  earths: { build, state },
  next,
  onTab,
}: {
  earths: EarthsNow
  next: NextDrop
  onTab: (tab: 'drops') => void
}) {
  const inState = build.states.find((s) => s.id === state)?.name.toLowerCase()
  return (
    <div role="group" aria-label="Measure next">
      <h2>Measure next</h2>
      <p className="tight">
        Volts from <b>{postName(build, next.plus)}</b> to <b>{postName(build, next.minus)}</b>
        {inState ? `, ${inState}` : ''}. Expected <b>{millivolts(next.expectedV)}</b> ±
        {fixed(next.band * 1000, 0)} mV: the widest band goes from {times(next.before)} to{' '}
        {times(next.after)}.
      </p>
      <Button variant="default" onClick={() => onTab('drops')}>
        Type a volt drop
      </Button>
    </div>
  )
}

/** What stands on a post and what feeds it. */
function ChosenPost({ earths: { build, picture, solved }, post }: { earths: EarthsNow; post: Id }) {
  const straps = build.straps.filter((s) => s.a === post || s.b === post)
  const loads = build.loads.filter((l) => l.into === post)
  const ohm = new Map(solved?.estimate.wires.map((w) => [w.id, w.ohm]))
  return (
    <div role="group" aria-label="The chosen post">
      <h2>{postName(build, post)}</h2>
      <ul className="tight">
        {straps.map((s) => (
          <li key={s.id}>
            {s.name}: {fixed(Math.abs(picture.ampere[s.id] ?? 0), 1)} A through{' '}
            {milliohms(ohm.get(s.id) ?? 0)} to {postName(build, s.a === post ? s.b : s.a)}
          </li>
        ))}
        {loads.map((l) => (
          <li key={l.id}>
            {l.name} returns {l.ampere.value} A here
          </li>
        ))}
        {straps.length + loads.length === 0 && <li>Nothing leads here yet.</li>}
      </ul>
    </div>
  )
}
