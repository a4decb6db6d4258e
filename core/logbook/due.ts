import { entryOf, isEntryProven } from '../channel/index.ts'
import type { Build, Id } from '../build/types.ts'

/** Something that ought to be done again, and since when. */
export type ToDoAgain =
  | { kind: 'prove'; why: 'changed' | 'old'; path: string; name: string; since: string }
  | { kind: 'instrument'; why: 'never' | 'old'; id: Id; name: string; since: string | null }

/** A check of the vehicle, an ice check of a thermometer and a calibration hold for a season, days. */
export const SEASON_DAYS = 365
const DAY_MS = 86_400_000

/**
 * What is due again at a time (ISO 8601): proofs that something has changed under or that are older than a season,
 * and instruments whose check is; a thermometer that was never in ice is due at once. Oldest first.
 */
export function dueAgain(build: Build, now: string): ToDoAgain[] {
  const old = (at: string): boolean => Date.parse(now) - Date.parse(at) > SEASON_DAYS * DAY_MS
  const proofs = build.proofs.flatMap((proof): ToDoAgain[] => {
    const entry = entryOf(build, proof.read)
    if (!entry) return []
    const lapsed = !isEntryProven(build, entry)
    if (!lapsed && !old(proof.at)) return []
    const why = lapsed ? 'changed' : 'old'
    return [{ kind: 'prove', why, path: entry.checkPath, name: entry.name, since: proof.at }]
  })
  const instruments = build.instruments.flatMap((i): ToDoAgain[] => {
    const checked = i.iceCheck?.at ?? i.checkedAt
    if (checked === null)
      return i.kind === 'thermometer'
        ? [{ kind: 'instrument', why: 'never', id: i.id, name: i.name, since: null }]
        : []
    return old(checked)
      ? [{ kind: 'instrument', why: 'old', id: i.id, name: i.name, since: checked }]
      : []
  })
  return [...proofs, ...instruments].sort((a, b) => ((a.since ?? '') < (b.since ?? '') ? -1 : 1))
}
