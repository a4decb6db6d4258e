import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { isProven } from '../whole/index.ts'
import { saltmarshNine, tellSaltmarshNine } from '../../demo/saltmarshNine.ts'
import {
  applyChange,
  checkBuild,
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

describe('a file of schema 5', () => {
  it('gets the kind of its channels, in its history too, and nothing is put into parts of one', () => {
    const { build: now } = readBuild(text)
    const gone = now.channels.at(-1)!
    const needs = { ...now.channels[0]!.needs, accuracy: 9 }
    const stamp = (id: string) => ({ id, at: '2026-11-27T10:00:00Z', by: '' })
    const edited = applyChange(
      applyChange(
        now,
        { kind: 'editChannel', args: { id: now.channels[0]!.id, patch: { needs } } },
        stamp('e5'),
      ),
      { kind: 'removeChannel', args: { id: gone.id } },
      stamp('r5'),
    )
    const withoutKind = (_: string, value: unknown): unknown =>
      value !== null && typeof value === 'object' && 'combine' in value
        ? Object.fromEntries(Object.entries(value).filter(([key]) => key !== 'kind'))
        : value
    const old = JSON.parse(writeBuild(edited), withoutKind) as Record<string, unknown>
    expect(JSON.stringify(old)).not.toContain('"kind":"reading"')
    const { build, migratedFrom } = readBuild(JSON.stringify({ ...old, schema: 5 }))
    expect(migratedFrom).toBe(5)
    expect(build).toEqual(edited)
  })
})

describe('a file of schema 7, whose straps knew no shields', () => {
  const now = saltmarshNine()
  const old = JSON.stringify({ ...now, schema: 7 }).replaceAll(/,"shield":(true|false)/g, '')

  it('is what it was, with no shield among its straps, and its history with it', () => {
    const read = readBuild(old).build
    expect(read.straps.map((s) => s.shield)).toEqual(now.straps.map(() => false))
    expect(read.straps.map((s) => s.name)).toEqual(now.straps.map((s) => s.name))
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
    const now = saltmarshNine()
    const old = JSON.stringify({ ...now, schema: 8 }).replaceAll(
      ',"input":null,"gap":null,"dwell":[],"leads":[],"comparator":null',
      '',
    )
    expect(old).not.toContain('"dwell"')
    const { build, migratedFrom } = readBuild(old)
    expect(migratedFrom).toBe(8)
    expect(build).toEqual(now)
  })
})

describe('a file of schema 9, which knew no switches and not what is fitted at a pin', () => {
  it('is what it was, and its history can be walked back through a trigger’s input', () => {
    const sample = tellSaltmarshNine(false)
    const [crank] = sample.triggers
    const usual = {
      ...{ switches: 'ground' as const, lowV: 0.4, sinkA: 0.02, leastA: 0, leakA: 1e-5 },
      ...{ sensorFromV: 4.5, cableF: 1e-9, thresholdLowV: 1.2, thresholdHighV: 2.8, limitV: 12 },
      ...{ batteryV: [6, 15] as [number, number], railTolerance: 0.02, series: 'E24' as const },
      ...{ partTolerance: 0.05, limiterRpm: 7500, fitted: null },
    }
    const input = (patch: object, id: string, build: Build): Build =>
      applyChange(
        build,
        { kind: 'editTriggerInput', args: { id: crank!.id, patch, usual } },
        { id, at: '2026-11-27T10:00:00Z', by: '' },
      )
    const now = input({ limitV: 5.5 }, 'b', input({ lowV: 0.5 }, 'a', sample))
    const without = (_: string, value: unknown): unknown =>
      value !== null && typeof value === 'object' && !Array.isArray(value)
        ? Object.fromEntries(
            Object.entries(value).filter(
              ([key]) =>
                !['onOff', 'leads', 'comparator', 'switches', 'leastA', 'fitted'].includes(key),
            ),
          )
        : value
    const old = JSON.parse(writeBuild(now), without) as Record<string, unknown>
    expect(JSON.stringify(old)).not.toContain('leastA')
    const { build, migratedFrom } = readBuild(JSON.stringify({ ...old, schema: 9 }))
    expect(migratedFrom).toBe(9)
    expect(build).toEqual(now)
    const back = undo(undo(build, stamp()), stamp())
    expect(back.triggers[0]!.input).toBe(null)
    expect(redo(back, stamp()).triggers[0]!.input).toEqual({ ...usual, lowV: 0.5 })
  })
})

describe('a file of schema 10, whose proofs kept a hash', () => {
  const opened = readBuild(readFileSync(new URL('./schema10.test.json', import.meta.url), 'utf8'))

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
  const versions = [1, 2, 3, 4, 5, 6, 7, 8, 9]

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
