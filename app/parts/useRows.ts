import { useEffect, useMemo, useState } from 'react'
import { isRemembered, pointsToFit, remembered } from '../../core/chain/index.ts'
import { kindOf, type ChannelStatus } from '../../core/channel/index.ts'
import type { Build, Channel, Read } from '../../core/build/index.ts'
import { useBuild } from '../store/useBuild.ts'
import { prepareChannel } from '../workers/prepareChannel.ts'

/** One reader of a channel and what is known of it; null until it is computed. */
export type Row = { channel: Channel; read: Read; status: ChannelStatus | null }

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
        if (pointsToFit(build, reader.channel) > 0) {
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
const fewestPointsFirst = (build: Build, readers: readonly Reader[]): Reader[] =>
  readers.toSorted((a, b) => pointsToFit(build, a.channel) - pointsToFit(build, b.channel))

/** Computes one reader, or finds it computed before, on whatever page that was. */
function know(known: Known, build: Build, { channel, read }: Reader): ChannelStatus {
  const kind = kindOf(channel)
  const rests = kind.restsOn(build, channel)
  const status: ChannelStatus = remembered(read, 'status', rests, () =>
    kind.status(build, channel, read),
  )
  known.set(read.id, status)
  return status
}

type Reader = { channel: Channel; read: Read }

function rowsOf(build: Build, known: Known): { rows: Row[]; waiting: Reader[] } {
  const all = build.channels.flatMap((channel) => {
    const rests = kindOf(channel).restsOn(build, channel)
    return channel.reads.map((read) => {
      const valid = isRemembered(read, 'status', rests)
      const reader = { channel, read }
      const status = valid ? know(known, build, reader) : (known.get(read.id) ?? null)
      return { ...reader, status, valid }
    })
  })
  const waiting = all.filter((r) => !r.valid)
  const toFit = waiting.some((r) => pointsToFit(build, r.channel) > 0)
  if (toFit || waiting.length > FEW) return { rows: all, waiting }
  const rows = all.map((r) => (r.valid ? r : { ...r, status: know(known, build, r) }))
  return { rows, waiting: [] }
}
