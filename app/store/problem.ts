/** What storage said, in words for the person at the bench. */
export function storageProblem(error: unknown): string {
  const name = (error as { name?: string } | null)?.name ?? ''
  if (name === 'QuotaExceededError')
    return 'The browser’s storage is full, so your last change is not saved yet. Export this build to a file now, then delete builds you no longer need.'
  if (
    name === 'SecurityError' ||
    name === 'InvalidStateError' ||
    name === 'UnknownError' ||
    name === 'InvalidAccessError'
  )
    return 'This browser refuses to store data (a private window, or storage switched off). Work goes on, but export the build before you close the tab.'
  return `Saving failed (${(error as Error)?.message ?? 'unknown reason'}). Work goes on in this tab; export the build to a file to be safe.`
}
