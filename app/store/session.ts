import { EchtError } from '../../core/error.ts'
import {
  applyChange,
  checkBuild,
  redo,
  undo,
  undoState,
  type Build,
  type Edited,
  type Id,
  type Stamp,
} from '../../core/build/index.ts'
import { type KeptBuild } from './db.ts'
import { newId } from './id.ts'
import { BUILD_STORES, keptBuild, whole, writeKept, writing, type Writing } from './kept.ts'
import { storageProblem } from './problem.ts'

export type SaveState =
  | { kind: 'saved'; at: string }
  | { kind: 'saving' }
  | { kind: 'unsaved'; why: string }
  /** deleted in another tab: nothing is stored until somebody brings it back */
  | { kind: 'gone'; why: string }

/** An edit that could not be kept: why, and the edit as text, so that nobody has to type it from memory. */
export type Lost = { why: string; text: string }

type Listener = (session: Session) => void
type Step = { stamp: Stamp } & (
  { kind: 'edit'; change: Edited } | { kind: 'undo' | 'redo'; of: Id }
)

/** What tabs tell each other: which build they stored, and under which token. */
export type News = { id: string; token: string }
/** The channel on which they do. */
export const NEWS = 'echt-builds'

const RETRY_MS = [2000, 5000, 10_000, 30_000]
const GONE =
  'This build was deleted in another tab. What you do here is not stored: bring the build back, or export it to a file.'

/**
 * One open build. Edits show at once and are stored in order, one write at a time. Each write reads, compares and
 * puts inside one transaction: where another tab was faster, the steps waiting here are done again on top of its
 * build, by what they change, so neither is lost. Nothing that does not pass the whole check is ever shown or stored.
 */
export class Session {
  /** one for each time a build is opened: what a page holds of an earlier one is stale */
  readonly opened = newId()
  build: Build
  save: SaveState
  /** told when another tab's work came in, or when an undo met it */
  notice: string | null = null
  /** why the last edit was refused */
  refused: string | null = null
  /** edits another tab left no place for */
  lost: Lost[] = []
  /** the build as it was last stored or read */
  private base: Build
  /** the build as it lies there to the item, where that is known: what an edit leaves alone is not written again */
  private written: Build | null = null
  private token: string | undefined
  private waiting: Step[] = []
  private writing: Promise<void> = Promise.resolve()
  private queued = false
  private retries = 0
  private retryTimer: ReturnType<typeof setTimeout> | undefined
  /** changes other tabs made while this one was open: undo here passes them over */
  private readonly foreign = new Set<Id>()
  private readonly listeners = new Set<Listener>()
  private readonly news =
    typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(NEWS)

  /** `asStored`: what is given is what is stored, and not lifted from an older form */
  constructor(kept: KeptBuild, asStored = false) {
    this.written = asStored ? kept.build : null
    this.build = kept.build
    this.base = kept.build
    this.token = kept.token
    this.save = { kind: 'saved', at: kept.savedAt }
    this.news?.addEventListener('message', (event: MessageEvent<News>) => {
      if (event.data.id === this.build.id && event.data.token !== this.token) this.queueTake()
    })
  }

  listen(listener: Listener): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** Carries an edit out and stores it. A sentence when it is refused, and then nothing has changed. */
  edit(change: Edited): string | null {
    return this.step({ kind: 'edit', change, stamp: newStamp() })
  }

  undo(): void {
    const of = this.undoable().undo?.id
    if (of !== undefined) this.step({ kind: 'undo', of, stamp: newStamp() })
  }

  redo(): void {
    const of = this.undoable().redo?.id
    if (of !== undefined) this.step({ kind: 'redo', of, stamp: newStamp() })
  }

  /** What undo and redo would act on here: not what another tab did meanwhile. */
  undoable(): ReturnType<typeof undoState> {
    return undoState(this.build.changes, this.foreign)
  }

  /** Resolves when all that was edited is stored, or could not be. */
  settled(): Promise<void> {
    return this.writing
  }

  isSaved(): boolean {
    return this.waiting.length === 0 && this.save.kind === 'saved'
  }

  /** Puts away what was said about refused and lost edits. */
  dismiss(): void {
    this.refused = null
    this.notice = null
    this.lost = []
    this.tell()
  }

  /** Restores a build that another tab deleted, with what was done here on top of what is still stored of it. */
  bringBack(): Promise<void> {
    this.writing = this.writing.then(() => this.write(true))
    return this.writing
  }

  close(): void {
    clearTimeout(this.retryTimer)
    this.news?.close()
    this.listeners.clear()
  }

  private step(step: Step): string | null {
    let next: Build
    try {
      next = carryOut(this.build, step)
    } catch (error) {
      if (!(error instanceof EchtError)) throw error
      this.refused = error.message
      this.tell()
      return error.message
    }
    this.refused = null
    if (next === this.build) return null
    this.build = next
    this.waiting.push(step)
    this.notice = next.changes.at(-1)?.left ? PARTLY : null
    if (this.save.kind !== 'gone') this.save = { kind: 'saving' }
    this.tell()
    this.queueWrite()
    return null
  }

  private queueWrite(): void {
    // one that waits its turn will take these steps too
    if (this.queued) return
    this.queued = true
    this.writing = this.writing.then(() => {
      this.queued = false
      return this.write()
    })
  }

  private queueTake(): void {
    this.writing = this.writing.then(() => this.takeStored())
  }

  private async write(revive = false): Promise<void> {
    if (this.waiting.length === 0 && !revive) return
    clearTimeout(this.retryTimer)
    try {
      if (!(await this.put(revive))) this.save = { kind: 'gone', why: GONE }
    } catch (error) {
      this.failed(error)
    }
    this.tell()
    if (this.waiting.length > 0 && this.save.kind === 'saving') this.queueWrite()
  }

  /** Puts the build where it lies, on top of what another tab put there; whether it is there still. */
  private async put(revive: boolean): Promise<boolean> {
    const done = await writing(BUILD_STORES, (tx) => this.putWithin(tx, revive), { strict: true })
    if (!done) return false
    const { build, theirs, steps, token, savedAt } = done
    if (theirs) {
      if (build !== theirs) this.notice = OVERTAKEN
      this.build = this.onto(build, this.waiting.slice(steps))
    }
    this.stored(build, steps, token, savedAt)
    return true
  }

  private async putWithin(tx: Writing, revive: boolean) {
    const stored = await tx.objectStore('builds').get(this.build.id)
    if ((!stored || stored.deletedAt) && !revive) return null
    const theirs = stored && stored.token !== this.token ? (await whole(tx, stored)).build : null
    // the steps and the build they made, taken at one moment
    const steps = this.waiting.slice()
    const build = theirs ? this.onto(checkBuild(theirs).build, steps) : this.build
    const token = newId()
    const savedAt = now()
    const { id, name, revision } = build
    const kept = { id, name, revision, savedAt, deletedAt: null, token, build }
    await writeKept(tx, kept, stored?.pieces && !theirs ? this.written : null)
    return { build, theirs, steps: steps.length, token, savedAt }
  }

  /** Notes that a build is stored, with so many of the waiting steps in it, and tells the other tabs. */
  private stored(build: Build, steps: number, token: string, savedAt: string): void {
    this.waiting = this.waiting.slice(steps)
    this.base = build
    this.written = build
    this.token = token
    this.retries = 0
    // what was edited while this was being written is not stored yet
    this.save = this.waiting.length === 0 ? { kind: 'saved', at: savedAt } : { kind: 'saving' }
    this.news?.postMessage({ id: build.id, token } satisfies News)
  }

  private failed(error: unknown): void {
    this.save = { kind: 'unsaved', why: storageProblem(error) }
    const wait = RETRY_MS[Math.min(this.retries++, RETRY_MS.length - 1)]
    this.retryTimer = setTimeout(() => this.queueWrite(), wait)
  }

  /** Steps done again on another build; what finds no place there is kept as text. */
  private onto(base: Build, steps: readonly Step[]): Build {
    this.noteForeign(base)
    return steps.reduce((build, step) => {
      try {
        return carryOut(build, step)
      } catch (error) {
        if (!(error instanceof EchtError)) throw error
        this.lost = [...this.lost, { why: error.message, text: textOf(step) }]
        return build
      }
    }, base)
  }

  private noteForeign(theirs: Build): void {
    const known = new Set(this.base.changes.map((c) => c.id))
    const mine = new Set(this.waiting.map((s) => s.stamp.id))
    for (const { id } of theirs.changes) if (!known.has(id) && !mine.has(id)) this.foreign.add(id)
  }

  private async takeStored(): Promise<void> {
    // with steps waiting, the next write meets the other tab's build by itself
    if (this.waiting.length > 0) return
    try {
      const stored = await keptBuild(this.build.id)
      if (this.waiting.length > 0 || stored?.token === this.token) return
      if (!stored || stored.deletedAt) {
        this.save = { kind: 'gone', why: GONE }
      } else {
        const { build } = checkBuild(stored.build)
        this.noteForeign(build)
        this.build = build
        this.base = build
        this.written = null
        this.token = stored.token
        this.save = { kind: 'saved', at: stored.savedAt }
      }
    } catch (error) {
      this.notice = `What another tab stored could not be read here (${storageProblem(error)}).`
    }
    this.tell()
  }

  private tell(): void {
    for (const listener of this.listeners) listener(this)
  }
}

const OVERTAKEN = 'Another tab changed this build meanwhile. Your change was added to its version.'
const PARTLY =
  'Taken back but for what was changed again since, here or in another tab: that was left as it is.'

function carryOut(build: Build, step: Step): Build {
  if (step.kind === 'edit') return applyChange(build, step.change, step.stamp)
  return step.kind === 'undo' ? undo(build, step.stamp, step.of) : redo(build, step.stamp, step.of)
}

const textOf = (step: Step): string =>
  JSON.stringify(step.kind === 'edit' ? step.change : { kind: step.kind, of: step.of }, null, 1)

const now = (): string => new Date().toISOString()
const newStamp = (): Stamp => ({ id: newId(), at: now(), by: '' })
