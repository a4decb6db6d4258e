import { useEffect, useMemo, useRef, useState } from 'react'
import { isHeavy, readStatus, statusRestsOn, type ReadStatus } from '../../core/chain/index.ts'
import type { Build, Channel, Read } from '../../core/build/index.ts'
import type { Quantity } from '../../core/quantity/index.ts'
import { useBuild } from '../store/useBuild.ts'
import { prepareChannel } from '../workers/prepareChannel.ts'
import { useUnits } from './units.ts'

/** One reader of a channel and what is known of it; null until it is computed. */
export type Row = { channel: Channel; read: Read; status: ReadStatus | null }

type Write = (unit: string, need?: number) => Quantity
type Known = { rests: unknown[]; write: Write; status: ReadStatus }

/** Milliseconds of computing at a stretch: the page answers in between. */
const STRETCH_MS = 12

/** So few readers are computed at once: an edit of one shows without a moment of the old. */
const FEW = 3

/**
 * Every reader of the build with its status. An edit computes anew only what it touches; where that is much, it is
 * computed a stretch at a time, the rows fill in as results come, and until then show what they showed.
 */
export function useRows(): Row[] {
  const { build } = useBuild()
  const { quantity } = useUnits()
  const known = useRef(new Map<string, Known>())
  const [round, setRound] = useState(0)
  const { rows, waiting } = useMemo(
    () => rowsOf(build, quantity, known.current),
    // a round is done when more became known
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [build, quantity, round],
  )
  useEffect(() => {
    if (waiting.length === 0) return
    let at = 0
    let current = true
    let timer = setTimeout(stretch)
    function stretch(): void {
      const until = performance.now() + STRETCH_MS
      do next(waiting[at++]!)
      while (at < waiting.length && performance.now() < until)
      // a long list is not drawn anew for each of its rows
      if (at >= waiting.length || at % 20 === 0) setRound((n) => n + 1)
      if (at < waiting.length) timer = setTimeout(stretch)
    }
    // very many points are fitted off the page, and their row follows when that is done
    function next(reader: Reader): void {
      if (!isHeavy(build, reader.channel)) {
        know(known.current, build, reader, quantity)
        return
      }
      void prepareChannel(build, reader.channel).then(() => {
        if (!current) return
        know(known.current, build, reader, quantity)
        setRound((n) => n + 1)
      })
    }
    return () => {
      current = false
      clearTimeout(timer)
    }
    // what waits follows from these; a round must not begin the work anew
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [build, quantity])
  return rows
}

/** Computes one reader and notes what it rests on. */
function know(known: Map<string, Known>, build: Build, reader: Reader, write: Write): ReadStatus {
  const status = readStatus(build, reader.read, write)
  known.set(reader.read.id, { rests: statusRestsOn(build, reader.channel), write, status })
  return status
}

type Reader = { channel: Channel; read: Read }

function rowsOf(
  build: Build,
  write: Write,
  known: Map<string, Known>,
): { rows: Row[]; waiting: Reader[] } {
  const all = build.channels.flatMap((channel) => {
    const rests = statusRestsOn(build, channel)
    return channel.reads.map((read) => {
      const k = known.get(read.id)
      const valid = k !== undefined && k.write === write && sameRests(k.rests, rests)
      return { channel, read, status: k?.status ?? null, valid }
    })
  })
  const waiting = all.filter((r) => !r.valid)
  const heavy = waiting.some((r) => isHeavy(build, r.channel))
  if (heavy || waiting.length > FEW) return { rows: all, waiting }
  const rows = all.map((r) => (r.valid ? r : { ...r, status: know(known, build, r, write) }))
  return { rows, waiting: [] }
}

const sameRests = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((x, i) => x === b[i])
