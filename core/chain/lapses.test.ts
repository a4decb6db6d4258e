import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { whyLapsed } from '../whole/index.ts'
import {
  applyChange,
  type Build,
  checkBuild,
  type DeviceTable,
  type Edited,
  isWired,
  measured,
  pathOf,
} from '../build/index.ts'
import { isReaderProven, lapsesOf, readStatus, walkForward } from './index.ts'
import { chainOf } from './edited.ts'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'

const build = saltmarshNine()
const READ = 'rd-coolant'
const { wired: read, channel } = pathOf(build, READ)
const NEED = channel.needs.accuracy
let made = 0
const after = (b: Build, ...edits: Edited[]): Build =>
  edits.reduce(
    (x, edit) => applyChange(x, edit, { id: `l-${++made}`, at: '2026-11-28T10:00:00Z', by: '' }),
    b,
  )
const wire = (ohm: number): Edited => ({
  kind: 'editRead',
  args: { id: READ, patch: { wire: { signalOhm: measured(ohm) } } },
})
const table = build.devices.flatMap((d) => d.inputs).find((i) => i.id === read.input)!.table!
const raised = (by: number): Edited => {
  const entered = { ...table.entered!, y: table.entered!.y.map((y) => y + by) }
  return { kind: 'enterTable', args: { input: read.input, entered } }
}

describe('a proof', () => {
  it('holds while nothing moves the reading by more than a tenth of what is needed', () => {
    expect(whyLapsed(build, READ)).toEqual([])
    expect(whyLapsed(after(build, raised(0.09 * NEED)), READ)).toEqual([])
    expect(isReaderProven(after(build, raised(0.09 * NEED)), READ)).toBe(true)
  })
  it('says what changed, when, and by how much that moves the reading', () => {
    const [why, ...more] = whyLapsed(after(build, raised(1)), READ)
    expect([why, more]).toEqual(['table of pin 14 changed on 28 Nov: up to +1.0 °C', []])
    expect(whyLapsed(after(build, wire(2)), READ)).toEqual([
      expect.stringMatching(/^wires of the sensor changed on 28 Nov: up to −0\.\d °C$/),
    ])
  })
  it('names each of several changes, and not one that moves nothing', () => {
    const both = after(build, raised(1), wire(2), {
      kind: 'editRead',
      args: { id: READ, patch: { face: { name: 'Water' } } },
    })
    const [proof] = both.proofs.filter((p) => p.read === READ)
    const lapses = lapsesOf(both, READ, proof!)
    expect(lapses.map((l) => l.what)).toEqual(['table of pin 14', 'wires of the sensor'])
    // put in by hand, each moves the reading by as much
    const here = walkForward(chainOf(both, READ), 20).shown
    const there = walkForward(chainOf(after(build, wire(2)), READ), 20).shown
    expect(here - there).toBeCloseTo(lapses[0]!.by!, 1)
  })
  it('lapses where a part was replaced, however alike', () => {
    const { input } = read
    const other = build.devices.flatMap((d) => d.inputs).find((i) => i.id === input)!
    const moved: Build = {
      ...build,
      devices: build.devices.map((d) => ({
        ...d,
        inputs: d.inputs.map((i) => (i.id === other.id ? { ...i, id: 'another' } : i)),
      })),
      channels: build.channels.map((c) => ({
        ...c,
        reads: c.reads.map((r) =>
          isWired(r) && r.input === input ? { ...r, input: 'another' } : r,
        ),
      })),
    }
    expect(whyLapsed(moved, READ)).toEqual(['It is read at another pin'])
    const out = after(build, { kind: 'enterTable', args: { input, entered: null } })
    expect(whyLapsed(out, READ)).toEqual(['The table was taken out'])
  })
  it('lapses where what was read for it was struck, and comes back with it', () => {
    const [id] = build.proofs.find((p) => p.read === READ)!.measurements as [string]
    const at = '2026-11-28T10:00:00Z'
    const struck = after(build, { kind: 'strikeMeasurement', args: { id, at, why: '' } })
    expect(whyLapsed(struck, READ)).toEqual(['What was read for it was struck'])
    const back = after(struck, { kind: 'restoreMeasurement', args: { id } })
    expect(whyLapsed(back, READ)).toEqual([])
  })
  it('of what was never proven has no reason', () => {
    expect(whyLapsed(build, 'rd-air')).toEqual([])
  })
})

describe('a proof that an older Echt kept as a hash', () => {
  const ten = JSON.parse(
    readFileSync(new URL('../build/schema10.test.json', import.meta.url), 'utf8'),
  ) as { devices: { id: string; inputs: { id: string; table: DeviceTable | null }[] }[] } & Record<
    'changes',
    unknown[]
  >

  it('keeps what was in force at its time, by the history', () => {
    const { build: opened } = checkBuild(structuredClone(ten))
    const kept = opened.proofs.find((p) => p.read === READ)!.inForce!
    const now = build.proofs.find((p) => p.read === READ)!.inForce!
    expect([kept.points, kept.read, kept.pin]).toEqual([now.points, now.read, now.pin])
    expect(kept.input.table).toEqual(now.input.table)
    expect(isReaderProven(opened, READ)).toBe(true)
    expect(readStatus(opened, pathOf(opened, READ).read).state).toBe('proven')
  })
  it('lapses by what was changed since, as one of today does', () => {
    const file = structuredClone(ten)
    const own = file.devices.flatMap((d) => d.inputs).find((i) => i.id === read.input)!.table!
    const before = own.entered!
    own.entered = { ...before, y: before.y.map((y) => y + 1) }
    const place = ['inputs', read.input, 'table', 'entered']
    file.changes.push({
      ...{ id: 'raised', at: '2026-11-28T10:00:00Z', by: '', kind: 'enterTable' },
      edits: [{ in: 'devices', id: 'engine-unit', path: place, before, after: own.entered }],
    })
    const { build: opened } = checkBuild(file)
    expect(whyLapsed(opened, READ)).toEqual(['table of pin 14 changed on 28 Nov: up to +1.0 °C'])
  })
})
