import 'fake-indexeddb/auto'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { smallBuild } from '../../core/build/fixture.ts'
import type { Build, Change } from '../../core/build/index.ts'
import {
  clearBuild,
  closeBuild,
  deleteBuild,
  listDamaged,
  sessionOf,
  replaceBuild,
  storeBuild,
  undoReplace,
} from './builds.ts'
import { database } from './db.ts'
import { kept, place } from './tabs.fixture.ts'

/** A build somebody has worked on for a long time: so many entries in its logbook. */
function longUsed(id: string, entries: number): Build {
  const build = smallBuild(id)
  const changes = Array.from({ length: entries }, (_, k): Change => ({
    ...{ id: `old-${k}`, at: '2026-11-27T10:00:00Z', by: '', kind: 'editVehicle' },
    edits: [],
  }))
  return { ...build, changes, revision: entries }
}
const pieceKeys = async (id: string): Promise<unknown[]> =>
  (await (await database()).getAllKeys('pieces')).filter(([of]) => of === id)
afterEach(() => {
  vi.restoreAllMocks()
})

describe('a build of ten thousand entries', () => {
  it('is stored whole, and an edit writes no more than its record and the last piece', async () => {
    await storeBuild(longUsed('long', 10_000))
    const session = await sessionOf('long')
    session.edit(place('first'))
    await session.settled()
    const put = vi.spyOn(IDBObjectStore.prototype, 'put')
    session.edit(place('second'))
    await session.settled()
    const sizes = put.mock.calls.map(([value]) => JSON.stringify(value).length)
    expect(sizes.length).toBeLessThanOrEqual(2)
    expect(Math.max(...sizes)).toBeLessThan(0.1 * JSON.stringify(session.build).length)
    expect((await kept('long')).build).toEqual(session.build)
    session.undo()
    await session.settled()
    expect((await kept('long')).build).toEqual(session.build)
    await closeBuild('long')
    expect((await sessionOf('long')).build.changes).toHaveLength(10_003)
    await closeBuild('long')
  })
  it('of which a piece is gone opens at what is whole, and the record is kept as it was found', async () => {
    await storeBuild(longUsed('holed', 1000))
    await (await database()).delete('pieces', ['holed', 'changes', 1])
    const session = await sessionOf('holed')
    expect(session.notice).toMatch(/found damaged/)
    expect(session.build.channels).toEqual(smallBuild().channels)
    expect((await listDamaged()).some((d) => d.build === 'holed')).toBe(true)
    await closeBuild('holed')
  })
  it('that an older Echt stored in one is read, and is in pieces after the next edit', async () => {
    const build = longUsed('older', 600)
    const { id, name, revision } = build
    const whole = { id, name, revision, savedAt: '2026-11-27T10:00:00Z', deletedAt: null, build }
    await (await database()).put('builds', whole)
    const session = await sessionOf('older')
    expect(session.build).toEqual(build)
    session.edit(place('now in pieces'))
    await session.settled()
    expect((await pieceKeys('older')).length).toBeGreaterThan(2)
    expect((await kept('older')).build).toEqual(session.build)
    await closeBuild('older')
  })
})

it('pieces go where their build goes: aside and back, and for good', async () => {
  const build = longUsed('moved', 700)
  await storeBuild(build)
  const { aside } = await replaceBuild({ ...smallBuild('moved'), name: 'Another' })
  expect((await kept('moved')).build.changes).toHaveLength(smallBuild().changes.length)
  expect((await kept(aside!)).build.changes).toHaveLength(700)
  await undoReplace('moved', aside!)
  expect((await kept('moved')).build).toEqual(build)
  expect(await pieceKeys(aside!)).toEqual([])
  await deleteBuild('moved')
  expect((await pieceKeys('moved')).length).toBeGreaterThan(0)
  await clearBuild('moved')
  expect(await pieceKeys('moved')).toEqual([])
})

it('two tabs by turns: what is stored is always what the later one shows', async () => {
  await storeBuild(longUsed('turns', 600))
  const mine = await sessionOf('turns')
  const { Session } = await import('./session.ts')
  const theirs = new Session(await kept('turns'))
  for (let k = 0; k < 6; k++) {
    const [at, other] = k % 2 ? [theirs, mine] : [mine, theirs]
    at.edit(place(`turn ${k}`))
    await at.settled()
    expect((await kept('turns')).build).toEqual(at.build)
    await vi.waitFor(() => expect(other.build.channels[1]!.place).toBe(`turn ${k}`))
  }
  expect((await kept('turns')).build.changes).toHaveLength(606)
  theirs.close()
  await closeBuild('turns')
})
