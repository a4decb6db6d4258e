import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isAnotherKind, isPair, isPlainObject, isWhole, patched } from './patch.ts'

/** Things as a record holds them: objects of objects, lists, pairs and plain values, under names of no meaning. */
const { thing } = fc.letrec<{ thing: unknown }>((tie) => ({
  thing: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    fc.integer(),
    fc.string(),
    fc.constant(null),
    fc.boolean(),
    fc.array(fc.string(), { maxLength: 3 }),
    fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), tie('thing'), { maxKeys: 4 }),
  ),
}))
const record = fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), thing, { maxKeys: 4 })

describe('a patch laid over a thing', () => {
  it('changes what it names and nothing else, and the thing itself never', () => {
    fc.assert(
      fc.property(record, record, (before, patch) => {
        const kept = structuredClone(before)
        const after = patched(before, patch)
        expect(before).toEqual(kept)
        for (const key of Object.keys(before))
          if (!(key in patch)) expect(after[key]).toEqual(before[key])
        for (const [key, value] of Object.entries(patch))
          if (!isPlainObject(value) || !isPlainObject(before[key]))
            expect(after[key]).toEqual(value)
        expect(Object.keys(after).sort()).toEqual(
          [...new Set([...Object.keys(before), ...Object.keys(patch)])].sort(),
        )
      }),
      { seed: 11 },
    )
  })
  it('laid twice is laid once, and a thing laid over itself changes nothing', () => {
    fc.assert(
      fc.property(record, record, (before, patch) => {
        const once = patched(before, patch)
        expect(patched(once, patch)).toEqual(once)
        expect(patched(before, before)).toEqual(before)
      }),
      { seed: 12 },
    )
  })
  it('that two hands lay on other fields comes out the same whoever was first', () => {
    const before = { name: 'Oil', needs: { range: [0, 10], accuracy: 0.2 }, note: '' }
    const [a, b] = [{ needs: { accuracy: 0.1 } }, { name: 'Oil, gallery' }]
    expect(patched(patched(before, a), b)).toEqual(patched(patched(before, b), a))
  })
  it('changes one end of a pair, and leaves the other', () => {
    const before = { range: [0, 100] as [number, number] }
    expect(patched(before, { range: { 1: 120 } as never })).toEqual({ range: [0, 120] })
    expect(patched(before, { range: { 0: -40 } as never })).toEqual({ range: [-40, 100] })
    expect(patched(before, { range: [5, 6] })).toEqual({ range: [5, 6] })
  })
  it('replaces what is one value as a whole', () => {
    const before = { fitted: { upOhm: 2200, downOhm: 4700 }, input: { lowV: 1, highV: 3 } }
    expect(patched(before, { fitted: { upOhm: 1000 } as never, input: { lowV: 1.2 } })).toEqual({
      fitted: { upOhm: 1000 },
      input: { lowV: 1.2, highV: 3 },
    })
    expect([isWhole('fitted'), isWhole('input')]).toEqual([true, false])
  })
  it('says nothing of what is left undefined, and takes null for a value', () => {
    const before = { name: 'Oil', device: 'unit' as string | null }
    expect(patched(before, { name: undefined as never, device: null })).toEqual({
      name: 'Oil',
      device: null,
    })
  })
  it('of another kind of sender keeps nothing of the one before', () => {
    const before = { sender: { kind: 'thermistor', r25: 2200, model: 'beta' } }
    const after = patched(before, { sender: { kind: 'platinum', r0: 100 } as never })
    expect(after.sender).toEqual({ kind: 'platinum', r0: 100 })
    expect(isAnotherKind('sender', before.sender, { kind: 'thermistor' })).toBe(false)
    expect(isAnotherKind('sender', before.sender, { r25: 5000 })).toBe(false)
    expect(isAnotherKind('device', before.sender, { kind: 'platinum' })).toBe(false)
  })
  it('knows a pair of numbers from a list', () => {
    expect([[1, 2], [1], [1, 2, 3], ['1', 2], null, { 0: 1, 1: 2 }].map(isPair)).toEqual([
      ...[true, false, false, false, false, false],
    ])
  })
})
