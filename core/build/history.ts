import { EchtError } from '../error.ts'
import { applyEdits, invertEdits, same, standing } from './diff.ts'
import type { Build, Change, Edit, Id } from './types.ts'

/** Changes kept: beyond these the oldest can no longer be taken back. */
const MOST_CHANGES = 20_000
/** Room their edits may take in a file, characters; an export must stay a file that can be read back. */
const MOST_CHARACTERS = 40e6

/**
 * The last change that can be taken back, and the last that can be done again, out of the history alone: undo
 * appends, so it survives a reload. Changes in `foreign` (another tab's) are passed over.
 */
export function undoState(
  changes: readonly Change[],
  foreign: ReadonlySet<Id> = new Set(),
): { undo: Change | undefined; redo: Change | undefined } {
  const done: Change[] = []
  const undone: Change[] = []
  const move = (id: Id | undefined, from: Change[], to: Change[]): void => {
    const at = from.findLastIndex((c) => c.id === id)
    if (at >= 0) to.push(...from.splice(at, 1))
  }
  for (const change of changes) {
    if (change.kind === 'undo') move(change.of, done, undone)
    else if (change.kind === 'redo') move(change.of, undone, done)
    else {
      done.push(change)
      // what was taken back is forgotten once something new is done, but not by another tab's work
      if (!foreign.has(change.id)) undone.length = 0
    }
  }
  const mine = (c: Change): boolean => !foreign.has(c.id)
  return { undo: done.findLast(mine), redo: undone.findLast(mine) }
}

/** What a change did, an undo or a redo by the change it names. */
export function editsOf(change: Change, changes: readonly Change[]): Edit[] {
  if (change.of === undefined || change.edits.length > 0) return change.edits
  const named = changes.find((c) => c.id === change.of)
  if (!named) return []
  const left = new Set(change.left ?? [])
  const edits = named.edits.filter((_, i) => !left.has(i))
  return change.kind === 'undo' ? invertEdits(edits) : edits
}

/** The record as it stood before one change and all after it, by its place in the history. */
export const recordBefore = (build: Build, first: number): Build =>
  build.changes
    .slice(first)
    .toReversed()
    .reduce<Build>((b, c) => applyEdits(b, invertEdits(editsOf(c, build.changes))), build)

/**
 * A build with one named change taken back, or done again, and the step that says so. What another tab changed
 * since stays as it is and is named in `left`. Null when the change is not there to be taken back.
 */
export function replayed(
  build: Build,
  kind: 'undo' | 'redo',
  of: Id,
): { build: Build; edits: Edit[]; left: number[] } | null {
  const named = build.changes.find((c) => c.id === of)
  if (!named) return null
  const last = build.changes.findLast((c) => c.id === of || c.of === of)!
  if ((kind === 'undo') === (last.kind === 'undo')) return null
  const wanted = kind === 'undo' ? invertEdits(named.edits) : named.edits
  const now = standing(build)
  const left = wanted.flatMap((e, i) => (same(now(e), e.before) ? [] : [i]))
  const skip = new Set(left)
  const edits = wanted.filter((_, i) => !skip.has(i))
  return { build: applyEdits(build, edits), edits, left }
}

const sizes = new WeakMap<readonly Change[], number>()

/** A history with one more change; the oldest are left out where it grows beyond what a file can hold. */
export function extended(changes: readonly Change[], change: Change): Change[] {
  const before = sizes.get(changes) ?? charactersOfAll(changes)
  const size = before + charactersOf(change)
  const all = [...changes, change]
  if (all.length <= MOST_CHANGES && size <= MOST_CHARACTERS) {
    sizes.set(all, size)
    return all
  }
  return shortened(all)
}

/** The newer half of a history; what undid or redid a change that is left out goes with it. */
function shortened(all: readonly Change[]): Change[] {
  let room = MOST_CHARACTERS / 2
  let from = all.length - 1
  for (; from > 0 && all.length - from < MOST_CHANGES / 2; from--) {
    room -= charactersOf(all[from - 1]!)
    if (room < 0) break
  }
  const newer = all.slice(from)
  const ids = new Set(newer.map((c) => c.id))
  return newer.filter((c) => c.of === undefined || ids.has(c.of))
}

/** About how many characters a history takes: of a long one every few are looked at, which a page does not wait for. */
function charactersOfAll(changes: readonly Change[]): number {
  const by = Math.max(1, Math.floor(changes.length / LOOKED_AT))
  let sum = 0
  for (let i = 0; i < changes.length; i += by) sum += by * charactersOf(changes[i])
  return sum
}
const LOOKED_AT = 2500

/** Of longer lists so many are looked at, for all. */
const SAMPLE = 25

/** About how many characters a value takes in a file. */
function charactersOf(value: unknown): number {
  if (typeof value === 'string') return value.length + 3
  if (typeof value !== 'object' || value === null) return 12
  if (Array.isArray(value)) {
    const by = Math.max(1, Math.floor(value.length / SAMPLE))
    let sum = 2
    for (let i = 0; i < value.length; i += by) sum += charactersOf(value[i]) * by
    return sum
  }
  return Object.entries(value).reduce((sum, [k, v]) => sum + k.length + 8 + charactersOf(v), 4)
}

/** Throws `EchtError` `damaged-build` where a history contradicts itself: ids twice, an undo of nothing. */
export function checkHistory(changes: readonly Change[], wrong: (what: string) => never): void {
  const state = new Map<Id, 'done' | 'undone'>()
  const ids = new Set<Id>()
  for (const c of changes) {
    if (ids.has(c.id)) wrong(`two entries of the history have the same id "${c.id}"`)
    ids.add(c.id)
    const replay = c.kind === 'undo' || c.kind === 'redo'
    if (replay !== (c.of !== undefined))
      wrong(
        `the history has ${replay ? 'an undo that names no change' : 'a change that names another'}`,
      )
    if (!replay) {
      state.set(c.id, 'done')
      continue
    }
    const now = state.get(c.of!)
    if (now === undefined) wrong(`the history takes back a change that is not in it`)
    if (now !== (c.kind === 'undo' ? 'done' : 'undone'))
      wrong(`the history takes one change back twice`)
    state.set(c.of!, c.kind === 'undo' ? 'undone' : 'done')
  }
}

export const notUndoable = (kind: 'undo' | 'redo', why: string): EchtError =>
  new EchtError(
    'cannot-undo',
    `This change cannot be ${kind === 'undo' ? 'taken back' : 'done again'} by itself: ${why}`,
  )
