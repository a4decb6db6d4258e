/** Makes a thing when it is first asked for, and keeps it. */
export function madeOnce<T>(make: () => T): () => T {
  let kept: T | undefined
  return () => (kept ??= make())
}
