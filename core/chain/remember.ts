/**
 * Results kept beside what they belong to, with the parts they were computed from. A build is never changed in
 * place, so a result holds as long as those parts are the same objects. Nothing is kept alive by it.
 */
type Entry = { name: string; rests: readonly unknown[]; value: unknown }
const kept = new WeakMap<object, Entry[]>()

/** Results of one name kept for one owner: it may be asked about a few ranges by turns. */
const MOST_ENTRIES = 8

const sameParts = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((x, i) => x === b[i])

const find = (owner: object, name: string, rests: readonly unknown[]): Entry | undefined =>
  kept.get(owner)?.find((e) => e.name === name && sameParts(e.rests, rests))

/** Keeps a result that was computed elsewhere, in a worker. */
export function remember(
  owner: object,
  name: string,
  rests: readonly unknown[],
  value: unknown,
): void {
  const others = (kept.get(owner) ?? []).filter(
    (e) => e.name !== name || !sameParts(e.rests, rests),
  )
  kept.set(owner, [...others.slice(-MOST_ENTRIES), { name, rests, value }])
}

export const isRemembered = (owner: object, name: string, rests: readonly unknown[]): boolean =>
  find(owner, name, rests) !== undefined

/** The result kept under a name, or a new one where it rests on something else. */
export function remembered<T>(
  owner: object,
  name: string,
  rests: readonly unknown[],
  make: () => T,
): T {
  const known = find(owner, name, rests)
  if (known) return known.value as T
  const value = make()
  remember(owner, name, rests, value)
  return value
}
