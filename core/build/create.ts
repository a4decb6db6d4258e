import { COLLECTIONS, MOST, SCHEMA, type Collection } from './limits.ts'
import type { Build, Id } from './types.ts'

/** Every list, empty; each build has its own. */
const noThings = (): Pick<Build, Collection> =>
  Object.fromEntries(COLLECTIONS.map((c) => [c, []])) as unknown as Pick<Build, Collection>

/** An empty build. */
export const createBuild = (id: Id, name: string, at: string): Build => ({
  schema: SCHEMA,
  id,
  name,
  revision: 0,
  parentRevision: 0,
  createdAt: at,
  vehicle: { name: '', note: '', altitudeM: null, ethanol: 0.05, state: null },
  ...noThings(),
  changes: [],
})

/**
 * A copy under its own id and name (the build's, then `as`, within what a name may hold); its
 * history goes with it, so undo still works there.
 */
export const copyBuild = (build: Build, id: Id, as: string): Build => ({
  ...build,
  id,
  name: `${build.name.slice(0, MOST.name - as.length)}${as}`,
  parentRevision: build.revision,
})
