import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Build } from '../../core/build/index.ts'

/** What the browser keeps. `deletedAt` keeps a deleted build until it is restored or cleared. */
export type Kept = {
  id: string
  name: string
  revision: number
  savedAt: string
  deletedAt: string | null
  build: Build
}

interface EchtDB extends DBSchema {
  builds: { key: string; value: Kept }
}

const NAME = 'echt',
  VERSION = 1

let opened: Promise<IDBPDatabase<EchtDB>> | undefined

/** The database, opened once; opened anew after the browser closed it. */
export function database(): Promise<IDBPDatabase<EchtDB>> {
  opened ??= openDB<EchtDB>(NAME, VERSION, {
    upgrade(db) {
      db.createObjectStore('builds', { keyPath: 'id' })
    },
    terminated() {
      opened = undefined
    },
    blocking(_current, _blocked, event) {
      ;(event.target as IDBDatabase).close()
      opened = undefined
    },
  }).catch((error: unknown) => {
    opened = undefined
    throw error
  })
  return opened
}
