import fc from 'fast-check'
import { Matrix, solve } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { uniformStream } from '../math/index.ts'
import { factorConductances, type Conductance } from './conductances.ts'

/** A network that leads to the reference from everywhere: a tree, and some wires across it. */
function network(seed: number, size: number, across: number): Conductance[] {
  const uniform = uniformStream(seed)
  const siemens = (): number => 10 ** (4 * uniform() - 1)
  const below = (n: number): number => Math.floor(uniform() * n)
  const tree = Array.from({ length: size }, (_, a) => ({
    a,
    b: below(a + 1) - 1,
    siemens: siemens(),
  }))
  const more = Array.from({ length: across }, () => ({
    a: below(size),
    b: below(size + 1) - 1,
    siemens: siemens(),
  }))
  return [...tree, ...more]
}

/** The same by the whole matrix of the library. */
function dense(size: number, wires: readonly Conductance[], amperes: readonly number[]): number[] {
  const G = Matrix.zeros(size, size)
  const add = (i: number, j: number, v: number): void => {
    if (i >= 0 && j >= 0) G.set(i, j, G.get(i, j) + v)
  }
  for (const { a, b, siemens } of wires) {
    if (a === b) continue
    add(a, a, siemens)
    add(b, b, siemens)
    add(a, b, -siemens)
    add(b, a, -siemens)
  }
  return solve(G, Matrix.columnVector([...amperes])).to1DArray()
}

describe('a network of resistors', () => {
  it('has the volts that its whole matrix gives, of any shape up to 300 nodes', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 300 }),
        fc.integer({ min: 0, max: 120 }),
        fc.integer(),
        (size, across, seed) => {
          const wires = network(seed, size, across)
          const uniform = uniformStream(seed + 1)
          const amperes = Array.from({ length: size }, () => 2 * uniform() - 1)
          const volts = factorConductances(size, wires)(amperes)
          const reference = dense(size, wires, amperes)
          const most = Math.max(...reference.map(Math.abs))
          volts.forEach((v, i) => expect(Math.abs(v - reference[i]!)).toBeLessThan(1e-9 * most))
        },
      ),
      { numRuns: 30 },
    )
  })

  it('keeps small volts beside large ohms: what a whole matrix rounds away', () => {
    // a milliohm to the reference, a teraohm beside it
    const volts = factorConductances(2, [
      { a: 0, b: -1, siemens: 1e3 },
      { a: 1, b: 0, siemens: 1e-12 },
    ])([1, 1e-9])
    expect(volts[0]).toBeCloseTo(1.000000001e-3, 15)
    expect(volts[1]! / (1e3 + 1e-3)).toBeCloseTo(1, 12)
  })

  it('answers nothing of no nodes, and refuses a node that leads nowhere', () => {
    expect(factorConductances(0, [])([])).toEqual([])
    expect(() => factorConductances(2, [{ a: 0, b: -1, siemens: 1 }])).toThrow(
      coded('singular-circuit'),
    )
  })

  it('is little changed by a wire twice: two side by side are one of both', () => {
    const one = factorConductances(1, [{ a: 0, b: -1, siemens: 4 }])([1])
    const two = factorConductances(1, [
      { a: 0, b: -1, siemens: 3 },
      { a: -1, b: 0, siemens: 1 },
    ])([1])
    expect(two[0]).toBeCloseTo(one[0]!, 14)
  })
})
