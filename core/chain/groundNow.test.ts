import { describe, expect, it } from 'vitest'
import { smallBuild } from '../build/fixture.ts'
import { measured, pathOf, type Build, type Post, type Strap } from '../build/index.ts'
import { solveCircuit, type CircuitElement } from '../circuit/index.ts'
import { familyOf } from '../curve/index.ts'
import { uniformStream } from '../math/index.ts'
import { after } from './edited.ts'
import { assembleChain, prepareChain } from './index.ts'

const small: Build = { ...smallBuild(), measurements: [] }
const LIBRARY = familyOf('thermistor').library[0]!
const names = ['coolant', 'air', 'fuel'] as const
const needs = { range: [0, 120] as [number, number], best: [20, 110] as [number, number] }

/** A vehicle whose grounds are known: unit, sensor ground and block, each strap and load with its numbers. */
function vehicle(seed: number): { build: Build; ohms: number[]; amperes: number[] } {
  const uniform = uniformStream(seed)
  const between = (low: number, high: number): number => low * (high / low) ** uniform()
  const post = (id: string, kind: Post['kind'], device: string | null = null): Post => ({
    ...{ id, name: id, kind, device, along: 0.5 },
  })
  const ohms = [between(1e-3, 0.1), between(1e-3, 0.1), between(0.01, 0.3)]
  const amperes = [between(1, 100), between(0.1, 5)]
  const strap = (i: number, a: string, b: string): Strap => ({
    ...{ id: `s${i}`, name: '', a, b, wire: null, jointA: 'clean', jointB: 'clean', shield: false },
    ohm: { value: ohms[i]!, basis: 'measured', from: [] },
  })
  const build = after(
    small,
    ...names.map((n) => ({
      kind: 'editElement' as const,
      args: {
        id: `el-${n}`,
        patch: { family: 'thermistor', settings: { model: 'auto', assumedCurve: LIBRARY.id } },
      },
    })),
    ...names.map((n) => ({
      kind: 'editChannel' as const,
      args: { id: `ch-${n}`, patch: { needs: { ...needs, accuracy: 2 } } },
    })),
    ...names.map((n) => ({
      kind: 'editRead' as const,
      // its own wire to the sensor ground, and the way on is in it
      args: { id: `rd-${n}`, patch: { wire: { groundOhm: measured(0.5) } } },
    })),
    {
      kind: 'startGround',
      args: {
        posts: [
          ...[post('battery', 'battery'), post('block', 'block')],
          ...[post('earth', 'device', 'unit'), post('sensors', 'sensors', 'unit')],
        ],
        straps: [
          strap(0, 'block', 'battery'),
          strap(1, 'earth', 'block'),
          strap(2, 'sensors', 'earth'),
        ],
        loads: [
          {
            ...{ id: 'l0', name: 'starter', into: 'block', peakA: null, runs: ['on'] },
            ampere: measured(amperes[0]!),
          },
          {
            ...{ id: 'l1', name: 'a lamp on the wrong ground', into: 'sensors', peakA: null },
            ...{ runs: ['on'], ampere: measured(amperes[1]! / 20) },
          },
        ],
        states: [{ id: 'on', name: 'On' }],
        stands: [],
        state: 'on',
      },
    },
  )
  return { build, ohms, amperes }
}

/** Volts at a pin over its device's ground by one solution of straps, loads, pull-ups and sensors. */
function atOnce(
  { ohms, amperes }: Pick<ReturnType<typeof vehicle>, 'ohms' | 'amperes'>,
  of: string,
  celsius: number,
): number {
  const r = (id: string, a: string, b: string, ohm: number): CircuitElement => ({
    ...{ id, kind: 'resistor', a, b, ohm },
  })
  const i = (id: string, to: string, ampere: number): CircuitElement => ({
    ...{ id, kind: 'current', from: 'battery', to, ampere },
  })
  const ohm = (t: number): number => familyOf('thermistor').forward(LIBRARY.curve, t)
  const { voltage } = solveCircuit({
    reference: 'battery',
    elements: [
      ...[r('s0', 'block', 'battery', ohms[0]!), r('s1', 'unit', 'block', ohms[1]!)],
      r('s2', 'sensors', 'unit', ohms[2]!),
      ...[i('l0', 'block', amperes[0]!), i('l1', 'sensors', amperes[1]! / 20)],
      ...names.flatMap((n): CircuitElement[] => [
        { id: `rail ${n}`, kind: 'voltage', plus: `rail ${n}`, minus: 'unit', volt: 5 },
        r(`pull ${n}`, `rail ${n}`, `pin ${n}`, 2490),
        r(`leak ${n}`, `pin ${n}`, 'unit', 1e7),
        r(`signal ${n}`, `pin ${n}`, `high ${n}`, 0.1),
        r(`ntc ${n}`, `high ${n}`, `low ${n}`, ohm(n === of ? celsius : 65)),
        r(`own ${n}`, `low ${n}`, 'sensors', 0.5 - ohms[2]!),
      ]),
    ],
  })
  return voltage[`pin ${of}`]! - voltage.unit!
}

describe('grounds solved first, and handed over with what sensors draw through them', () => {
  it('is what one solution of all is, to a millionth of the reading, in 120 of 120', () => {
    let counted = 0
    let lifted = 0
    for (let seed = 1; seed <= 40; seed++) {
      const told = vehicle(seed)
      for (const of of names) {
        const { spec } = assembleChain(told.build, `rd-${of}`)
        const chain = prepareChain(spec!)
        for (const celsius of [10, 65, 118]) {
          const volt = chain.real.toPin(chain.signalAt(celsius))
          expect(Math.abs(volt - atOnce(told, of, celsius)), `${seed} ${of}`).toBeLessThan(5e-6)
        }
        const alone = { ...told, amperes: told.amperes.map(() => 0) }
        lifted = Math.max(
          lifted,
          atOnce(alone, of, 65) - atOnce({ ...alone, ohms: [1e-9, 1e-9, 1e-9] }, of, 65),
        )
        counted++
      }
    }
    expect(counted).toBe(120)
    // what the sensors draw is no matter of the last digits
    expect(lifted).toBeGreaterThan(1e-4)
  })
  it('says nothing of it where no state is looked at, or somebody measured at the pin', () => {
    const { build } = vehicle(3)
    const offset = (b: Build) =>
      assembleChain(b, 'rd-air')
        .spec!.circuits.at(-1)!
        .elements.find((e) => e.id === 'return rd-air')
    const rest = { ...build, vehicle: { ...build.vehicle, state: null } }
    expect(offset(rest)).toMatchObject({ volt: 0 })
    const typed = after(build, {
      kind: 'editRead',
      args: { id: 'rd-air', patch: { wire: { groundOffsetV: measured(0.0123) } } },
    })
    expect(pathOf(typed, 'rd-air').wired.wire.groundOffsetV.value).toBe(0.0123)
    expect(offset(typed)).toMatchObject({ volt: 0.0123 })
  })
})
