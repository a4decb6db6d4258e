import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { after, chainOf } from '../chain/edited.ts'
import { assembleChain, walkForward, type ReadStatus } from '../chain/index.ts'
import { isProven, keyOn, readingAt, whyLapsed } from '../whole/index.ts'
import {
  inForceOf,
  newFace,
  pathOf,
  readBuild,
  undo,
  writeBuild,
  type Build,
  type Edited,
  type FollowingRead,
} from '../build/index.ts'
import { entriesOf, entryOf, speaksOf, statusOf, type CardLine } from './index.ts'

const sample = saltmarshNine()
/** The display shows what the engine unit makes of the coolant, in whole degrees. */
const FOLLOWER: FollowingRead = {
  ...{ id: 'rd-follows', source: { kind: 'read', id: 'rd-coolant' }, device: 'display' },
  face: newFace('water', 0),
}
const add = (read: FollowingRead, channel = 'ch-coolant'): Edited => ({
  kind: 'addRead',
  args: { channel, read },
})
const build = after(sample, add(FOLLOWER))
const stamp = { id: 'u', at: '2026-11-30T10:00:00Z', by: '' }

describe('a reader that follows another one', () => {
  it('has a path from the sensor to the device that shows it', () => {
    const { element, wired, input, pin, sends, follows, shows } = pathOf(build, FOLLOWER.id)
    expect([element.id, wired.id, input.id, pin.name]).toEqual([
      ...['el-coolant', 'rd-coolant', 'eu-14', '14'],
    ])
    expect([sends.id, follows.map((f) => f.id), shows.id]).toEqual([
      'engine-unit',
      ['rd-follows'],
      'display',
    ])
    // one more behind it, back in another device
    const again = after(
      build,
      add({
        ...FOLLOWER,
        id: 'again',
        source: { kind: 'read', id: FOLLOWER.id },
        device: 'oil-gauge',
      }),
    )
    const path = pathOf(again, 'again')
    expect([path.wired.id, path.follows.map((f) => f.id), path.shows.id]).toEqual([
      'rd-coolant',
      ['rd-follows', 'again'],
      'oil-gauge',
    ])
    expect(readBuild(writeBuild(again)).build).toEqual(again)
  })

  it('shows what the other does, and rounds by its own digits', () => {
    const at = (read: string) => walkForward(chainOf(build, read), 90).shown
    expect(at(FOLLOWER.id)).toBe(at('rd-coolant'))
    expect(readingAt(build, FOLLOWER.id, 90).shown).toBeCloseTo(
      readingAt(build, 'rd-coolant', 90).shown,
      9,
    )
    const face = (read: string): number =>
      assembleChain(build, read).spec!.spreads.find((s) => s.at === 'shown')!.size
    expect(face(FOLLOWER.id)).toBeCloseTo(10 * face('rd-coolant'), 12)
  })

  it('has a row in the line-up, with who shows it and its state, beside the other', () => {
    const entries = entriesOf(build)
    expect(entries.filter((e) => e.channel?.id === 'ch-coolant').map((e) => e.id)).toEqual([
      'rd-coolant',
      FOLLOWER.id,
    ])
    const entry = entryOf(build, FOLLOWER.id)!
    const status = statusOf(build, entry) as ReadStatus
    expect(status.reader).toEqual({ device: 'Display', pin: '14', part: null })
    // measured, and not proven as the one it follows is
    expect([status.state, statusOf(build, entryOf(build, 'rd-coolant')!).state]).toEqual([
      'measured',
      'proven',
    ])
    expect(Number.isFinite(status.ratio)).toBe(true)
    expect(entry.kind.picture(status)).not.toBeNull()
    expect(speaksOf(build, entry, ['display'])).toBe(true)
  })

  it('has its card and its key-on check, and what is wrong of the sensor is found by it', () => {
    const entry = entryOf(build, FOLLOWER.id)!
    const card = entry.kind.card(build, entry, statusOf(build, entry)) as CardLine[]
    expect(card[0]).toEqual({ label: 'Read by', text: 'Display pin 14' })
    expect(entry.kind.keyOn(statusOf(build, entry))).toHaveLength(1)
    const right = readingAt(build, FOLLOWER.id, 15).shown
    expect(keyOn(build, FOLLOWER.id, 15, { shown: Math.round(right) }).agrees).toBe(true)
    const off = keyOn(build, FOLLOWER.id, 15, { shown: 40 })
    const own = keyOn(build, 'rd-coolant', 15, { shown: 40 })
    expect([off.agrees, own.agrees]).toEqual([false, false])
    expect(off.causes.map((c) => c.id)).toEqual(own.causes.map((c) => c.id))
    expect(off.causes.length).toBeGreaterThan(1)
  })

  it('is proven by itself, and lapses by the table of the device that sends', () => {
    const proven: Build = {
      ...build,
      proofs: build.proofs.concat({
        ...{ id: 'pf', read: FOLLOWER.id, measurements: [], at: '2026-11-20T10:00:00Z', by: '' },
        ...{ dependsOn: null, inForce: inForceOf(build, FOLLOWER.id) },
      }),
    }
    expect(isProven(proven, FOLLOWER.id)).toBe(true)
    const entered = pathOf(build, FOLLOWER.id).input.table!.entered!
    const other = after(proven, {
      kind: 'enterTable',
      args: { input: 'eu-14', entered: { ...entered, y: entered.y.map((y) => y + 1) } },
    })
    expect(whyLapsed(other, FOLLOWER.id)[0]).toMatch(/^table of pin 14 changed on .*: up to \+1/)
    // a new face of the one it follows leaves its own as it was
    const face = (id: string): Edited => ({
      kind: 'editRead',
      args: { id, patch: { face: { decimals: 3 } } },
    })
    expect(isProven(after(proven, face('rd-coolant')), FOLLOWER.id)).toBe(true)
  })

  it('goes with the one it follows, and comes back with it', () => {
    const gone = after(build, { kind: 'removeRead', args: { id: 'rd-coolant' } })
    expect(gone.channels.find((c) => c.id === 'ch-coolant')!.reads).toEqual([])
    expect(undo(gone, stamp).channels).toEqual(build.channels)
  })

  it('is refused where it follows nobody, another channel, or itself in the end', () => {
    const follows = (id: string, read = 'bad'): FollowingRead => ({
      ...FOLLOWER,
      ...{ id: read, source: { kind: 'read', id } },
    })
    expect(() => after(build, add(follows('nobody')))).toThrow(/another channel/)
    expect(() => after(build, add(follows('rd-oil')))).toThrow(/another channel/)
    expect(() => after(build, add(follows('bad')))).toThrow(/ring/)
    expect(() => after(build, add({ ...follows('rd-coolant'), device: 'none' }))).toThrow(
      /device that is not there/,
    )
    const wires: Edited = {
      kind: 'editRead',
      args: { id: FOLLOWER.id, patch: { wire: { colour: 'red' } } },
    }
    expect(() => after(build, wires)).toThrow(/no wires of its own/)
  })
})
