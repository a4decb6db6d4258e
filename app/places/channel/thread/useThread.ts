import { orElse } from '../../../../core/error.ts'
import { useDebouncedValue } from '@mantine/hooks'
import { useCallback, useLayoutEffect, useMemo, useRef, useState } from 'react'
import {
  branches,
  linearSpread,
  partsAt,
  unevenly,
  walkForward,
  type ReaderChain,
  type ReadStatus,
} from '../../../../core/chain/index.ts'
import { heightFor, windowAround, type TruthWindow } from '../scales/window.ts'

/** What a computation gives, or null where the curve does not reach. */
function reached<T>(compute: () => T | null): T | null {
  return orElse(() => compute(), null)
}

/** How long a hand must rest before what stands beneath the scales follows it, ms. */
const REST_MS = 200
/** Closest a window comes: this much of the need. */
const CLOSEST = 0.25
/** Farthest: a little more than the range. */
const FARTHEST = 1.12

/** Where the thread of a reader lies, and the window it is seen through. */
export function useThread(status: ReadStatus) {
  const { chain } = status
  const { range, best, accuracy } = status.assembled.needs
  const [low, high] = range
  const [truth, setTruth] = useState(() => status.worst?.at ?? (best[0] + best[1]) / 2)
  const bend = status.worst?.bias ?? 0
  const [window, setWindow] = useState<TruthWindow>(() =>
    windowAround(truth, heightFor(accuracy, bend, range), range),
  )
  // the range may be edited while it is looked at
  const [seen, setSeen] = useState(range)
  if (seen[0] !== low || seen[1] !== high) {
    setSeen([low, high])
    setTruth((t) => Math.min(high, Math.max(low, t)))
    setWindow((w) =>
      windowAround((w.low + w.high) / 2, Math.min(w.high - w.low, high - low), [low, high]),
    )
  }
  const [restTruth] = useDebouncedValue(truth, REST_MS)
  // the newest truth for what must not be drawn anew with every move
  const nowAt = useRef(truth)
  useLayoutEffect(() => {
    nowAt.current = truth
  }, [truth])
  const [shift, setShift] = useState(0)
  // no more goes into a part than it has room for
  const shiftTo = useCallback(
    (to: number) => {
      const first = (by: number): number =>
        (chain && partsAt(unevenly(chain, by), nowAt.current)[0]?.truth) ?? 0
      setShift(first(to) - first(0))
    },
    [chain],
  )
  const walked = useMemo(
    () => reached(() => chain && walkForward(unevenly(chain, shift), truth)),
    [chain, truth, shift],
  )
  const spread = useMemo(() => reached(() => chain && linearSpread(chain, truth)), [chain, truth])
  const also = useMemo(() => {
    const none = { truths: [], partedAt: null, walked: [] }
    if (!chain || !walked) return none
    // a branch beyond the end of the curve cannot be drawn; the thread itself can
    return (
      reached(() => {
        const found = branches(chain, walked)
        return { ...found, walked: found.truths.map((t) => walkForward(chain, t)) }
      }) ?? none
    )
  }, [chain, walked])
  const moveTo = useCallback(
    (t: number) => {
      setTruth(t)
      setWindow((w) => (t < w.low || t > w.high ? windowAround(t, w.high - w.low, [low, high]) : w))
    },
    [low, high],
  )
  const zoom = useCallback(
    (by: number) =>
      setWindow((w) => {
        const tall = Math.max(CLOSEST * accuracy, (w.high - w.low) * by)
        const most = FARTHEST * (high - low)
        return windowAround(nowAt.current, Math.min(most, tall), [low, high])
      }),
    [low, high, accuracy],
  )
  return {
    ...{ truth, restTruth, nowAt, window, shift, walked, spread, also },
    ...{ setWindow, setShift, shiftTo, moveTo, zoom },
  }
}

/** The threads of the other readers of a sensor at the same truth; those whose chain does not reach it are left out. */
export const useOtherThreads = (chains: readonly ReaderChain[], truth: number, shift: number) =>
  useMemo(
    () =>
      chains.flatMap(({ read, device, chain }) => {
        const walked = reached(() => chain && walkForward(unevenly(chain, shift), truth))
        return walked ? [{ id: read.id, device, stages: walked.stages, shown: walked.shown }] : []
      }),
    [chains, truth, shift],
  )
