import 'fake-indexeddb/auto'
import { describe, expect, it } from 'vitest'
import {
  applyChange,
  type Build,
  readBuild,
  type ReadBundle,
  wiredReads,
  writeBuild,
} from '../../core/build/index.ts'
import { smallBuild } from '../../core/build/fixture.ts'
import {
  clearBuild,
  clearDamaged,
  closeBuild,
  damagedText,
  DamagedBuild,
  deleteBuild,
  duplicateBuild,
  keepBoth,
  listBuilds,
  listDamaged,
  newBuild,
  sessionOf,
  readImport,
  renameBuild,
  replaceBuild,
  restoreBuild,
  storeAfresh,
  storeBuild,
  undoReplace,
} from './builds.ts'
import { database } from './db.ts'
import { kept, place } from './tabs.fixture.ts'
import { coded } from '../../core/coded.fixture.ts'

/** As it comes out of a file. */
const readOf = (build: Build): ReadBundle => ({
  ...readBuild(writeBuild(build)),
  ...{ files: new Map(), lacking: [] },
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
    await expect(sessionOf(copy.id)).rejects.toThrow(coded('deleted'))
    await restoreBuild(copy.id)
    expect((await sessionOf(copy.id)).build.name).toBe('Kite Two, copy')
    await deleteBuild(copy.id)
    await clearBuild(copy.id)
    await expect(sessionOf(copy.id)).rejects.toThrow(coded('not-found'))
  })

  it('an import meets the build that is here: keep both, or replace and take it back', async () => {
    const sample = smallBuild('meets')
    expect((await readImport(readOf(sample))).met).toBeNull()
    await storeBuild(sample)
    const session = await sessionOf('meets')
    session.edit({ kind: 'renameBuild', args: { name: 'Changed here' } })
    await session.settled()
    const { met, theirs } = await readImport(readOf(sample))
    expect([met!.name, met!.build!.name, theirs.name]).toEqual([
      'Changed here',
      'Changed here',
      'Small',
    ])
    const both = await keepBoth(theirs)
    expect(both.id).not.toBe('meets')
    expect((await kept('meets')).name).toBe('Changed here')
    const { aside } = await replaceBuild(theirs)
    expect((await sessionOf('meets')).build).toEqual(sample)
    expect(await kept(aside!)).toMatchObject({
      name: 'Changed here, replaced',
      deletedAt: expect.any(String),
    })
    await undoReplace('meets', aside!)
    expect((await sessionOf('meets')).build.name).toBe('Changed here')
    expect(await kept(aside!)).toBeUndefined()
  })

  it('nothing is overwritten without asking: deleted ones, newer ones, one already here', async () => {
    const sample = smallBuild('careful')
    await storeBuild(sample)
    await expect(storeBuild(sample)).rejects.toThrow(coded('build-is-here'))
    await deleteBuild('careful')
    expect((await readImport(readOf(sample))).met).toMatchObject({
      deletedAt: expect.any(String),
    })
    await storeAfresh(sample)
    const aside = (await listBuilds()).filter((b) => b.name === 'Small, replaced')
    expect(aside.length).toBeGreaterThan(0)
    await (
      await database()
    ).put('builds', { ...(await kept('careful')), build: { ...sample, schema: 99 } as never })
    const { met } = await readImport(readOf(sample))
    expect(met).toMatchObject({ build: null, problem: expect.stringMatching(/newer Echt/) })
    await expect(sessionOf('careful')).rejects.toBeInstanceOf(DamagedBuild)
  })

  it('a copy of a build with the longest name still opens', async () => {
    const { id } = await newBuild('n'.repeat(200))
    const copy = await duplicateBuild(id)
    expect(copy.name).toHaveLength(200)
    await closeBuild(copy.id)
    expect((await sessionOf(copy.id)).build.name).toMatch(/n, copy$/)
    expect(await renameBuild(id, 'n'.repeat(201))).toMatch(/201 characters/)
  })

  it('a damaged record opens at its last valid state; what was left out is said and kept as it was', async () => {
    const sample = smallBuild('hurt')
    await storeBuild(sample)
    const good = await kept('hurt')
    const edited = applyChange(good.build, place('after the damage'), {
      id: 'later',
      at: '2026-11-27T10:00:00Z',
      by: '',
    })
    // what an older Echt stored without looking: a colour of 2,001 characters, among good changes
    const bad = JSON.parse(writeBuild(edited)) as Build
    const read = wiredReads(bad.channels[0]!)[0]!
    bad.changes.splice(-1, 0, {
      id: 'bad',
      at: '2026-11-27T09:00:00Z',
      by: '',
      kind: 'editRead',
      edits: [
        {
          in: 'channels',
          id: bad.channels[0]!.id,
          path: ['reads', read.id, 'wire', 'colour'],
          before: read.wire.colour,
          after: 'x'.repeat(2001),
        },
      ],
    })
    read.wire.colour = 'x'.repeat(2001)
    await (await database()).put('builds', { ...good, build: bad })
    const session = await sessionOf('hurt')
    expect(session.notice).toMatch(/last valid state.*editRead/)
    expect(session.build.channels[1]!.place).toBe('after the damage')
    expect(wiredReads(session.build.channels[0]!)[0]!.wire.colour).toBe(
      wiredReads(sample.channels[0]!)[0]!.wire.colour,
    )
    const [damaged] = (await listDamaged()).filter((d) => d.build === 'hurt')
    expect(damaged!.raw).toEqual(bad)
    expect(JSON.parse(damagedText(damaged!))).toEqual(bad)
    await clearDamaged(damaged!.id)
    expect((await listDamaged()).filter((d) => d.build === 'hurt')).toEqual([])
  })

  it('of a record with a whole list gone, all else opens; of one that is no record, the raw is offered', async () => {
    const broken = { ...smallBuild('broken'), channels: 'oops' } as never
    const row = { ...(await kept('careful')), id: 'broken', deletedAt: null, build: broken }
    await (await database()).put('builds', row)
    expect((await listBuilds()).find((b) => b.id === 'broken')!.channels).toBe(0)
    const session = await sessionOf('broken')
    expect(session.notice).toMatch(/all channels/)
    expect(session.build.elements).toHaveLength(smallBuild().elements.length)
    await (await database()).put('builds', { ...row, id: 'nothing', build: 7 as never })
    const error = await sessionOf('nothing').then(
      () => null,
      (e: unknown) => e,
    )
    expect(error).toBeInstanceOf(DamagedBuild)
    expect((error as DamagedBuild).raw).toBe('7')
    expect((await kept('nothing')).build).toBe(7)
  })
})
