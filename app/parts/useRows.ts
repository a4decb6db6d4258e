import { useEffect, useMemo, useState } from 'react'
import { isRemembered, pointsToFit } from '../../core/chain/index.ts'
import {
  entriesOf,
  ownerOf,
  statusOf,
  type ChannelStatus,
  type Entry,
} from '../../core/channel/index.ts'
import type { Build } from '../../core/build/index.ts'
import { useBuild } from '../store/useBuild.ts'
import { prepareChannel } from '../workers/prepareChannel.ts'

/** One reader of a channel, or a trigger, and what is known of it; null until it is computed. */
export type Row = Entry & { status: ChannelStatus | null }

type Known = Map<string, ChannelStatus>

/** What each reader of a build showed last, on whatever page: it stands until the new is computed. */
const lastShown = new Map<string, Known>()
function shownOf(build: string): Known {
  const known = lastShown.get(build) ?? new Map<string, ChannelStatus>()
  lastShown.set(build, known)
  return known
}

/** Milliseconds of computing at a stretch: the page answers in between. */
const STRETCH_MS = 12

/** Milliseconds between two drawings of the rows as they fill in. */
const DRAW_MS = 100

/** So few readers are computed at once: an edit of one shows without a moment of the old. */
const FEW = 3

/**
 * Every reader of the build with its status. An edit computes anew only what it touches; where that is much, it is
 * computed a stretch at a time, the rows fill in as results come, and until then show what they showed. Points are
 * fitted off the page.
 */
export function useRows(): Row[] {
  const { build } = useBuild()
  const known = shownOf(build.id)
  const [round, setRound] = useState(0)
  const { rows, waiting } = useMemo(
    () => rowsOf(build, known),
    // a round is done when more became known
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [build, round],
  )
  useEffect(() => {
    let current = true
    async function fill(): Promise<void> {
      const queue = fewestPointsFirst(build, waiting)
      let drawnAt = performance.now()
      // the page is drawn before anything is computed
      let stretchEnds = 0
      for (const reader of queue) {
        if (reader.channel && toFitOf(build, reader) > 0) {
          await prepareChannel(build, reader.channel)
          stretchEnds = performance.now() + STRETCH_MS
        } else if (performance.now() > stretchEnds) {
          await new Promise((next) => setTimeout(next))
          stretchEnds = performance.now() + STRETCH_MS
        }
        if (!current) return
        know(known, build, reader)
        // a long list is not drawn anew for each of its rows
        if (reader === queue.at(-1) || performance.now() > drawnAt + DRAW_MS) {
          setRound((n) => n + 1)
          drawnAt = performance.now()
        }
      }
    }
    void fill()
    return () => {
      current = false
    }
    // what waits follows from these; a round must not begin the work anew
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [build])
  return rows
}

/** One that is slow to fit keeps none waiting. */
const fewestPointsFirst = (build: Build, readers: readonly Entry[]): Entry[] =>
  readers.toSorted((a, b) => toFitOf(build, a) - toFitOf(build, b))

/** Computes one reader, or finds it computed before, on whatever page that was. */
function know(known: Known, build: Build, entry: Entry): ChannelStatus {
  const status = statusOf(build, entry)
  known.set(entry.id, status)
  return status
}

/** Points that are to be fitted before an entry can be computed; none of what is no reading. */
const toFitOf = (build: Build, { channel }: Entry): number =>
  channel ? pointsToFit(build, channel) : 0

function rowsOf(build: Build, known: Known): { rows: Row[]; waiting: Entry[] } {
  const all = entriesOf(build).map((entry) => {
    const valid = isRemembered(ownerOf(entry), 'status', entry.kind.restsOn(build, entry))
    const status = valid ? know(known, build, entry) : (known.get(entry.id) ?? null)
    return { entry, row: { ...entry, status }, valid }
  })
  const waiting = all.flatMap((r) => (r.valid ? [] : [r.entry]))
  const toFit = waiting.some((entry) => toFitOf(build, entry) > 0)
  if (toFit || waiting.length > FEW) return { rows: all.map((r) => r.row), waiting }
  const rows = all.map(({ valid, row, entry }) =>
    valid ? row : { ...row, status: know(known, build, entry) },
  )
  return { rows, waiting: [] }
}
