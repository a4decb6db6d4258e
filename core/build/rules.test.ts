import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { logbook } from '../logbook/index.ts'
import { coded } from '../coded.fixture.ts'
import { applyEdits, diffBuilds } from './diff.ts'
import { describeDifferences } from './compare.ts'
import { assumed, type Build, checkBuild, createBuild, recoverBuild } from './index.ts'
import { COLLECTIONS, LISTS, type Collection } from './limits.ts'
import { rulesOf, type Kind } from './rules.ts'

const car = saltmarshNine()
const sample: Build = {
  ...car,
  changes: [],
  // nobody drew a wire in it yet
  wires: [
    {
      ...{ id: 'wire', name: 'sensor ground', kind: 'ground', colour: 'black' },
      ...{ from: 'el-oil-2', to: car.posts[0]!.id, ohm: assumed(0.1), doubtOhm: null },
    },
  ],
}

/** A build without one thing, or without one part of a thing. */
function without(build: Build, to: Kind, id: string): Build {
  const dropped = <T extends { id: string }>(list: readonly T[]): T[] =>
    list.filter((t) => t.id !== id)
  if (to === 'inputs')
    return { ...build, devices: build.devices.map((d) => ({ ...d, inputs: dropped(d.inputs) })) }
  if (to === 'pins') {
    const bare = <T extends { pins: { id: string }[] }>(t: T): T => ({
      ...t,
      pins: dropped(t.pins),
    })
    return { ...build, devices: build.devices.map(bare), elements: build.elements.map(bare) }
  }
  if (to === 'reads')
    return { ...build, channels: build.channels.map((c) => ({ ...c, reads: dropped(c.reads) })) }
  return { ...build, [to]: dropped(build[to] as { id: string }[]) }
}

describe.each(COLLECTIONS.filter((c) => rulesOf(c).refers !== undefined))('%s', (collection) => {
  // what the first few things of the sample refer to, each once
  const named = sample[collection]
    .flatMap((thing) => rulesOf(collection).refers!(thing))
    .filter((r, i, all) => all.findIndex((o) => o.id === r.id) === i)

  it('that refer to what is not there are refused in words, and mended without it', () => {
    for (const { to, id } of named.slice(0, 12))
      for (const kind of [to].flat() as Kind[]) {
        const broken = without(sample, kind, id)
        if (JSON.stringify(broken) === JSON.stringify(sample)) continue
        expect(() => checkBuild(broken)).toThrow(coded('damaged-build'))
        const { build } = recoverBuild(broken)
        expect(checkBuild(build).build).toEqual(build)
        // what led nowhere was left out, or goes on without it
        expect(JSON.stringify({ ...build, changes: [] })).not.toContain(`"${id}"`)
      }
  })
})

/** One of each: what the sample has, or what this makes. */
const oneOf = (collection: Collection): { id: string } => sample[collection][0]!

it.each(COLLECTIONS)(
  '%s: one that came is compared, kept by the history and spoken of',
  (where) => {
    const thing = oneOf(where)
    const before: Build = { ...sample, [where]: sample[where].filter((t) => t.id !== thing.id) }
    const edits = diffBuilds(before, sample)
    expect(edits.map((e) => [e.in, e.id])).toEqual([[where, thing.id]])
    expect(applyEdits(before, edits)[where]).toEqual(sample[where])
    const [one, many] = LISTS[where].noun
    expect(describeDifferences(before, sample)[0]!.text).toMatch(
      new RegExp(`^1 (${one}|${many}) only`),
    )
    const change = { id: 'c', at: '2026-11-27T10:00:00Z', by: '', kind: 'added', edits }
    const said = logbook({ ...sample, measurements: [], proofs: [], changes: [change] } as Build)
    const spoken = said.filter((e) => e.id === 'c').map((e) => e.said)
    if (LISTS[where].spoken === null) expect(spoken.length).toBeLessThan(2)
    else expect(spoken).toMatchObject([{ kind: 'added', thing: where }])
  },
)

it('an empty build has every list', () => {
  const empty = createBuild('e', 'Empty', '2026-11-27T10:00:00Z')
  for (const collection of COLLECTIONS) expect(empty[collection]).toEqual([])
  expect(checkBuild(empty).build).toEqual(empty)
  const other = createBuild('o', 'Other', '2026-11-27T10:00:00Z')
  for (const collection of COLLECTIONS) expect(other[collection]).not.toBe(empty[collection])
})
