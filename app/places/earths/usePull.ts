import { useState, type PointerEvent } from 'react'
import type { Id, Strap } from '../../../core/build/index.ts'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { Placed } from './layout.ts'
import type { EarthsNow } from './useEarths.ts'

/** A new wire, as one would run it: its length and size are guesses to be replaced. */
export const newStrap = (a: Id, b: Id, name: string): Strap => ({
  ...{ id: newId(), name, a, b, wire: { lengthM: 1, areaMm2: 6 } },
  ...{ jointA: 'crimped', jointB: 'crimped', ohm: null },
})

/** How far a press moves before it is a pull, px. */
const PULL_PX = 12

/** Pulling from post to post: a wire between the two. A press that does not move chooses the post, and pulls nothing. */
export function usePull({ build }: EarthsNow, at: ReadonlyMap<Id, Placed>) {
  const { edit } = useBuild()
  const [pull, setPull] = useState<{ from: Id; x: number; y: number; far: boolean } | null>(null)
  const move = (e: PointerEvent<SVGSVGElement>): void => {
    if (!pull) return
    const box = e.currentTarget.getBoundingClientRect()
    const [x, y] = [e.clientX - box.left, e.clientY - box.top]
    const start = at.get(pull.from)
    const far = pull.far || (start !== undefined && Math.hypot(x - start.x, y - start.y) > PULL_PX)
    setPull({ ...pull, x, y, far })
  }
  const end = (): void => {
    if (!pull) return
    setPull(null)
    if (!pull.far) return
    const near = [...at.values()]
      .filter((p) => p.post.id !== pull.from)
      .find((p) => Math.hypot(p.x - pull.x, p.y - pull.y) < 26)
    if (!near) return
    const name = (id: Id): string => build.posts.find((p) => p.id === id)?.name ?? ''
    edit({
      kind: 'addStrap',
      args: {
        strap: newStrap(pull.from, near.post.id, `${name(pull.from)} to ${near.post.name}`),
      },
    })
  }
  const start = pull && at.get(pull.from)
  return {
    on: { onPointerMove: move, onPointerUp: end, onPointerLeave: () => setPull(null) },
    line: start && pull.far ? { x1: start.x, y1: start.y, x2: pull.x, y2: pull.y } : null,
    start: (from: Id, e: PointerEvent) => {
      if (e.button === 0) setPull({ from, x: 0, y: 0, far: false })
    },
  }
}
