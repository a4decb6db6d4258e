import { EchtError } from '../../core/error.ts'
import {
  applyChange,
  checkBuild,
  redo,
  undo,
  type Build,
  type Edited,
  type Stamp,
} from '../../core/build/index.ts'
import { database, type Kept } from './db.ts'
import { newId } from './id.ts'
import { storageProblem } from './problem.ts'

export type SaveState =
  { kind: 'saved'; at: string } | { kind: 'saving' } | { kind: 'unsaved'; why: string }
type Listener = (session: Session) => void
type Step = (build: Build) => Build

/** The channel on which tabs tell each other what they stored. */
export const NEWS = 'echt-builds'

/**
 * One open build. Edits show at once and are written in order. Each write compares the stored revision with
 * the one this tab last saw, inside one transaction: when another tab was faster, the edits waiting here are
 * done again on top of its build, so neither is lost.
 */
export class Session {
  build: Build
  save: SaveState
  /** told when another tab's work came in */
  notice: string | null = null
  private savedRevision: number
  private waiting: Step[] = []
  private writing: Promise<void> = Promise.resolve()
  private readonly listeners = new Set<Listener>()
  private readonly news =
    typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(NEWS)

  constructor(kept: Kept) {
    this.build = kept.build
    this.savedRevision = kept.revision
    this.save = { kind: 'saved', at: kept.savedAt }
    this.news?.addEventListener(
      'message',
      (event: MessageEvent<{ id: string; revision: number }>) => {
        if (
          event.data.id === this.build.id &&
          event.data.revision !== this.savedRevision &&
          this.waiting.length === 0
        )
          void this.takeStored()
      },
    )
  }

  listen(listener: Listener): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  edit(change: Edited): void {
    const stamp = newStamp()
    this.step((build) => applyChange(build, change, stamp))
  }

  undo(): void {
    const stamp = newStamp()
    this.step((build) => undo(build, stamp))
  }
  redo(): void {
    const stamp = newStamp()
    this.step((build) => redo(build, stamp))
  }

  /** Resolves when all that was edited is stored, or could not be. */
  settled(): Promise<void> {
    return this.writing
  }

  close(): void {
    this.news?.close()
    this.listeners.clear()
  }

  private step(step: Step): void {
    const next = step(this.build)
    if (next === this.build) return
    this.build = next
    this.waiting.push(step)
    this.save = { kind: 'saving' }
    this.notice = null
    this.tell()
    this.writing = this.writing.then(() => this.write())
  }

  private async write(): Promise<void> {
    if (this.waiting.length === 0) return
    const steps = this.waiting.slice()
    try {
      const db = await database()
      const tx = db.transaction('builds', 'readwrite')
      const stored = await tx.store.get(this.build.id)
      let build = this.build
      const overtaken = stored !== undefined && stored.revision !== this.savedRevision
      if (overtaken)
        build = steps.reduce((b, step) => attempt(b, step), checkBuild(stored.build).build)
      const savedAt = new Date().toISOString()
      await tx.store.put({
        id: build.id,
        name: build.name,
        revision: build.revision,
        savedAt,
        deletedAt: stored?.deletedAt ?? null,
        build,
      })
      await tx.done
      // what was edited while this was being written waits for the next turn
      this.waiting = this.waiting.slice(steps.length)
      this.build =
        this.waiting.length === 0
          ? build
          : this.waiting.reduce((b, step) => attempt(b, step), build)
      this.savedRevision = build.revision
      this.save = { kind: 'saved', at: savedAt }
      if (overtaken)
        this.notice =
          'Another tab changed this build meanwhile. Your change was added to its version; nothing was lost.'
      this.news?.postMessage({ id: build.id, revision: build.revision })
    } catch (error) {
      this.save = { kind: 'unsaved', why: storageProblem(error) }
    }
    this.tell()
  }

  private async takeStored(): Promise<void> {
    const stored = await (await database()).get('builds', this.build.id)
    if (!stored || this.waiting.length > 0) return
    this.build = checkBuild(stored.build).build
    this.savedRevision = stored.revision
    this.save = { kind: 'saved', at: stored.savedAt }
    this.tell()
  }

  private tell(): void {
    for (const listener of this.listeners) listener(this)
  }
}

// an edit of something the other tab removed has nothing left to act on
function attempt(build: Build, step: Step): Build {
  try {
    return step(build)
  } catch (error) {
    if (error instanceof EchtError) return build
    throw error
  }
}

const newStamp = (): Stamp => ({ id: newId(), at: new Date().toISOString(), by: '' })
