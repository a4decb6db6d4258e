import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { uniformStream } from '../math/index.ts'
import { preferredValues } from '../standards/index.ts'
import { designSwitchedInput, switchedInput, type SwitchedInputTask } from './switched.ts'

const TASK: SwitchedInputTask = {
  ...{ lowV: 0.4, sinkA: 0.02, leakA: 10e-6, sensorFromV: 4.5, cableF: 1.5e-9 },
  ...{ thresholdLowV: 1.2, thresholdHighV: 2.8, limitV: 15, batteryV: [6, 15] },
  ...{ railTolerance: 0.02, series: 'E12', partTolerance: 0.05 },
  ...{ edgesHz: 4000, switches: 'ground', leastA: 0 },
}

/** The pin solved by its node, not by the formula of the code: currents into it add up to nothing. */
function highAt(railV: number, up: number, down: number | null, leakA: number): number {
  let [low, high] = [0, railV]
  for (let i = 0; i < 60; i++) {
    const v = (low + high) / 2
    const into = (railV - v) / up - (down === null ? 0 : v / down) - leakA
    if (into > 0) low = v
    else high = v
  }
  return (low + high) / 2
}

/** Leakage and loss, each none or all that is stated. */
const bothOf = ({ leakA, lowV }: SwitchedInputTask): [number, number][] => [
  [0, 0],
  [0, lowV],
  [leakA, 0],
  [leakA, lowV],
]

/** The least margin of parts in every corner, gone through one by one. */
function marginOf(task: SwitchedInputTask, up: number, down: number | null, battery: boolean) {
  let [least, sink, slow] = [Infinity, 0, 0]
  const rails = battery ? task.batteryV : [1, -1].map((s) => 5 * (1 + s * task.railTolerance))
  for (const railV of rails)
    for (const a of [-1, 1])
      for (const b of [-1, 1])
        for (const [leakA, lossV] of bothOf(task)) {
          const [u, d] = [
            up * (1 + a * task.partTolerance),
            down && down * (1 + b * task.partTolerance),
          ]
          const high = highAt(railV, u, d, leakA)
          least = Math.min(
            least,
            high - task.thresholdHighV,
            task.thresholdLowV - lossV,
            task.limitV - high,
          )
          sink = Math.max(sink, (railV - lossV) / u - (d ? lossV / d : 0))
          const tau = (d ? (u * d) / (u + d) : u) * task.cableF
          // the rise, a step at a time
          let [v, t] = [lossV, 0]
          const step = tau / 400
          while (v < task.thresholdHighV && t < 40 * tau) {
            v += ((high - v) / tau) * step
            t += step
          }
          slow = Math.max(slow, v < task.thresholdHighV ? Infinity : t)
        }
  return { least, sink, slow }
}

describe('the input of what switches to ground', () => {
  const designs = designSwitchedInput(TASK)
  const by = (school: string) => designs.find((d) => d.school === school)!

  it('tries every school, best margin first', () => {
    expect(new Set(designs.map((d) => d.school)).size).toBe(4)
    for (let i = 1; i < designs.length; i++)
      expect(designs[i]!.marginV).toBeLessThanOrEqual(designs[i - 1]!.marginV)
  })

  it.each(['pull-up', 'divider'] as const)(
    '%s: no other parts of the series leave more in their worst corner',
    (school) => {
      const found = by(school)
      const battery = school === 'divider'
      const own = marginOf(TASK, found.upOhm, found.downOhm, battery)
      expect(found.marginV).toBeCloseTo(own.least, 6)
      expect(own.sink).toBeLessThanOrEqual(TASK.sinkA)
      expect(found.delayS / own.slow).toBeCloseTo(1, 1)
      const values = preferredValues('E12', 220, 100_000)
      for (const up of values)
        for (const down of battery ? values.filter((_, i) => i % 2 === 0) : [null]) {
          const other = marginOf(TASK, up, down, battery)
          if (other.sink > TASK.sinkA || other.slow > 0.24 / TASK.edgesHz) continue
          expect(other.least).toBeLessThanOrEqual(found.marginV + 1e-6)
        }
    },
    60_000,
  )

  it('holds its margin wherever tolerances and battery lie between their ends', () => {
    const uniform = uniformStream(5)
    const off = (t: number): number => 1 + t * (2 * uniform() - 1)
    for (const { school, upOhm, downOhm, marginV } of [by('pull-up'), by('divider')])
      for (let i = 0; i < 500; i++) {
        const railV = school === 'divider' ? 6 + 9 * uniform() : 5 * off(TASK.railTolerance)
        const high = highAt(
          railV,
          upOhm * off(TASK.partTolerance),
          downOhm && downOhm * off(TASK.partTolerance),
          TASK.leakA * uniform(),
        )
        expect(Math.min(high - TASK.thresholdHighV, TASK.limitV - high)).toBeGreaterThanOrEqual(
          marginV - 1e-6,
        )
      }
  })

  it('of parts with the same margin takes those whose delay harms nothing, and of these what carries least', () => {
    const slow = { ...TASK, edgesHz: 60, leakA: 0, cableF: 2e-9 }
    const of = (task: SwitchedInputTask) =>
      designSwitchedInput(task).find((d) => d.school === 'pull-up')!
    const [any, quick] = [of(slow), of({ ...slow, harmlessS: 3e-6 })]
    expect(quick.marginV).toBeCloseTo(any.marginV, 9)
    expect(any.upOhm).toBeGreaterThan(10_000)
    expect(quick.delayS).toBeLessThan(3e-6)
    // the next part of the series would be slower than that
    expect(quick.delayS * 1.21).toBeGreaterThan(3e-6)
  })
  it('leaves out a sensor that does not live on 5 V, and a contact, which lives on nothing', () => {
    const twelve = designSwitchedInput({ ...TASK, sensorFromV: 8 })
    expect(twelve.map((d) => d.school)).not.toContain('sensor-on-5v')
    const contact = designSwitchedInput({ ...TASK, sensorFromV: 0 })
    expect(contact.map((d) => d.school)).toEqual(
      ['pull-up', 'divider', 'trimmed'].sort((a, b) => by(b).marginV - by(a).marginV),
    )
  })

  it('says where a school has no margin, and refuses what cannot be', () => {
    const high = designSwitchedInput({ ...TASK, thresholdHighV: 4.95, limitV: 6 })
    expect(high.some((d) => d.says.some((s) => s.code === 'no-margin'))).toBe(true)
    for (const wrong of [
      { batteryV: [15, 6] as const },
      { thresholdLowV: 3 },
      { partTolerance: -0.1 },
    ])
      expect(() => designSwitchedInput({ ...TASK, ...wrong })).toThrow(coded('bad-range'))
    expect(() => designSwitchedInput({ ...TASK, cableF: 0 })).toThrow(coded('not-positive'))
    expect(() => designSwitchedInput({ ...TASK, lowV: NaN })).toThrow(coded('not-a-number'))
    expect(() => designSwitchedInput({ ...TASK, cableF: 1e-3 })).toThrow(coded('no-pull-up'))
  })
})

describe('the input of a contact to the battery', () => {
  const task: SwitchedInputTask = {
    ...TASK,
    ...{ switches: 'battery', lowV: 0.2, leastA: 0.001, sensorFromV: 0, edgesHz: 10, cableF: 2e-9 },
    // a battery that swings less than from cranking to charging: no divider holds both
    ...{ leakA: 5e-5, limitV: 5.2, batteryV: [9, 15] },
  }
  /** Its pin solved by its node: closed through the contact, or open with what leaks. */
  const pinV = (
    [railV, lossV]: [number, number],
    up: number,
    down: number,
    into: number,
    closed: boolean,
  ): number => {
    let [low, high] = [-1, railV + 1]
    for (let i = 0; i < 60; i++) {
      const v = (low + high) / 2
      const sum = (closed ? (railV - lossV - v) / up : into) - v / down
      if (sum > 0) low = v
      else high = v
    }
    return (low + high) / 2
  }
  /** The least margin of parts and their least current, corner by corner. */
  const worst = (up: number, down: number) => {
    let [margin, ampere, most, through] = [Infinity, Infinity, 0, true]
    for (const railV of task.batteryV)
      for (const a of [0.95, 1.05])
        for (const b of [0.95, 1.05])
          for (const [leakA, lossV] of bothOf(task)) {
            const high = pinV([railV, lossV], up * a, down * b, 0, true)
            const low = pinV([railV, lossV], up * a, down * b, leakA, false)
            margin = Math.min(
              margin,
              high - task.thresholdHighV,
              task.thresholdLowV - low,
              task.limitV - high,
            )
            ampere = Math.min(ampere, high / (down * b))
            most = Math.max(most, high / (down * b))
            through &&= high > task.thresholdHighV && low < task.thresholdLowV
          }
    return { margin, ampere, most, through }
  }

  it('finds the divider that leaves the most, with enough current for the contact', () => {
    const [best] = designSwitchedInput(task)
    expect(best!.school).toBe('from-battery')
    const own = worst(best!.upOhm, best!.downOhm!)
    expect(best!.marginV).toBeCloseTo(own.margin, 6)
    expect(own.ampere).toBeGreaterThanOrEqual(task.leastA)
    const values = preferredValues('E12', 220, 100_000)
    for (const up of values)
      for (const down of values) {
        const other = worst(up, down)
        if (other.ampere < task.leastA || other.most > task.sinkA || !other.through) continue
        expect(other.margin).toBeLessThanOrEqual(best!.marginV + 1e-6)
      }
  })
  it('says what parts from the drawer lack: margin, current, time', () => {
    const codes = (upOhm: number, downOhm: number, change = {}) =>
      switchedInput({ ...task, ...change }, { school: 'from-battery', upOhm, downOhm }).says.map(
        (s) => s.code,
      )
    expect(codes(100_000, 10_000)).toEqual(
      expect.arrayContaining(['no-margin', 'too-little', 'follows-battery']),
    )
    expect(codes(220, 220, { sinkA: 0.01 })).toContain('too-much')
    expect(codes(22_000, 10_000, { edgesHz: 1e5 })).toContain('too-slow')
    expect(() => switchedInput(task, { school: 'from-battery', upOhm: 0, downOhm: 1 })).toThrow(
      coded('not-positive'),
    )
  })
  it('what parts from the drawer give is what the design of the same parts gives', () => {
    for (const design of designSwitchedInput(TASK)) {
      const { school, upOhm, downOhm } = design
      expect(switchedInput(TASK, { school, upOhm, downOhm })).toEqual(design)
    }
  })
})

it('no sensor, battery and parts within what is stated leave less than is said, whatever the school', () => {
  const uniform = uniformStream(5)
  const within = (low: number, high: number): number => low + (high - low) * uniform()
  for (const design of designSwitchedInput({ ...TASK, lowV: 0.8 })) {
    const { school, upOhm, downOhm } = design
    for (let k = 0; k < 400; k++) {
      const off = (): number => 1 + within(-TASK.partTolerance, TASK.partTolerance)
      const up = upOhm * off()
      // what is trimmed keeps its ratio
      const down = downOhm && (school === 'trimmed' ? (downOhm * up) / upOhm : downOhm * off())
      const onBattery = school === 'divider' || school === 'trimmed'
      const railV = onBattery
        ? within(...(TASK.batteryV as [number, number]))
        : 5 * (1 + within(-TASK.railTolerance, TASK.railTolerance))
      const lossV = within(0, 0.8)
      const high = highAt(railV, up, down, within(0, TASK.leakA))
      const margin = Math.min(
        high - TASK.thresholdHighV,
        TASK.thresholdLowV - lossV,
        TASK.limitV - high,
      )
      expect(margin).toBeGreaterThanOrEqual(design.marginV - 1e-9)
      expect((railV - lossV) / up - (down ? lossV / down : 0)).toBeLessThanOrEqual(design.sinkA)
    }
  }
})
