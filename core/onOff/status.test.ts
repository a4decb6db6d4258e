import { describe, expect, it } from 'vitest'
import { entryOf, isEntryProven, statusOf, type CardLine } from '../channel/index.ts'
import {
  type Build,
  type Edited,
  inputOf,
  readBuild,
  undo,
  wiredReads,
  writeBuild,
} from '../build/index.ts'
import { usualSwitched } from './input.ts'
import { memberOf, MEMBERS } from './members.ts'
import { after, fit, of, sensedReading, switchBuild } from './onOff.fixture.ts'
import { onOffRestsOn, onOffStatus, type OnOffStatus } from './status.ts'

const { build: bare, channel } = switchBuild('temperature')
const read = wiredReads(channel)[0]!
const status = (build: Build): OnOffStatus => onOffStatus(build, of(build, channel), read)
/** Three readings each way about two places. */
const measured = (up: number, down: number): Edited[] =>
  [-0.3, 0.1, 0.2].flatMap((d) => [
    sensedReading(channel, 'rising', up + d),
    sensedReading(channel, 'falling', down + d),
  ])
const fitted = after(bare, fit(channel))
const good = after(fitted, ...measured(95, 90))

const leaky: Edited = {
  kind: 'editSwitchedOnOff',
  args: { id: channel.id, usual: usualSwitched(channel.onOff!), patch: { leakA: 2e-3 } },
}

describe('where a switch stands', () => {
  it('is assumed until its pin is held, and its thresholds are read', () => {
    expect(status(bare)).toMatchObject({ state: 'assumed', fitted: null, ratio: Infinity })
    expect(status(fitted).state).toBe('assumed')
    const one = after(fitted, sensedReading(channel, 'rising', 95))
    expect(status(one).next.title).not.toEqual(status(fitted).next.title)
    expect(status(one).known).toMatchObject({ code: 'switches-up' })
  })
  it('is measured by three readings each way, and asks for more before that', () => {
    expect(status(good)).toMatchObject({
      state: 'measured',
      worst: { at: expect.any(Number) as number },
    })
    expect(status(good).ratio).toBeLessThan(1)
    const few = after(
      fitted,
      sensedReading(channel, 'rising', 95),
      sensedReading(channel, 'falling', 90),
    )
    expect(status(few).next.title).toMatchObject({ code: 'again' })
  })
  it('is wrong where it switches elsewhere than asked, and the worse of the two is named', () => {
    const off = status(after(fitted, ...measured(95, 84)))
    expect(off.state).toBe('wrong')
    expect(off.worst).toMatchObject({ at: 90, bias: expect.closeTo(-6, 6) as number })
    expect(off.ratio).toBeGreaterThan(1)
  })
  it('is wrong where the two were noted the wrong way round', () => {
    expect(status(after(fitted, ...measured(90, 95))).next.reason).toMatchObject({
      code: 'crossed',
    })
  })
  it('is wrong with parts that leave nothing, or numbers that cannot be', () => {
    expect(status(after(good, leaky))).toMatchObject({ state: 'wrong', ratio: Infinity })
    const mad = after(good, {
      kind: 'editSwitchedOnOff',
      args: { id: channel.id, usual: usualSwitched(channel.onOff!), patch: { cableF: -1 } },
    })
    expect(status(mad)).toMatchObject({ state: 'wrong', fitted: null })
  })
})

describe('a proof of a switch', () => {
  const pinned = inputOf(bare, read.input)
  const proven = after(good, {
    kind: 'prove',
    args: {
      proof: {
        ...{ id: 'p', read: read.id, measurements: [], at: '2026-11-20T13:00:00Z', by: '' },
        dependsOn: onOffRestsOn(good, of(good, channel), read),
        inForce: null,
      },
    },
  })
  const holds = (build: Build): boolean => isEntryProven(build, entryOf(build, read.id)!)
  it('holds through its file, and while only its name changes', () => {
    expect(status(proven).state).toBe('proven')
    expect(holds(readBuild(writeBuild(proven)).build)).toBe(true)
    const named = after(proven, {
      kind: 'editChannel',
      args: { id: channel.id, patch: { name: 'Fan' } },
    })
    expect(holds(named)).toBe(true)
  })
  it.each<[string, Edited]>([
    ['another reading', sensedReading(channel, 'rising', 95.1)],
    ['other parts at its pin', fit(channel, 4700)],
    [
      'another place to switch',
      { kind: 'editChannel', args: { id: channel.id, patch: { onOff: { risingAt: 96 } } } },
    ],
    [
      'another pin',
      {
        kind: 'editPin',
        args: { device: pinned.device.id, pin: pinned.pin.id, patch: { name: '32' } },
      },
    ],
  ])('lapses with %s', (_, edit) => {
    expect(holds(after(proven, edit))).toBe(false)
    expect(status(after(proven, edit)).state).not.toBe('proven')
  })
})

describe('a switch in the places all channels are in', () => {
  it('has its row, its small picture, its steps and its card by the face of its kind', () => {
    const entry = entryOf(good, read.id)!
    const now = statusOf(good, entry)
    expect(entry.kind.id).toBe('on-off')
    expect(now.reader).toMatchObject({ device: 'Engine unit', pin: '31' })
    expect(entry.kind.picture(now)!.places).toHaveLength(2)
    expect(entry.kind.keyOn(now).length).toBeGreaterThanOrEqual(3)
    const card = entry.kind.card(good, entry, now) as CardLine[]
    expect(card.map((l) => l.label)).toEqual(
      expect.arrayContaining(['Read by', 'Switches on the way up', 'At the pin']),
    )
    expect(entry.kind.words(good, entry)).toContain('switch')
  })
  it.each(MEMBERS.map((m) => m.id))(
    '%s begins with thresholds in its range, and a usual input',
    (id) => {
      const member = memberOf(id)
      const { range, risingAt, fallingAt } = member.start
      expect(range[0]).toBeLessThan(fallingAt)
      expect(fallingAt).toBeLessThan(risingAt)
      expect(risingAt).toBeLessThan(range[1])
      const made = switchBuild(id)
      const held = after(made.build, fit(made.channel))
      expect(
        onOffStatus(held, of(held, made.channel), made.channel.reads[0]!).fitted!.marginV,
      ).toBeGreaterThan(0)
    },
  )
  it('of a kind only a newer version knows is a switch by hand', () => {
    expect(memberOf('level-by-radar').id).toBe('switch')
  })
})

describe('what is typed of its input', () => {
  it('is one number without the others, and parts are one thing', () => {
    const battery = (patch: object): Edited => ({
      kind: 'editSwitchedOnOff',
      args: { id: channel.id, usual: usualSwitched(channel.onOff!), patch },
    })
    const other = after(good, battery({ series: 'E12' }), battery({ batteryV: { 0: 9 } }))
    expect(of(other, channel).onOff!.switched!.batteryV).toEqual([9, 15])
    expect(other.changes.at(-1)!.edits.map((e) => e.path?.join('/'))).toEqual([
      'onOff/switched/batteryV/0',
    ])
    const divided = after(good, {
      kind: 'editInput',
      args: {
        input: read.input,
        patch: { fitted: { school: 'divider', upOhm: 4700, downOhm: 3300 } },
      },
    })
    expect(divided.changes.at(-1)!.edits.map((e) => e.path?.join('/'))).toEqual([
      `inputs/${read.input}/fitted`,
    ])
    const back = undo(divided, { id: 'u', at: '2026-11-20T14:00:00Z', by: '' })
    expect(inputOf(back, read.input).input).toEqual(inputOf(good, read.input).input)
  })
  it('of a channel that is a reading is refused', () => {
    const plain = { ...good, channels: [{ ...of(good, channel), kind: 'reading', onOff: null }] }
    expect(() => after(plain, leaky)).toThrow(/reading/)
  })
})
