import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Build } from '../../core/build/index.ts'

/** What the browser keeps of a build. `deletedAt` keeps a deleted build until it is restored or cleared. */
export type KeptBuild = {
  id: string
  name: string
  revision: number
  savedAt: string
  deletedAt: string | null
  /** new with every write: tells a tab that somebody else wrote; records of older versions have none */
  token?: string
  build: Build
}

/**
 * A build as it lies in the database: its long lists are in pieces of their own, so many of each, and empty in
 * the build. One that an older Echt stored is whole.
 */
export type Stored = KeptBuild & { pieces?: Partial<Record<'changes' | 'measurements', number>> }

/** A record as it was found damaged, and what could not be taken over from it. */
export type Damaged = {
  id: string
  build: string
  name: string
  at: string
  leftOut: string[]
  raw: unknown
}

/** A file kept beside builds, by its SHA-256: the same file of two builds is kept once. */
export type KeptFile = { sha256: string; bytes: Uint8Array; keptAt?: number }

export interface EchtDB extends DBSchema {
  builds: { key: string; value: Stored }
  pieces: { key: [build: string, list: string, n: number]; value: unknown[] }
  damaged: { key: string; value: Damaged }
  files: { key: string; value: KeptFile }
}

const NAME = 'echt'
const VERSION = 4

let opened: Promise<IDBPDatabase<EchtDB>> | undefined
let held = false
const listeners = new Set<() => void>()

/** The database, opened once; opened anew after the browser closed it. */
export function database(): Promise<IDBPDatabase<EchtDB>> {
  opened ??= openDB<EchtDB>(NAME, VERSION, {
    upgrade(db, from) {
      if (from < 1) db.createObjectStore('builds', { keyPath: 'id' })
      if (from < 2) db.createObjectStore('damaged', { keyPath: 'id' })
      if (from < 3) db.createObjectStore('files', { keyPath: 'sha256' })
      if (from < 4) db.createObjectStore('pieces')
    },
    terminated() {
      opened = undefined
    },
    blocked() {
      hold(true)
    },
    blocking(_current, _blocked, event) {
      ;(event.target as IDBDatabase).close()
      opened = undefined
    },
  }).then(
    (db) => {
      hold(false)
      return db
    },
    (error: unknown) => {
      opened = undefined
      throw error
    },
  )
  return opened
}

/** Whether another tab with an older Echt holds the database, so that this one waits for it to close. */
export const isHeld = (): boolean => held

/** Calls back when that changes; returns what ends the calls. */
export function onHeld(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

function hold(now: boolean): void {
  held = now
  for (const listener of listeners) listener()
}
