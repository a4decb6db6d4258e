import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { isProven } from '../whole/index.ts'
import {
  checkBuild,
  inputOf,
  pathOf,
  readBuild,
  recoverBuild,
  redo,
  undo,
  undoState,
  writeBuild,
  type Build,
} from './index.ts'

/** A file that schema 4 wrote: three channels, edits by whole fields, arguments, undo and redo. */
const text = readFileSync(new URL('./schema4.test.json', import.meta.url), 'utf8')

type Part = Record<string, unknown>
type Edit = { in: string; field?: string; before?: unknown; after?: unknown }
type File = {
  schema: number
  vehicle: Part
  changes: { edits: Edit[] }[]
} & Record<'instruments' | 'devices' | 'elements' | 'channels', Part[]>

const list = (value: unknown): Part[] => (Array.isArray(value) ? (value as Part[]) : [])
const drop = (thing: unknown, ...keys: string[]): void => {
  for (const key of keys) if (thing) delete (thing as Part)[key]
}

/** Takes from a part of an entity what a schema did not know yet. */
const STRIP: Record<string, (part: Part, version: number) => void> = {
  instruments: (p, v) => {
    if (v < 2) drop(p.accuracy, 'offset', 'commonShare')
  },
  devices: (p, v) => {
    if (v < 3)
      for (const input of list(p.inputs))
        drop(input, 'signal', 'counter', 'sensorSupply', 'differential')
  },
  channels: (p, v) => {
    if (v < 4) drop(p, 'linked')
    for (const read of list(p.reads)) {
      if (v < 2) drop(read.wire, 'groundOffsetV')
      if (v < 3) drop(read.face, 'unit', 'needle', 'dampingS', 'warning')
    }
  },
  elements: (p, v) => {
    const sender = (p.settings as Part | undefined)?.sender as Part | undefined
    if (v > 3 || !sender) return
    sender.emptyOhm = sender.emptySignal
    sender.fullOhm = sender.fullSignal
    drop(sender, 'emptySignal', 'fullSignal')
  },
}

/** The file as an older schema would have written it, what its history keeps included. */
function asSchema(version: number): string {
  const file = JSON.parse(text) as File
  file.schema = version
  const side = (edit: Edit, value: unknown): unknown => {
    if (value === undefined) return undefined
    const part = edit.field === undefined ? (value as Part) : { [edit.field]: value }
    STRIP[edit.in]?.(part, version)
    if (edit.in === 'build' && version < 4) drop(part.vehicle, 'ethanol')
    return edit.field === undefined ? part : part[edit.field]
  }
  for (const [where, strip] of Object.entries(STRIP))
    for (const e of list((file as unknown as Part)[where])) strip(e, version)
  if (version < 4) drop(file.vehicle, 'ethanol')
  for (const { edits } of file.changes)
    for (const edit of edits) {
      edit.before = side(edit, edit.before)
      edit.after = side(edit, edit.after)
    }
  return JSON.stringify(file)
}

let count = 0
const stamp = () => ({ id: `m${++count}`, at: '2026-11-27T10:00:00Z', by: '' })

describe.each([1, 2, 3, 4])('a file of schema %i', (version) => {
  const { build, migratedFrom } = readBuild(version === 4 ? text : asSchema(version))

  it('is brought up, its history too', () => {
    expect(migratedFrom).toBe(version)
    expect(build.channels.map((c) => c.name)).toEqual(['Coolant', 'Lambda', 'Fuel'])
    expect(build.changes).toHaveLength(21)
    expect(JSON.stringify(build.changes)).not.toMatch(/emptyOhm|"args"|"field"/)
  })

  it('is undone to its beginning and done again, valid at every step', () => {
    let now = build
    let steps = 0
    while (undoState(now.changes).undo) {
      now = checkBuild(JSON.parse(writeBuild(undo(now, stamp())))).build
      steps++
    }
    expect(steps).toBe(15)
    expect(now).toMatchObject({ channels: [], devices: [], elements: [], measurements: [] })
    expect(now.changes.slice(21).some((c) => c.left)).toBe(false)
    for (let i = 0; i < steps; i++) now = redo(now, stamp())
    const content = { changes: [], revision: 0 }
    expect({ ...checkBuild(now).build, ...content }).toEqual({ ...build, ...content })
  })
})

/** A file that schema 10 wrote, the whole sample with its history, and the same as schemas before it had it. */
const ten = readFileSync(new URL('./schema10.test.json', import.meta.url), 'utf8')
const tenth = readBuild(ten).build

/** The file of schema 10 as an earlier one: without some fields, wherever they stand, and with more done to it. */
function earlier(
  schema: number,
  fields: readonly string[],
  done: { change?: Part[]; make?: (file: File) => void } = {},
): string {
  const file = JSON.parse(ten, (_, value: unknown) =>
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).filter(([key]) => !fields.includes(key)))
      : value,
  ) as File
  done.make?.(file)
  const changes = file.changes as unknown as Part[]
  changes.push(
    ...(done.change ?? []).map((edit, i) => ({
      ...{ id: `done-${i}`, at: '2026-11-27T10:00:00Z', by: '', kind: 'done', edits: [edit] },
    })),
  )
  return JSON.stringify({ ...file, schema })
}

describe('a file of schema 5', () => {
  it('gets the kind of its channels, in its history too, and nothing is put into parts of one', () => {
    const needs = (before: number, after: number): Part => ({
      ...{ in: 'channels', id: 'ch-coolant', path: ['needs'] },
      before: { range: [-10, 125], best: [80, 110], accuracy: before },
      after: { range: [-10, 125], best: [80, 110], accuracy: after },
    })
    // a kind stands in devices, posts and pull-ups as well: of channels alone it is taken
    const withoutKind = (channel: Part): void => drop(channel, 'kind', 'onOff')
    const text = earlier(5, [], {
      change: [needs(2, 9)],
      make: (file) => {
        for (const c of file.channels) withoutKind(c)
        ;(file.channels[0]!.needs as Part).accuracy = 9
        for (const { edits } of file.changes)
          for (const e of edits.filter((e) => e.in === 'channels'))
            for (const side of [e.before, e.after]) withoutKind(side as Part)
      },
    })
    const { build, migratedFrom } = readBuild(text)
    expect(migratedFrom).toBe(5)
    expect(build.channels.map((c) => c.kind)).toEqual(build.channels.map(() => 'reading'))
    const back = undo(build, stamp())
    const unswitched = tenth.channels.map((c) => ({ ...c, kind: 'reading', onOff: null }))
    expect(back.channels).toEqual(unswitched)
    expect(redo(back, stamp()).channels[0]!.needs.accuracy).toBe(9)
  })
})

describe('a file of schema 7, whose straps knew no shields', () => {
  it('is what it was, with no shield among its straps, and its history with it', () => {
    const read = readBuild(earlier(7, ['shield'])).build
    expect(read.straps.map((s) => s.shield)).toEqual(tenth.straps.map(() => false))
    expect(read.straps.map((s) => s.name)).toEqual(tenth.straps.map((s) => s.name))
    // as far back as it goes, and forward again
    let back = read
    let steps = 0
    for (; undoState(back.changes).undo; steps++) back = undo(back, stamp())
    expect(back.straps).toEqual([])
    for (let i = 0; i < steps; i++) back = redo(back, stamp())
    expect(back.straps).toEqual(read.straps)
  })
})

describe('a file of schema 8, whose triggers kept no input, no gap and no dwell', () => {
  it('gets none of them, in its history too', () => {
    const without = ['gap', 'dwell', 'leads', 'comparator']
    const text = earlier(8, without, {
      make: (file) => {
        const triggers = (file as unknown as { triggers: Part[] }).triggers
        const sides = file.changes.flatMap((c) =>
          c.edits.filter((e) => e.in === 'triggers').flatMap((e) => [e.before, e.after]),
        )
        for (const t of [...triggers, ...sides]) drop(t, 'input')
      },
    })
    expect(text).not.toContain('"dwell"')
    const { build, migratedFrom } = readBuild(text)
    expect(migratedFrom).toBe(8)
    expect(build.triggers).toEqual(tenth.triggers)
    expect(build.changes.filter((c) => c.kind === 'addTrigger')).toEqual(
      tenth.changes.filter((c) => c.kind === 'addTrigger'),
    )
  })
})

describe('a file of schema 9, which knew no switches and not what is fitted at a pin', () => {
  it('is what it was, and its history can be walked back through a trigger’s input', () => {
    const typed = {
      ...{ lowV: 0.4, sinkA: 0.02, leakA: 1e-5, sensorFromV: 4.5, cableF: 1e-9 },
      ...{ thresholdLowV: 1.2, thresholdHighV: 2.8, limitV: 12, batteryV: [6, 15] },
      ...{ railTolerance: 0.02, series: 'E24', partTolerance: 0.05, limiterRpm: 7500 },
    }
    const at = { in: 'triggers', id: 'tr-cam' }
    const text = earlier(9, ['onOff', 'leads', 'comparator', 'switches', 'leastA', 'fitted'], {
      change: [
        { ...at, path: ['input'], before: null, after: typed },
        { ...at, path: ['input', 'limitV'], before: 12, after: 5.5 },
        { ...at, path: ['input', 'lowV'], before: 0.4, after: 0.5 },
      ],
      make: (file) => {
        const triggers = (file as unknown as { triggers: Part[] }).triggers
        triggers.find((t) => t.id === 'tr-cam')!.input = { ...typed, lowV: 0.5, limitV: 5.5 }
      },
    })
    const { build, migratedFrom } = readBuild(text)
    expect(migratedFrom).toBe(9)
    const now = (b: Build) => {
      const { input, switched } = b.triggers.find((t) => t.id === 'tr-cam')!
      return { switched, ...inputOf(b, input!).input }
    }
    expect(now(build)).toMatchObject({
      ...{ limitV: 5.5, thresholds: { lowV: 1.2, highV: 2.8 }, fitted: null },
      switched: { lowV: 0.5, switches: 'ground', leastA: 0, limiterRpm: 7500 },
    })
    const two = undo(undo(build, stamp()), stamp())
    expect(now(two)).toMatchObject({ limitV: 12, switched: { lowV: 0.4 } })
    expect(now(undo(two, stamp()))).toMatchObject({ switched: null, thresholds: null })
    expect(now(redo(two, stamp())).limitV).toBe(5.5)
  })
})

describe('a file of schema 10, whose proofs kept a hash', () => {
  const opened = readBuild(ten)

  it('keeps what was in force at their time, and they hold as they did', () => {
    expect(opened.migratedFrom).toBe(10)
    const readings = opened.build.proofs.filter((p) => p.inForce !== null)
    expect(readings.map((p) => p.read)).toEqual(['rd-coolant', 'rd-map', 'rd-throttle'])
    for (const { read } of readings)
      expect([read, isProven(opened.build, read)]).toEqual([read, true])
  })
  it('is undone to its beginning, valid all the way', () => {
    let build = opened.build
    for (let k = 0; undoState(build.changes).undo; k++) {
      build = undo(build, { id: `u-${k}`, at: '2026-12-01T10:00:00Z', by: '' })
      if (k % 12 === 0) expect(readBuild(writeBuild(build)).build).toEqual(build)
    }
    expect(build.channels).toEqual([])
  })
})

describe('a file of schema 10, whose pins were texts', () => {
  const pins = (b: Build, device: string): string[] =>
    b.devices.find((d) => d.id === device)!.pins.map((p) => p.name)
  it('gives each input and each trigger a pin, and two of one name are told apart', () => {
    // the engine unit had two inputs called 31, and nobody said so
    expect(pins(tenth, 'engine-unit')).toEqual(
      '14,15,16,20,21,22,23,24,25,26,31,30,31 (2),3,4,5'.split(','),
    )
    const crank = tenth.triggers[0]!
    const { device, pin } = inputOf(tenth, crank.input!)
    expect([device.id, pin.name]).toEqual(['engine-unit', '3'])
    expect(device.pins.find((p) => p.id === crank.secondPin)!.name).toBe('4')
  })
  it('gives the front end what lay with the switch', () => {
    const fan = tenth.channels.find((c) => c.kind === 'on-off')!
    const { input, pin } = pathOf(tenth, fan.reads[0]!.id)
    expect(pin.name).toBe('31 (2)')
    expect(input).toMatchObject({
      ...{ fitted: { school: 'pull-up', upOhm: 2200 }, limitV: 15.5 },
      thresholds: { lowV: 1.2, highV: 2.8 },
    })
    expect(fan.onOff!.switched).toMatchObject({ sinkA: 0.1, batteryV: [6, 15] })
    expect(fan.onOff).not.toHaveProperty('input')
  })
  it('takes a pin back that was named, and an input with its pin', () => {
    const rename = { in: 'devices', id: 'engine-unit', path: ['inputs', 'eu-14', 'pin'] }
    const text = earlier(10, [], {
      change: [{ ...rename, before: '14', after: '44' }],
      make: (file) => {
        ;(file.devices[0]!.inputs as Part[])[0]!.pin = '44'
      },
    })
    const { build } = readBuild(text)
    expect(pins(build, 'engine-unit')[0]).toBe('44')
    expect(pins(undo(build, stamp()), 'engine-unit')[0]).toBe('14')
    // before the rest of the car was told, the display had no pin
    let back = tenth
    while (back.channels.some((c) => c.id === 'ch-fuel')) back = undo(back, stamp())
    expect(pins(back, 'display')).not.toContain('7')
    expect(inputOf(back, 'eu-14').pin.name).toBe('14')
  })
  it('gives a trigger that no unit reads, but whose input was designed, a unit', () => {
    const text = earlier(10, [], {
      make: (file) => {
        const cam = (file as unknown as { triggers: Part[] }).triggers[1]!
        cam.device = null
        cam.input = { thresholdLowV: 1, thresholdHighV: 2, limitV: 5, fitted: null, lowV: 0.4 }
        Object.assign(cam.input as Part, {
          ...{ switches: 'ground', sinkA: 0.02, leastA: 0, leakA: 0, sensorFromV: 4.5 },
          ...{ cableF: 1e-9, batteryV: [6, 15], railTolerance: 0.02, series: 'E24' },
          ...{ partTolerance: 0.05, limiterRpm: 7500 },
        })
        file.changes = []
      },
    })
    const { build } = readBuild(text)
    const { device, input, pin } = inputOf(build, build.triggers[1]!.input!)
    expect([device.name, pin.name]).toEqual(['Unit of Cam', '5'])
    expect(input.thresholds).toEqual({ lowV: 1, highV: 2 })
  })
})

describe('what is no thing in a list of an old file', () => {
  const LISTS = [
    'instruments',
    'devices',
    'elements',
    'channels',
    'measurements',
    'changes',
  ] as const
  const NONE = [null, 0, 12, '', 'text', true, [], [null]]
  const file = JSON.parse(text) as Record<string, unknown[]>
  const versions = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10]

  it.each(versions)(
    'of schema %i is refused as damaged, and the rest of it recovered',
    (schema) => {
      for (const where of LISTS)
        for (const none of NONE)
          for (const put of [
            (l: unknown[]) => [none, ...l],
            (l: unknown[]) => [...l, none],
            () => none,
          ]) {
            const old = { ...structuredClone(file), schema } as Record<string, unknown>
            old[where] = put(file[where]!)
            // a list with nothing in it is no damage
            if (Array.isArray(none) && none.length === 0 && old[where] === none) continue
            expect(() => readBuild(JSON.stringify(old))).toThrow(coded('damaged-build'))
            const { build, leftOut } = recoverBuild(old)
            expect(checkBuild(build).build).toBe(build)
            expect(leftOut.length).toBeGreaterThan(0)
          }
    },
  )
  it('in the edits of a change, and within an entity, is refused and recovered as well', () => {
    for (const schema of versions)
      for (const none of NONE) {
        const old = { ...structuredClone(file), schema } as unknown as File
        old.changes[0]!.edits = [none as unknown as Edit]
        old.devices[0]!.inputs = [none]
        expect(() => readBuild(JSON.stringify(old))).toThrow(coded('damaged-build'))
        expect(checkBuild(recoverBuild(old).build).build).toBeDefined()
      }
  })
})
