import { mutate } from 'swr'

/** Whether the browser promised to keep what is stored; null where it cannot say. */
export async function isPersisted(): Promise<boolean | null> {
  const storage = typeof navigator === 'undefined' ? undefined : navigator.storage
  return storage?.persisted ? storage.persisted() : null
}

/**
 * Asks the browser to keep what is stored even when its room runs short. Asked when a build is
 * stored; it may say no.
 */
export async function askToPersist(): Promise<void> {
  const storage = typeof navigator === 'undefined' ? undefined : navigator.storage
  if (!storage?.persist || (await isPersisted()) === true) return
  await storage.persist()
  await mutate(PERSISTED)
}

/** The key under which pages read `isPersisted`. */
export const PERSISTED = 'persisted'
