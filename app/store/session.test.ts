import 'fake-indexeddb/auto'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { writeBuild } from '../../core/build/index.ts'
import {
  clearBuild,
  closeBuild,
  DamagedBuild,
  deleteBuild,
  duplicateBuild,
  keepBoth,
  listBuilds,
  newBuild,
  openBuild,
  readImport,
  renameBuild,
  replaceBuild,
  restoreBuild,
  storeBuild,
} from './builds.ts'
import { database, type Kept } from './db.ts'
import { storageProblem } from './problem.ts'
import { Session } from './session.ts'

const kept = async (id: string): Promise<Kept> => (await (await database()).get('builds', id))!
const place = (text: string) => ({
  kind: 'editChannel' as const,
  args: { id: 'ch-air', patch: { place: text } },
})
afterEach(() => {
  vi.restoreAllMocks()
})

describe('a session', () => {
  it('saves as it is edited, undo and redo as well, and all is there after reopening', async () => {
    await storeBuild(saltmarshNine())
    const session = await openBuild('saltmarsh-nine')
    session.edit(place('one'))
    session.edit(place('two'))
    session.undo()
    await session.settled()
    expect(session.save.kind).toBe('saved')
    await closeBuild('saltmarsh-nine')
    const again = await openBuild('saltmarsh-nine')
    expect(again.build.channels[1]!.place).toBe('one')
    again.redo()
    await again.settled()
    expect((await kept('saltmarsh-nine')).build.channels[1]!.place).toBe('two')
    await closeBuild('saltmarsh-nine')
  })

  it('two tabs on one build: neither overwrites the other', async () => {
    await storeBuild({ ...saltmarshNine(), id: 'two-tabs' })
    const mine = new Session(await kept('two-tabs')),
      theirs = new Session(await kept('two-tabs'))
    theirs.edit({ kind: 'editVehicle', args: { patch: { note: 'theirs' } } })
    mine.edit(place('mine'))
    await Promise.all([mine.settled(), theirs.settled()])
    await new Promise((r) => {
      setTimeout(r, 50)
    })
    const stored = await kept('two-tabs')
    expect(stored.build.vehicle.note).toBe('theirs')
    expect(stored.build.channels[1]!.place).toBe('mine')
    expect([mine.notice, theirs.notice].filter(Boolean)).toHaveLength(1)
    // the slower tab shows both, and the faster hears of it
    expect(mine.build.vehicle.note).toBe('theirs')
    expect(theirs.build.channels[1]!.place).toBe('mine')
    mine.close()
    theirs.close()
  })

  it('an edit of something the other tab removed is dropped, the rest is kept', async () => {
    await storeBuild({ ...saltmarshNine(), id: 'gone' })
    const mine = new Session(await kept('gone')),
      theirs = new Session(await kept('gone'))
    theirs.edit({ kind: 'removeChannel', args: { id: 'ch-air' } })
    mine.edit(place('nowhere now'))
    mine.edit({ kind: 'editVehicle', args: { patch: { note: 'kept' } } })
    await Promise.all([mine.settled(), theirs.settled()])
    const stored = await kept('gone')
    expect(stored.build.channels.map((c) => c.id)).toEqual(
      saltmarshNine()
        .channels.map((c) => c.id)
        .filter((id) => id !== 'ch-air'),
    )
    expect(stored.build.vehicle.note).toBe('kept')
    mine.close()
    theirs.close()
  })

  it('a full storage is said, nothing is lost, and the next edit saves all', async () => {
    await storeBuild({ ...saltmarshNine(), id: 'full' })
    const session = new Session(await kept('full'))
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError')
    })
    session.edit(place('while full'))
    await session.settled()
    expect(session.save).toEqual({ kind: 'unsaved', why: expect.stringMatching(/full.*Export/) })
    expect(session.build.channels[1]!.place).toBe('while full')
    expect((await kept('full')).build.channels[1]!.place).not.toBe('while full')
    put.mockRestore()
    session.edit({ kind: 'editVehicle', args: { patch: { note: 'room again' } } })
    await session.settled()
    expect(session.save.kind).toBe('saved')
    const full = (await kept('full')).build
    expect(full.vehicle.note).toBe('room again')
    expect(full.channels[1]!.place).toBe('while full')
    expect(full.channels).toHaveLength(saltmarshNine().channels.length)
    session.close()
  })

  it('a write cut off half-way leaves the build as it was', async () => {
    await storeBuild({ ...saltmarshNine(), id: 'cut' })
    const before = await kept('cut')
    const tx = (await database()).transaction('builds', 'readwrite')
    void tx.store.put({ ...before, revision: 999 }).catch(() => undefined)
    tx.abort()
    await tx.done.catch(() => undefined)
    expect(await kept('cut')).toEqual(before)
  })
})

describe('the list of builds', () => {
  it('makes, renames, duplicates, deletes and restores', async () => {
    const build = await newBuild('Kite')
    await renameBuild(build.id, 'Kite Two')
    const copy = await duplicateBuild(build.id)
    expect(
      (await listBuilds())
        .filter((b) => b.name.startsWith('Kite'))
        .map((b) => b.name)
        .sort(),
    ).toEqual(['Kite Two', 'Kite Two, copy'])
    await deleteBuild(copy.id)
    await expect(openBuild(copy.id)).rejects.toThrow(/deleted/)
    await restoreBuild(copy.id)
    expect((await openBuild(copy.id)).build.name).toBe('Kite Two, copy')
    await deleteBuild(copy.id)
    await clearBuild(copy.id)
    await expect(openBuild(copy.id)).rejects.toThrow(/not in this browser/)
  })

  it('an import meets the build that is here: keep both or replace', async () => {
    const sample = { ...saltmarshNine(), id: 'meets' }
    expect((await readImport(writeBuild(sample))).mine).toBeNull()
    await storeBuild(sample)
    const session = await openBuild('meets')
    session.edit({ kind: 'renameBuild', args: { name: 'Changed here' } })
    await session.settled()
    const { mine, theirs } = await readImport(writeBuild(sample))
    expect([mine!.name, theirs.name]).toEqual(['Changed here', 'Saltmarsh Nine'])
    const both = await keepBoth(theirs)
    expect(both.id).not.toBe('meets')
    expect((await kept('meets')).name).toBe('Changed here')
    await replaceBuild(theirs)
    expect((await openBuild('meets')).build).toEqual(sample)
  })

  it('a damaged record is shown for what it is, kept, and can be saved raw', async () => {
    const broken = { ...saltmarshNine(), id: 'broken', channels: 'oops' } as never
    await storeBuild(broken)
    const error = await openBuild('broken').then(
      () => null,
      (e: unknown) => e,
    )
    expect(error).toBeInstanceOf(DamagedBuild)
    expect((error as DamagedBuild).message).toMatch(/damaged at channels/)
    expect(JSON.parse((error as DamagedBuild).raw)).toEqual(broken)
    expect((await kept('broken')).build).toEqual(broken)
    expect((await listBuilds()).find((b) => b.id === 'broken')!.channels).toBe(0)
  })
})

it.each([
  ['QuotaExceededError', /full/],
  ['SecurityError', /refuses/],
  ['SomethingElse', /Saving failed/],
])('%s is said in words', (name, words) => {
  expect(storageProblem(Object.assign(new Error('x'), { name }))).toMatch(words)
})
