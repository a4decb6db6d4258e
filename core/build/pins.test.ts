import { describe, expect, it } from 'vitest'
import { smallBuild } from './fixture.ts'
import {
  applyChange,
  inputOf,
  maker,
  NOT_CHOSEN,
  pinName,
  undo,
  type Build,
  type Edited,
} from './index.ts'
import { entriesOf, statusOf } from '../channel/index.ts'

let count = 0
const nextId = (): string => `p-${++count}`
const stamp = () => ({ id: nextId(), at: '2026-11-30T10:00:00Z', by: '' })
const after = (build: Build, ...edits: Edited[]): Build =>
  edits.reduce((b, e) => applyChange(b, e, stamp()), build)
const small = smallBuild()
const make = maker(nextId)
const added = (name: string): Edited => ({
  kind: 'addInput',
  args: { device: 'unit', ...make.newSwitchedInput(name) },
})
const names = (build: Build): string[] => build.devices[0]!.pins.map((p) => p.name)

describe('pins of a device', () => {
  it('have each its name, whatever its letters and spaces, and the second is refused in words', () => {
    for (const name of ['eu-14', ' EU-14 ', 'Eu-14'])
      expect(() => after(small, added(name))).toThrow(/"Engine unit" has a pin "EU-14" already/i)
    expect(() =>
      after(small, {
        kind: 'editPin',
        args: { device: 'unit', pin: 'eu-15-pin', patch: { name: 'eu-14' } },
      }),
    ).toThrow(/has a pin "eu-14" already/)
    expect(small.devices[0]!.pins).toHaveLength(3)
  })
  it('that nobody chose say so, however many, and nowhere 1', () => {
    const two = after(small, added(''), added('  '))
    expect(names(two).slice(3)).toEqual(['', ''])
    expect(pinName(two.devices[0]!.pins[3]!)).toBe(NOT_CHOSEN)
    const bare = after(small, {
      kind: 'editPin',
      args: { device: 'unit', pin: 'eu-14-pin', patch: { name: '' } },
    })
    const [first] = entriesOf(bare)
    expect(statusOf(bare, first!).reader.pin).toBe('not chosen')
  })
  it('that nobody reads at any more are taken again by their name', () => {
    const gone = after(small, { kind: 'removeChannel', args: { id: 'ch-air' } })
    const again = after(gone, added('eu-15'))
    expect(names(again)).toEqual(['eu-14', 'eu-15', 'eu-16'])
    expect(again.devices[0]!.inputs).toHaveLength(3)
    const { pin } = inputOf(again, again.devices[0]!.inputs.at(-1)!.id)
    expect(pin.id).toBe('eu-15-pin')
    expect(undo(again, stamp()).devices).toEqual(gone.devices)
  })
  it('hold one input each, of their own device and kind', () => {
    const input = small.devices[0]!.inputs[0]!
    const twice: Edited = {
      kind: 'addInput',
      args: {
        ...{ device: 'unit', input: { ...input, id: 'x', pulls: [], pin: 'eu-15-pin' } },
        pin: make.newPin('99'),
      },
    }
    expect(() => after(small, twice)).toThrow(/two inputs of "Engine unit" are at one pin/)
    const ground = make.newPin('20', 'ground')
    const withGround = after(small, { kind: 'addPin', args: { device: 'unit', pin: ground } })
    expect(() => after(withGround, added('20'))).toThrow(/has a pin "20" already/)
    const at = (patch: object): Edited => ({ kind: 'editInput', args: { input: input.id, patch } })
    expect(() => after(withGround, at({ supplyPin: ground.id }))).toThrow(/no supply pin/)
    expect(inputOf(after(withGround, at({ groundPin: ground.id })), input.id).input.groundPin).toBe(
      ground.id,
    )
  })
  it('are read at by one reader or trigger alone', () => {
    const made = make.newSwitchedInput('40')
    const trigger = {
      ...{ id: 'tr', name: 'Crank', wheel: '36-1', expects: null, pickup: 'hall' as const },
      ...{ input: made.input.id, secondPin: null, cylinders: 4, firingOrder: [1, 3, 4, 2] },
      counts: { tooth: 'after-gap' as const, from: 'before' as const },
      ...{ angleDeg: null, switched: null, gap: null, dwell: [], leads: [], comparator: null },
    }
    const one = after(small, {
      kind: 'addTrigger',
      args: { trigger, input: { device: 'unit', ...made } },
    })
    expect(names(one)).toContain('40')
    expect(() =>
      after(small, { kind: 'addTrigger', args: { trigger: { ...trigger, input: 'eu-14' } } }),
    ).toThrow(/one input is read twice/)
    // read by nobody for now, and gone: its input goes with it
    const unread = after(one, { kind: 'readTrigger', args: { id: 'tr', input: null } })
    expect(names(unread)).not.toContain('40')
    expect(after(one, { kind: 'removeTrigger', args: { id: 'tr' } }).devices).toEqual(small.devices)
  })
})
