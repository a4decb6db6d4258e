import { describe, expect, it } from 'vitest'
import { solveCircuit } from '../circuit/solve.ts'
import { thermistorOhm, type ThermistorCurve } from '../curve/thermistor/model.ts'
import { linspace, uniformStream } from '../math/index.ts'
import { preferredValues } from '../standards/index.ts'
import {
  designPullUp,
  edgeInput,
  findPullUp,
  resolutionOverRange,
  sharedStates,
  type EdgeInput,
} from './index.ts'
import { coded } from '../coded.fixture.ts'

const curve: ThermistorCurve = { model: 'steinhart-hart', coefficients: [1.45e-3, 2.38e-4, 1.0e-7] }
const task = {
  curve,
  rangeC: [-10, 125] as [number, number],
  supplyV: 5,
  referenceV: 5,
  bits: 12,
  series: 'E24' as const,
}

/** °C per count by stepping one count, on our own. */
function stepOfOneCount(pull: number, temperatureC: number): number {
  const volt = (t: number): number => {
    const r = thermistorOhm(curve, t)
    return (5 * r) / (pull + r)
  }
  const h = 0.01
  return 5 / 4096 / Math.abs((volt(temperatureC + h) - volt(temperatureC - h)) / (2 * h))
}

describe('designPullUp', () => {
  it('picks the best of everything that is sold', () => {
    const { best, candidates } = designPullUp(task)
    const worst = (pull: number): number =>
      Math.max(...linspace(-10, 125, 61).map((t) => stepOfOneCount(pull, t)))
    const tried = preferredValues('E24', 10, 1e6)
      .map((pull) => ({ pull, worst: worst(pull) }))
      .reduce((a, b) => (b.worst < a.worst ? b : a))
    expect(best.pullUpOhm).toBe(tried.pull)
    expect(best.worstResolutionC).toBeCloseTo(tried.worst, 4)
    expect(candidates).toContainEqual(best)
    for (const c of candidates)
      expect(c.worstResolutionC).toBeGreaterThanOrEqual(best.worstResolutionC)
  })

  it('brackets the ideal value, which no bought one beats', () => {
    const { best, idealOhm } = designPullUp({ ...task, series: 'E96' })
    expect(Math.abs(Math.log(best.pullUpOhm / idealOhm))).toBeLessThan(0.05)
    const ideal = Math.max(
      ...resolutionOverRange((t) => thermistorOhm(curve, t), task, idealOhm).map(
        (r) => r.resolutionC,
      ),
    )
    expect(ideal).toBeLessThanOrEqual(best.worstResolutionC + 1e-9)
    // at the ideal both ends of the range are equally coarse
    expect(stepOfOneCount(idealOhm, -10) / stepOfOneCount(idealOhm, 125)).toBeCloseTo(1, 1)
  })

  it('keeps the limits on heat and margin', () => {
    const { best } = designPullUp({
      ...task,
      dissipationMwPerK: 4,
      maxSelfHeatingC: 0.5,
      marginV: 0.1,
    })
    expect(best.selfHeatingC).toBeLessThanOrEqual(0.5)
    const volts = [-10, 125].map(
      (t) => (5 * thermistorOhm(curve, t)) / (best.pullUpOhm + thermistorOhm(curve, t)),
    )
    expect(Math.min(...volts)).toBeGreaterThanOrEqual(0.1)
    expect(Math.max(...volts)).toBeLessThanOrEqual(4.9)
    // P = V²/R at its worst: where the sensor equals the pull-up
    const hottest = designPullUp(task).candidates.find((c) => c.pullUpOhm === 1000)!.selfHeatingC
    expect(hottest).toBeCloseTo((25 / (4 * 1000)) * 1000, 0)
  })

  it('beside a fixed pull-up gives the part in parallel, or says that none helps', () => {
    const high = designPullUp({ ...task, fixedPullUpOhm: 10000 })
    const alone = designPullUp(task)
    const together = (high.best.pullUpOhm * 10000) / (high.best.pullUpOhm + 10000)
    expect(Math.abs(Math.log(together / alone.idealOhm))).toBeLessThan(0.06)
    const low = designPullUp({ ...task, fixedPullUpOhm: 300 })
    expect(low.best.pullUpOhm).toBe(Infinity)
    expect(low.idealOhm).toBe(Infinity)
  })

  it('treats what lies above the reference as unreadable', () => {
    const { best } = designPullUp({ ...task, supplyV: 12, rangeC: [60, 125] })
    for (const t of [60, 125]) {
      const r = thermistorOhm(curve, t)
      expect((12 * r) / (best.pullUpOhm + r)).toBeLessThanOrEqual(5)
    }
  })

  it('says why there is none', () => {
    expect(() => designPullUp({ ...task, marginV: 2.4 })).toThrow(
      expect.objectContaining({
        code: 'no-pull-up',
        message: expect.stringMatching(/2.4 V clear/),
      }),
    )
    expect(() => designPullUp({ ...task, maxSelfHeatingC: 1e-6 })).toThrow(coded('no-pull-up'))
    expect(() => designPullUp({ ...task, bits: 2 })).toThrow(coded('out-of-range'))
    expect(() => designPullUp({ ...task, rangeC: [50, 50] })).toThrow(coded('bad-range'))
  })
})

describe('findPullUp', () => {
  it('says how little two volts of two digits tell: the band holds 95 of 100 pull-ups', () => {
    const uniform = uniformStream(6)
    const between = (low: number, high: number): number => low + (high - low) * uniform()
    let inside = 0
    for (let k = 0; k < 400; k++) {
      const [pull, known] = [between(800, 4000), 1000 * between(0.99, 1.01)]
      const read = (volt: number): number => Number((volt * between(0.9965, 1.0035)).toFixed(1))
      const open = read(5),
        loaded = read((5 * known) / (known + pull))
      const found = findPullUp({
        openV: open,
        knownOhm: 1000,
        loadedV: loaded,
        knownRelative: 0.01 / Math.sqrt(3),
        steps: { openV: 0.1, loadedV: 0.1, knownOhm: 0 },
      })
      if (Math.abs(found.pullUpOhm - pull) <= 1.96 * found.spreadOhm) inside++
    }
    expect(inside / 400).toBeGreaterThan(0.93)
  })
  it.each([
    [2490, 5, 1000],
    [470, 4.97, 2200],
    [120, 12.4, 330],
  ])('recovers %d Ω to %d V by %d Ω, the meter’s load taken out', (pull, rail, known) => {
    const read = (load: number | null): number =>
      solveCircuit({
        reference: '0',
        elements: [
          { id: 'v', kind: 'voltage', plus: 'r', minus: '0', volt: rail },
          { id: 'p', kind: 'resistor', a: 'r', b: 'x', ohm: pull },
          { id: 'm', kind: 'resistor', a: 'x', b: '0', ohm: 1e7 },
          ...(load === null
            ? []
            : [{ id: 'k', kind: 'resistor' as const, a: 'x', b: '0', ohm: load }]),
        ],
      }).voltage.x!
    const found = findPullUp({ openV: read(null), knownOhm: known, loadedV: read(known) })
    expect(found.pullUpOhm / pull).toBeCloseTo(1, 6)
    expect(found.railV / rail).toBeCloseTo(1, 6)
    expect(found.spreadOhm).toBeGreaterThan(0.01 * pull)
    expect(found.spreadOhm).toBeLessThan(0.05 * pull)
  })
  it.each([
    [{ openV: 0.01, knownOhm: 1000, loadedV: 0 }, /no pull-up/],
    [{ openV: 5, knownOhm: 1e8, loadedV: 5 }, /smaller resistor/],
    [{ openV: 5, knownOhm: 1000, loadedV: -1 }, /polarity/],
  ])('refuses %o', (readings, message) => {
    expect(() => findPullUp(readings)).toThrow(message)
  })
})

describe('sharedStates', () => {
  const states = sharedStates({
    own: { pullUpOhm: 2490, railV: 5 },
    other: { pullUpOhm: 180, railV: 13.2 },
    sensorOhm: 371,
    limitV: 5,
  })
  const by = (id: string) => states.find((s) => s.id === id)!
  it('lifts the input towards the other’s supply when the sensor is unplugged', () => {
    expect(by('unplugged').inputV).toBeCloseTo((5 / 2490 + 13.2 / 180) / (1 / 2490 + 1 / 180), 9)
    // held at 5 V by the protection, the other feed gives (13.2 − 5)/180
    expect(by('unplugged').clampA).toBeCloseTo(8.2 / 180, 6)
    expect(by('unplugged').sensorMw).toBe(0)
  })
  it('loads the sensor when the other is off', () => {
    expect(by('other-off').inputV).toBeLessThan((5 * 371) / (2490 + 371))
    expect(by('other-off').clampA).toBe(0)
    expect(by('together').sensorMw).toBeCloseTo((by('together').inputV ** 2 / 371) * 1000, 9)
  })
})

describe('edges into a counter', () => {
  const task: EdgeInput = {
    output: 'open collector',
    pullOhm: 1000,
    pull: 'up',
    railV: 5,
    lowV: 0.2,
    highV: 5,
    outputOhm: 30,
    sinkA: 0.02,
    cableF: 1e-9,
    thresholdLowV: 1,
    thresholdHighV: 3.5,
    limitV: 5.5,
  }
  it('levels are those of the circuit, edges those of R and C', () => {
    const { voltage } = solveCircuit({
      reference: '0',
      elements: [
        { id: 'r', kind: 'voltage', plus: 'rail', minus: '0', volt: 5 },
        { id: 'p', kind: 'resistor', a: 'rail', b: 'pin', ohm: 1000 },
        { id: 'o', kind: 'resistor', a: 'pin', b: 'low', ohm: 30 },
        { id: 'l', kind: 'voltage', plus: 'low', minus: '0', volt: 0.2 },
      ],
    })
    const verdict = edgeInput(task)
    expect(verdict.problems).toEqual([])
    expect(verdict.lowV).toBeCloseTo(voltage.pin!, 9)
    expect(verdict.highV).toBe(5)
    expect(verdict.edgeS).toBeCloseTo(2.2e-6, 12)
    expect(verdict.highestHz).toBeCloseTo(1 / (10 * 1e-6), 0)
  })
  it.each<[Partial<EdgeInput>, string[]]>([
    [{ pullOhm: null }, ['no-pull-up']],
    [{ pull: 'down' }, ['no-pull-up']],
    [{ railV: 3.3 }, ['high-too-low']],
    [{ pullOhm: 100, sinkA: 0.1 }, ['low-too-high']],
    [{ pullOhm: 200 }, ['sinks-too-much']],
    [{ railV: 12 }, ['above-limit']],
    [{ output: 'push-pull', pull: 'down', pullOhm: 40 }, ['high-too-low']],
  ])('%o: %o', (patch, codes) => {
    expect(edgeInput({ ...task, ...patch }).problems.map((p) => p.code)).toEqual(codes)
  })
  it('a driven output needs no pull', () => {
    expect(edgeInput({ ...task, output: 'push-pull', pullOhm: null }).problems).toEqual([])
  })
  it('asks for numbers', () => {
    expect(() => edgeInput({ ...task, cableF: 0 })).toThrow(coded('not-positive'))
  })
})
