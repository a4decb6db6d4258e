import 'fake-indexeddb/auto'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { checkBuild, wiredReads } from '../../core/build/index.ts'
import { smallBuild } from '../../core/build/fixture.ts'
import { closeBuild, deleteBuild, sessionOf, storeBuild } from './builds.ts'
import { database } from './db.ts'
import { newPull, newRead } from './make.ts'
import { storageProblem } from './problem.ts'
import { Session } from './session.ts'
import { kept, place, quiet, wait } from './tabs.fixture.ts'

const air = { kind: 'point' as const, element: 'el-air' }
afterEach(() => {
  vi.restoreAllMocks()
})

describe('a session', () => {
  it('saves as it is edited, undo and redo as well, and all is there after reopening', async () => {
    await storeBuild(smallBuild('first'))
    const session = await sessionOf('first')
    session.edit(place('one'))
    session.edit(place('two'))
    session.undo()
    await session.settled()
    expect(session.save.kind).toBe('saved')
    await closeBuild('first')
    const again = await sessionOf('first')
    expect(again.build.channels[1]!.place).toBe('one')
    again.redo()
    await again.settled()
    expect((await kept('first')).build.channels[1]!.place).toBe('two')
    await closeBuild('first')
  })

  it('two tabs on one build: neither overwrites the other', async () => {
    await storeBuild(smallBuild('two-tabs'))
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

  it('an edit of something the other tab removed is named and offered as text, the rest is kept', async () => {
    await storeBuild(smallBuild('gone'))
    const mine = new Session(await kept('gone'))
    const theirs = new Session(await kept('gone'))
    theirs.edit({ kind: 'removeChannel', args: { id: 'ch-air' } })
    mine.edit(place('nowhere now'))
    mine.edit({ kind: 'editVehicle', args: { patch: { note: 'kept' } } })
    await quiet(mine, theirs)
    const stored = await kept('gone')
    expect(stored.build.channels.map((c) => c.id)).toEqual(
      smallBuild()
        .channels.map((c) => c.id)
        .filter((id) => id !== 'ch-air'),
    )
    expect(stored.build.vehicle.note).toBe('kept')
    expect(mine.lost).toEqual([
      {
        why: expect.stringMatching(/no longer in the build/),
        text: expect.stringContaining('nowhere now'),
      },
    ])
    mine.dismiss()
    expect(mine.lost).toEqual([])
    mine.close()
    theirs.close()
  })

  it('a point for a sensor the other tab took away is refused, and its reading offered as text', async () => {
    await storeBuild(smallBuild('orphan'))
    const mine = new Session(await kept('orphan'))
    const theirs = new Session(await kept('orphan'))
    const measurement = { ...smallBuild().measurements[0]!, id: 'late', about: air }
    theirs.edit({ kind: 'removeChannel', args: { id: 'ch-air' } })
    mine.edit({ kind: 'addMeasurement', args: { measurement } })
    await quiet(mine, theirs)
    expect((await kept('orphan')).build.measurements.some((m) => m.id === 'late')).toBe(false)
    expect(mine.lost[0]!.text).toContain(measurement.readings[0]!.typed)
    // and at once, where it is known already
    expect(mine.edit({ kind: 'addMeasurement', args: { measurement } })).toMatch(/no longer/)
    mine.close()
    theirs.close()
  })

  it('two tabs on one thing: each keeps what it changed, down to one end of a range', async () => {
    await storeBuild(smallBuild('same'))
    const mine = new Session(await kept('same'))
    const theirs = new Session(await kept('same'))
    const fuel = (patch: object) => ({
      kind: 'editElement' as const,
      args: { id: 'el-fuel', patch: { settings: patch } },
    })
    const range = (end: 0 | 1, value: number) => ({
      kind: 'editChannel' as const,
      args: { id: 'ch-air', patch: { needs: { range: { [end]: value } } } },
    })
    const wire = (patch: object) => ({
      kind: 'editRead' as const,
      args: { id: 'rd-air', patch: { wire: patch } },
    })
    mine.edit(fuel({ emptyReads: 'high' }))
    theirs.edit(fuel({ ground: 'slope' }))
    mine.edit(fuel({ tank: { lengthMm: 444 } }))
    theirs.edit(fuel({ sender: { armMm: 155 } }))
    mine.edit(range(0, -11))
    theirs.edit(range(1, 140))
    mine.edit(wire({ colour: 'brown' }))
    theirs.edit(wire({ cavity: '7' }))
    mine.edit({
      kind: 'addPullUp',
      args: { input: 'eu-15', pull: newPull(1000, 'fixed', 5, true) },
    })
    theirs.edit({
      kind: 'editPullUp',
      args: { input: 'eu-15', pull: 'eu-15-pull', patch: { tolerance: 0.02 } },
    })
    await quiet(mine, theirs)
    const { build } = await kept('same')
    const settings = build.elements.find((e) => e.id === 'el-fuel')!.settings
    expect(settings).toMatchObject({
      emptyReads: 'high',
      ground: 'slope',
      tank: { lengthMm: 444 },
      sender: { armMm: 155, kind: 'arm' },
    })
    const channel = build.channels.find((c) => c.id === 'ch-air')!
    expect(channel.needs.range).toEqual([-11, 140])
    expect(wiredReads(channel)[0]!.wire).toMatchObject({ colour: 'brown', cavity: '7' })
    const { pulls } = build.devices.flatMap((d) => d.inputs).find((i) => i.id === 'eu-15')!
    expect(pulls.map((p) => p.tolerance)).toEqual([0.02, 0.05])
    expect([mine.build, theirs.build]).toEqual([build, build])
    mine.close()
    theirs.close()
  })

  it('undo takes back what was done here, never what the other tab did, and says what it left', async () => {
    await storeBuild(smallBuild('undo'))
    const mine = new Session(await kept('undo'))
    const theirs = new Session(await kept('undo'))
    mine.edit(place('mine'))
    await quiet(mine, theirs)
    theirs.edit({ kind: 'editVehicle', args: { patch: { note: 'theirs' } } })
    await quiet(mine, theirs)
    mine.undo()
    await quiet(mine, theirs)
    expect((await kept('undo')).build.vehicle.note).toBe('theirs')
    expect((await kept('undo')).build.channels[1]!.place).toBe(smallBuild().channels[1]!.place)
    // the other tab's change came after: its redo is still there here
    mine.redo()
    await quiet(mine, theirs)
    expect((await kept('undo')).build.channels[1]!.place).toBe('mine')
    theirs.edit(place('theirs on top'))
    await quiet(mine, theirs)
    mine.undo()
    await quiet(mine, theirs)
    expect((await kept('undo')).build.channels[1]!.place).toBe('theirs on top')
    expect(mine.notice).toMatch(/changed again since/)
    mine.close()
    theirs.close()
  })

  it('keys held and buttons clicked twice do each thing once', async () => {
    await storeBuild(smallBuild('held'))
    const session = new Session(await kept('held'))
    const start = session.build.changes.length
    for (let i = 0; i < 30; i++) session.edit(place(`place ${i}`))
    await wait(1)
    // held for a second at 33 ms, with writes under way
    for (let i = 0; i < 30; i++) {
      session.undo()
      if (i % 3 === 0) await wait(2)
    }
    await quiet(session)
    const { build } = await kept('held')
    expect(checkBuild(build).build).toEqual(session.build)
    expect(build.channels).toEqual(smallBuild().channels)
    expect(build.changes).toHaveLength(start + 60)
    for (const flip of [true, false, true, false])
      session.edit({ kind: 'editInput', args: { input: 'eu-15', patch: { differential: flip } } })
    session.undo()
    session.undo()
    await quiet(session)
    expect((await kept('held')).build.changes).toHaveLength(start + 66)
    session.close()
  })

  it('edits 5 ms apart from two tabs on the same fields: each is in the history, and both agree', async () => {
    await storeBuild(smallBuild('rapid'))
    const tabs = [new Session(await kept('rapid')), new Session(await kept('rapid'))]
    const rounds = 120
    for (let i = 0; i < rounds; i++) {
      tabs.forEach((t, k) => {
        t.edit(
          i % 2 === 0
            ? place(`${k}-${i}`)
            : { kind: 'editVehicle', args: { patch: { note: `${k}-${i}` } } },
        )
      })
      await wait(5)
    }
    await quiet(...tabs)
    await quiet(...tabs)
    const { build } = await kept('rapid')
    const history = JSON.stringify(build.changes)
    for (const k of [0, 1])
      for (let i = 0; i < rounds; i++) expect(history).toContain(`"${k}-${i}"`)
    expect(new Set(build.changes.map((c) => c.id)).size).toBe(build.changes.length)
    expect(checkBuild(build).build).toEqual(tabs[0]!.build)
    expect(tabs[1]!.build).toEqual(tabs[0]!.build)
    expect(tabs.flatMap((t) => t.lost)).toEqual([])
    for (const t of tabs) t.close()
  })

  it('says it is saved only when all of it is', async () => {
    await storeBuild(smallBuild('claims'))
    const session = new Session(await kept('claims'))
    const lies: string[] = []
    session.listen(async (s) => {
      if (s.save.kind !== 'saved') return
      const shown = s.build.channels[1]!.place
      const stored = (await kept('claims')).build.channels[1]!.place
      // what is stored by now is what was shown then, or something newer
      if (Number(stored.slice(2)) < Number(shown.slice(2))) lies.push(`${shown}, ${stored}`)
    })
    for (let i = 0; i < 60; i++) {
      session.edit(place(`n-${i}`))
      await wait(i % 4)
    }
    await quiet(session)
    expect(lies).toEqual([])
    expect((await kept('claims')).build.channels[1]!.place).toBe('n-59')
    session.close()
  })

  it('what would not be valid is refused with a sentence, and nothing changes', async () => {
    await storeBuild(smallBuild('refuse'))
    const session = new Session(await kept('refuse'))
    const before = session.build
    const long = 'x'.repeat(2001)
    const list = Array.from({ length: 300 }, (_, i) => i)
    const entered = { x: list, y: list, at: '2026-11-27T10:00:00Z', name: 'pasted' }
    const refused: [Parameters<Session['edit']>[0], RegExp][] = [
      [
        { kind: 'editRead', args: { id: 'rd-air', patch: { wire: { colour: long } } } },
        /2001 characters.*at most 2000/,
      ],
      [{ kind: 'enterTable', args: { input: 'eu-15', entered } }, /300 entries.*at most 256/],
      [
        { kind: 'editInput', args: { input: 'eu-15', patch: { table: { axisFixed: list } } } },
        /300 entries.*at most 256/,
      ],
      [
        {
          kind: 'editRead',
          args: {
            id: 'rd-air',
            patch: { face: { needle: { sweepDegrees: 90, low: 1, high: 1, markStep: 1 } } },
          },
        },
        /both ends/,
      ],
      [
        { kind: 'addRead', args: { channel: 'ch-air', read: newRead('el-air', 'eu-14') } },
        /read twice/,
      ],
      [
        { kind: 'editElement', args: { id: 'el-fuel', patch: { settings: { ground: 'uphill' } } } },
        /one of/,
      ],
      [
        { kind: 'editChannel', args: { id: 'ch-air', patch: { needs: { range: { 0: 900 } } } } },
        /runs from 900/,
      ],
    ]
    for (const [edit, why] of refused) {
      expect(session.edit(edit)).toMatch(why)
      expect(session.refused).toMatch(why)
      expect(session.build).toBe(before)
    }
    for (let i = 0; i < 15; i++)
      expect(
        session.edit({
          kind: 'addPullUp',
          args: { input: 'eu-15', pull: newPull(1000, 'fixed', 5, true) },
        }),
      ).toBeNull()
    expect(
      session.edit({
        kind: 'addPullUp',
        args: { input: 'eu-15', pull: newPull(1000, 'fixed', 5, true) },
      }),
    ).toMatch(/17 entries.*at most 16/)
    await quiet(session)
    expect(checkBuild((await kept('refuse')).build).build).toEqual(session.build)
    session.close()
  })

  it('a range whose low end passes what mattered most takes that along', async () => {
    await storeBuild(smallBuild('clamp'))
    const session = new Session(await kept('clamp'))
    const needs = () => session.build.channels.find((c) => c.id === 'ch-coolant')!.needs
    const [low, high] = needs().best
    session.edit({
      kind: 'editChannel',
      args: { id: 'ch-coolant', patch: { needs: { range: { 0: low + 5 } } } },
    })
    expect(needs().best).toEqual([low + 5, high])
    session.edit({
      kind: 'editChannel',
      args: { id: 'ch-coolant', patch: { needs: { range: { 0: high + 5 } } } },
    })
    expect(needs().best).toEqual(needs().range)
    session.close()
  })

  it('deleted in another tab: says so, stores nothing, and can be brought back', async () => {
    await storeBuild(smallBuild('elsewhere'))
    const mine = new Session(await kept('elsewhere'))
    await deleteBuild('elsewhere')
    await quiet(mine)
    expect(mine.save.kind).toBe('gone')
    mine.edit(place('while gone'))
    await quiet(mine)
    expect(mine.save.kind).toBe('gone')
    expect((await kept('elsewhere')).deletedAt).not.toBeNull()
    expect((await kept('elsewhere')).build.channels[1]!.place).not.toBe('while gone')
    await mine.bringBack()
    expect(mine.save.kind).toBe('saved')
    // bringing back what is there already changes nothing
    const before = await kept('elsewhere')
    await mine.bringBack()
    expect((await kept('elsewhere')).build).toEqual(before.build)
    expect(await kept('elsewhere')).toMatchObject({ deletedAt: null })
    expect((await kept('elsewhere')).build.channels[1]!.place).toBe('while gone')
    mine.close()
  })

  it('a full storage is said, nothing is lost, and the next edit saves all', async () => {
    await storeBuild(smallBuild('full'))
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
    // saving is tried again by itself once there is room
    await vi.waitFor(() => expect(session.save.kind).toBe('saved'), { timeout: 6000 })
    expect((await kept('full')).build.channels[1]!.place).toBe('while full')
    session.edit({ kind: 'editVehicle', args: { patch: { note: 'room again' } } })
    await session.settled()
    const full = (await kept('full')).build
    expect(full.vehicle.note).toBe('room again')
    expect(full.channels[1]!.place).toBe('while full')
    expect(full.channels).toHaveLength(smallBuild().channels.length)
    session.close()
  })

  it('a write cut off half-way leaves the build as it was', async () => {
    await storeBuild(smallBuild('cut'))
    const before = await kept('cut')
    const tx = (await database()).transaction('builds', 'readwrite')
    void tx.store.put({ ...before, revision: 999 }).catch(() => undefined)
    tx.abort()
    await tx.done.catch(() => undefined)
    expect(await kept('cut')).toEqual(before)
  })
})

it.each([
  ['QuotaExceededError', /full/],
  ['SecurityError', /refuses/],
  ['SomethingElse', /could not save.*export/],
])('%s is said in words', (name, words) => {
  expect(storageProblem(Object.assign(new Error('x'), { name }))).toMatch(words)
})
