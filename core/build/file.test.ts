import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { compiledSchema, compiledSettings } from '../../scripts/compile-schema.ts'
import { readFileSync } from 'node:fs'
import {
  type Build,
  fileNameOf,
  hashOf,
  readBuild,
  SCHEMA,
  wiredReads,
  writeBuild,
} from './index.ts'
import { orElse } from '../error.ts'

const sample = saltmarshNine()
const text = writeBuild(sample)
const damaged = (change: (b: Record<string, never[]> & Build) => unknown): string => {
  const copy = JSON.parse(text)
  change(copy)
  return JSON.stringify(copy)
}

/** A file that schema 10 wrote, changed to what an older one knew. */
const ten = readFileSync(new URL('./schema10.test.json', import.meta.url), 'utf8')
const tenth = readBuild(ten).build
const older = (change: (b: Record<string, never[]> & Build) => unknown): string => {
  const copy = JSON.parse(ten)
  change(copy)
  return JSON.stringify(copy)
}

describe('the file', () => {
  it('round trip is exact, to the byte', () => {
    const { build, migratedFrom } = readBuild(text)
    expect(build).toEqual(sample)
    expect(migratedFrom).toBeNull()
    expect(writeBuild(build)).toBe(text)
  })
  it('keeps families it does not know', () => {
    const strange = damaged((b) => {
      b.elements.push({
        id: 'el-x',
        name: 'x',
        family: 'flux',
        settings: { deep: { anything: [1, 2] } },
        pins: [],
      } as never)
    })
    expect(readBuild(strange).build.elements.at(-1)!.settings).toEqual({
      deep: { anything: [1, 2] },
    })
  })
  it('is named after the build', () => {
    expect(fileNameOf(sample)).toBe('saltmarsh-nine.echt.json')
    expect(fileNameOf({ ...sample, name: '../../é ☃' })).toBe('e.echt.json')
    expect(fileNameOf({ ...sample, name: '☃' })).toBe('build.echt.json')
  })
  it('of schema 1 is brought up', () => {
    const old = older((b) => {
      ;(b as { schema: number }).schema = 1
      for (const i of b.instruments as { accuracy: Record<string, unknown> }[]) {
        delete i.accuracy.offset
        delete i.accuracy.commonShare
      }
      for (const c of b.channels as { reads: { wire: Record<string, unknown> }[] }[])
        for (const r of c.reads) delete r.wire.groundOffsetV
    })
    const { build, migratedFrom } = readBuild(old)
    expect(migratedFrom).toBe(1)
    expect(build.schema).toBe(SCHEMA)
    // what a file says of its kinds stays
    expect(build.channels.map((c) => c.kind)).toEqual(tenth.channels.map((c) => c.kind))
    expect(build.instruments[0]!.accuracy).toEqual({
      percent: 0.5,
      digits: 2,
      offset: 0,
      commonShare: 0.8,
    })
    expect(wiredReads(build.channels[0]!)[0]!.wire.groundOffsetV).toEqual({
      value: 0,
      basis: 'assumed',
      from: [],
    })
  })

  it('of schema 2 is brought up: volts and digits for what it did not say, cold and hot for the ends', () => {
    const old = older((b) => {
      ;(b as { schema: number }).schema = 2
      for (const d of b.devices)
        for (const i of d.inputs as unknown as Record<string, unknown>[]) {
          for (const key of ['signal', 'counter', 'sensorSupply', 'differential']) delete i[key]
          if (i.table)
            Object.assign(i.table, {
              onOpen: { show: 'cold', value: null },
              onShort: { show: 'hot', value: null },
            })
        }
      for (const c of b.channels)
        for (const r of c.reads)
          for (const key of ['unit', 'needle', 'dampingS', 'warning'])
            delete (r.face as unknown as Record<string, unknown>)[key]
    })
    const { build, migratedFrom } = readBuild(old)
    expect(migratedFrom).toBe(2)
    const input = build.devices[0]!.inputs[0]!
    expect(input).toMatchObject({
      signal: 'voltage',
      counter: null,
      differential: false,
      sensorSupply: { toReference: true },
    })
    expect([input.table!.onOpen.show, input.table!.onShort.show]).toEqual(['low', 'high'])
    expect(build.channels[0]!.reads[0]!.face).toEqual({
      name: 'coolant',
      decimals: 1,
      unit: null,
      needle: null,
      dampingS: 0,
      warning: null,
    })
  })

  it('of schema 3 is brought up: the fuel moves from the sensor to the vehicle', () => {
    const asThree = (ethanol?: number): string =>
      older((b) => {
        ;(b as { schema: number }).schema = 3
        delete (b.vehicle as Partial<typeof b.vehicle>).ethanol
        if (ethanol !== undefined)
          b.elements.find((e) => e.family === 'lambda')!.settings.ethanol = ethanol
      })
    const { build, migratedFrom } = readBuild(asThree(85))
    expect([migratedFrom, build.vehicle.ethanol]).toEqual([3, 0.85])
    expect(build.elements.find((e) => e.family === 'lambda')!.settings).not.toHaveProperty(
      'ethanol',
    )
    expect(build.elements).toEqual(tenth.elements)
    expect(readBuild(asThree()).build.vehicle.ethanol).toBe(0.05)
  })
  it('of schema 3 keeps its tank, its sender and its straight pipe, under the names of today', () => {
    const three = JSON.parse(ten) as {
      schema: number
      elements: { id: string; settings: Record<string, unknown> }[]
    }
    three.schema = 3
    const of = (id: string) => three.elements.find((e) => e.id === id)!
    of('el-fuel').settings.sender = {
      kind: 'straight',
      lowMm: 0,
      highMm: 300,
      emptyOhm: 12,
      fullOhm: 178,
    }
    of('el-fuel').settings.secondHalf = {
      tank: of('el-fuel').settings.tank,
      sender: { kind: 'straight', lowMm: 0, highMm: 300, emptyOhm: 5, fullOhm: 90 },
    }
    of('el-air-flow').settings = { boreMm: 60, straightMm: 0.18 }
    const { build } = readBuild(JSON.stringify(three)),
      now = (id: string) => build.elements.find((e) => e.id === id)!.settings
    expect(now('el-fuel').sender).toEqual({
      kind: 'straight',
      lowMm: 0,
      highMm: 300,
      emptySignal: 12,
      fullSignal: 178,
    })
    expect(now('el-fuel').secondHalf).toMatchObject({ sender: { emptySignal: 5, fullSignal: 90 } })
    expect(now('el-air-flow')).toEqual({ boreM: 0.06, straightM: 0.18 })
  })

  it.each([
    ['not-json', text.slice(0, text.length / 2), /cut short/],
    ['not-json', 'hello', /not JSON/],
    ['not-json', '', /cut short/],
    ['not-a-build', '[]', /not an Echt build/],
    ['not-a-build', '{"schema":"2"}', /schema version/],
    ['not-a-build', 'null', /not an Echt build/],
    ['newer-schema', '{"schema":99}', /newer Echt.*schema 99/],
    ['too-deep', '['.repeat(100_000), /nested/],
    ['too-deep', `{"a":`.repeat(200) + '1' + '}'.repeat(200), /nested/],
    ['too-large', ' '.repeat(400_000_001), /400 MB/],
    [
      'damaged-build',
      damaged((b) => {
        b.channels[0]!.needs.accuracy = '2' as never
      }),
      /channels, 1 "Coolant, block outlet", needs, accuracy is "2": it must be a number/,
    ],
    [
      'damaged-build',
      damaged((b) => {
        b.channels[0]!.needs.range = [125, -10]
      }),
      /runs from 125 to -10/,
    ],
    [
      'damaged-build',
      damaged((b) => {
        delete (b as { devices?: unknown }).devices
      }),
      /devices/,
    ],
    [
      'damaged-build',
      damaged((b) => {
        b.elements[1]!.id = b.elements[0]!.id
      }),
      /same id "el-coolant"/,
    ],
    [
      'damaged-build',
      damaged((b) => {
        wiredReads(b.channels[0]!)[0]!.input = 'nowhere'
      }),
      /input that is not there/,
    ],
    [
      'damaged-build',
      damaged((b) => {
        b.measurements[0]!.about = { kind: 'point', element: 'nowhere' }
      }),
      /not there/,
    ],
    [
      'damaged-build',
      damaged((b) => {
        ;(b as unknown as Record<string, number>).extra = 1
      }),
      /"extra"/,
    ],
    [
      'damaged-build',
      damaged((b) => {
        b.devices[0]!.inputs[0]!.table!.entered!.x.reverse()
      }),
      /does not rise/,
    ],
    [
      'damaged-build',
      damaged((b) => {
        b.devices[0]!.inputs[0]!.table!.entered!.y.pop()
      }),
      /16 axis cells and 15 values/,
    ],
    [
      'damaged-build',
      damaged((b) => {
        b.changes[1]!.id = b.changes[0]!.id
      }),
      /history/,
    ],
    [
      'damaged-build',
      damaged((b) => {
        b.measurements[0]!.readings[0]!.value = null as never
      }),
      /measurements, 1/,
    ],
  ] as [string, string, RegExp][])('damaged or hostile: %s', (code, file, message) => {
    expect(() => readBuild(file)).toThrow(
      expect.objectContaining({ code, message: expect.stringMatching(message) }),
    )
  })
  it('does not let a file reach the prototype of objects', () => {
    const hostile = text.replace('"settings": {', '"settings": {"__proto__": {"polluted": 1},')
    // refused is fine too
    orElse(() => readBuild(hostile), null)
    expect(({} as Record<string, unknown>).polluted).toBeUndefined()
  })
})

it('hashes do not depend on the order of keys', () => {
  expect(hashOf({ a: 1, b: [1, 2] })).toBe(hashOf({ b: [1, 2], a: 1 }))
  expect(hashOf({ a: 1 })).not.toBe(hashOf({ a: 2 }))
})

it.each([
  ['./validate.generated.js', compiledSchema],
  ['../curve/settings.generated.js', compiledSettings],
])('%s is what its schemas compile to', (file, compiled) => {
  expect(readFileSync(new URL(file, import.meta.url), 'utf8')).toBe(compiled())
})
