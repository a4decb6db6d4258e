import { placeIn, type InDrawing } from '../../parts/held.ts'
import { useState, type PointerEvent } from 'react'
import type { Edited, Id, Strap } from '../../../core/build/index.ts'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { DrawnPost } from './layout.ts'
import type { EarthsNow } from './useEarths.ts'

/** A new wire, as one would run it: its length and size are guesses to be replaced. */
export const newStrap = (a: Id, b: Id, name: string): Strap => ({
  ...{ id: newId(), name, a, b, wire: { lengthM: 1, areaMm2: 6 } },
  ...{ jointA: 'crimped', jointB: 'crimped', ohm: null, shield: false },
})

/** How far a press moves before it is a pull, px. */
const PULL_PX = 12
/** How near to a post a wire is let go to end on it, px. */
const NEAR_PX = 26

/** What is held: the post it runs from, where the hand is, and the strap whose end was picked up, if one was. */
type Pull = { from: Id; strap: Id | null; x: number; y: number; start: InDrawing; far: boolean }

/**
 * Pulling from post to post: a wire between the two. Pulling at a strap: the end that is nearer to the hand moves to
 * another post. A press that does not move chooses a post, and pulls nothing.
 */
export function usePull({ build }: EarthsNow, at: ReadonlyMap<Id, DrawnPost>) {
  const { edit } = useBuild()
  const [pull, setPull] = useState<Pull | null>(null)
  const move = (e: PointerEvent<SVGSVGElement>): void => {
    if (!pull) return
    const { x, y } = placeIn(e)
    const far = pull.far || Math.hypot(x - pull.start.x, y - pull.start.y) > PULL_PX
    setPull({ ...pull, x, y, far })
  }
  const end = (): void => {
    if (!pull) return
    setPull(null)
    if (!pull.far) return
    const near = [...at.values()]
      .filter((p) => p.post.id !== pull.from)
      .find((p) => Math.hypot(p.x - pull.x, p.y - pull.y) < NEAR_PX)
    const change = near && changeOf(build, pull, near.post.id)
    if (change) edit(change)
  }
  const start = pull && at.get(pull.from)
  const take = (from: Id, strap: Id | null, e: PointerEvent): void => {
    if (e.button !== 0) return
    const start = placeIn(e)
    setPull({ from, strap, ...start, start, far: false })
  }
  return {
    on: { onPointerMove: move, onPointerUp: end, onPointerLeave: () => setPull(null) },
    line: start && pull.far ? { x1: start.x, y1: start.y, x2: pull.x, y2: pull.y } : null,
    /** the strap whose end is held */
    held: pull?.far ? pull.strap : null,
    start: (from: Id, e: PointerEvent) => take(from, null, e),
    pickUp: ({ id, a, b }: Strap, e: PointerEvent) => {
      const [pa, pb] = [at.get(a), at.get(b)]
      if (!pa || !pb) return
      const { x, y } = placeIn(e)
      // the end that is farther from the hand stays where it is
      const stays = Math.hypot(x - pa.x, y - pa.y) > Math.hypot(x - pb.x, y - pb.y) ? a : b
      take(stays, id, e)
    },
  }
}

function changeOf(build: EarthsNow['build'], { from, strap: id }: Pull, to: Id): Edited | null {
  if (id === null) {
    const name = (post: Id): string => build.posts.find((p) => p.id === post)?.name ?? ''
    return {
      kind: 'addStrap',
      args: { strap: newStrap(from, to, `${name(from)} to ${name(to)}`) },
    }
  }
  const strap = build.straps.find((s) => s.id === id)
  if (!strap) return null
  const moved = strap.a === from ? 'b' : 'a'
  if (strap[moved] === to) return null
  return { kind: 'editStrap', args: { id, patch: { [moved]: to } } }
}
