import { diffBuilds } from './diff.ts'
import { COLLECTIONS, LISTS } from './limits.ts'
import type { Build } from './types.ts'

export type Difference = { text: string; only: 'mine' | 'theirs' | 'both' }

/** How a build to be imported differs from the one that is here, in sentences. Empty when nothing does. */
export function describeDifferences(mine: Build, theirs: Build): Difference[] {
  const out: Difference[] = []
  const edits = diffBuilds(mine, theirs)
  for (const { path = [], ...edit } of edits)
    if (edit.in === 'build')
      out.push({
        text:
          path[0] === 'name'
            ? `Named "${theirs.name}" there, "${mine.name}" here`
            : `The vehicle's ${path[1] ?? 'description'} differs`,
        only: 'both',
      })
  for (const collection of COLLECTIONS) {
    const [one, many] = LISTS[collection].noun
    const here = edits.filter((e) => e.in === collection)
    const added = here.filter((e) => !e.path && e.after !== undefined),
      gone = here.filter((e) => !e.path && e.after === undefined)
    const changed = new Map<string, Set<string>>()
    for (const e of here)
      if (e.path) changed.set(e.id, (changed.get(e.id) ?? new Set()).add(e.path[0]!))
    const nameOf = (b: Build, id: string): string =>
      (b[collection] as { id: string; name?: string }[]).find((e) => e.id === id)?.name ?? ''
    const names = (ids: string[], b: Build): string => {
      const n = ids
        .map((i) => nameOf(b, i))
        .filter(Boolean)
        .slice(0, 4)
      return n.length > 0 ? `: ${n.join(', ')}` : ''
    }
    if (added.length > 0)
      out.push({
        text: `${added.length} ${added.length === 1 ? one : many} only in the file${names(
          added.map((e) => e.id),
          theirs,
        )}`,
        only: 'theirs',
      })
    if (gone.length > 0)
      out.push({
        text: `${gone.length} ${gone.length === 1 ? one : many} only here${names(
          gone.map((e) => e.id),
          mine,
        )}`,
        only: 'mine',
      })
    for (const [id, fields] of changed)
      out.push({
        text: `${one} ${nameOf(mine, id)} differs in ${[...fields].join(', ')}`.replace('  ', ' '),
        only: 'both',
      })
  }
  return out
}
