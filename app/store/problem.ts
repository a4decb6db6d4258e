const isFull = (error: unknown): boolean =>
  (error as { name?: string } | null)?.name === 'QuotaExceededError'

/** What storage said, in words for the person at the bench. */
export function storageProblem(error: unknown): string {
  const name = (error as { name?: string } | null)?.name ?? ''
  if (isFull(error))
    return (
      'The browser’s storage is full, so your last change is not saved yet. Export this build ' +
      'to a file now, then delete builds you no longer need; saving is tried again by itself.'
    )
  if (
    name === 'SecurityError' ||
    name === 'InvalidStateError' ||
    name === 'UnknownError' ||
    name === 'InvalidAccessError'
  )
    return (
      'This browser refuses to store data (a private window, or storage switched off). Work ' +
      'goes on, but export the build before you close the tab.'
    )
  return (
    'The browser could not save, and did not say why. Work goes on in this tab, and saving is ' +
    'tried again by itself; export the build to a file to be safe.'
  )
}

/**
 * A failure in words for the person: the message of an error meant for people, else what was being
 * done and what now.
 */
export function inWords(error: unknown, doing: string): string {
  if (isForPeople(error)) return error.message
  if (isFull(error))
    return (
      `${doing} failed: the browser’s storage is full. Export your builds, delete those and the ` +
      'captures you no longer need, then try again.'
    )
  return (
    `${doing} failed, for a reason this program does not know. Nothing that was recorded is ` +
    'lost. Try once more; if it fails again, export the build to a file.'
  )
}

/** An error of the core that came over from a worker: the class is lost on the way, the name is not. */
export const isForPeople = (error: unknown): error is Error =>
  error instanceof Error && error.name === 'EchtError'
