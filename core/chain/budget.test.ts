import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { normalStream, uniformStream } from '../math/index.ts'
import type { CurvePoint } from '../curve/family.ts'
import { asTaken } from '../curve/line.ts'
import { familyOf } from '../curve/registry.ts'
import { numbersIn } from '../quantity/numbersIn.ts'
import { plainly, written, type Said } from '../quantity/index.ts'
import {
  assembleChain,
  curveRemedy,
  errorAt,
  errorBudget,
  faceText,
  lampAt,
  linearSpread,
  monteCarlo,
  needleAt,
  needleMarks,
  readerChains,
  readersAt,
  sensorBand,
  settleS,
  warningOn,
} from './index.ts'
import { after, chainOf } from './edited.ts'
import { coded } from '../coded.fixture.ts'

const build = saltmarshNine()
const reads = build.channels
  .filter((c) => c.kind === 'reading')
  .flatMap((c) => c.reads.map((r) => r.id))
  .filter(
    (id) => !['rd-oil', 'rd-fuel', 'rd-fuel-gauge', 'rd-oil-gauge', 'rd-oil-sender'].includes(id),
  )

describe('the error budget', () => {
  it.each(reads)(
    '%s: its lines are the whole, linear and drawn agree, and each remedy leaves less',
    (read) => {
      const chain = chainOf(build, read),
        [low, high] = chain.spec.best,
        at = (low + high) / 2
      const budget = errorBudget(chain, at),
        error = errorAt(chain, at)
      expect(budget.bias).toBeCloseTo(error.bias, 9)
      expect(budget.half).toBeCloseTo(error.band, 9)
      const spreads = budget.lines.filter((l) => l.kind === 'spread')
      expect(spreads.reduce((s, l) => s + l.portion, 0)).toBeGreaterThan(0.98)
      expect(budget.lines.map((l) => Math.abs(l.size))).toEqual(
        budget.lines.map((l) => Math.abs(l.size)).sort((a, b) => b - a),
      )
      for (const l of spreads) {
        expect(l.worstAfter).toBeLessThan(budget.worst)
        expect(written(l.remedy, plainly)).not.toBe('')
      }
      expect(
        budget.next === null || budget.lines.every((l) => l.worstAfter >= budget.next!.worstAfter),
      ).toBe(true)
      const uniform = uniformStream(3)
      const drawn = monteCarlo(chain, at, { draws: 20000, uniform, normal: normalStream(uniform) })
      expect((drawn.high - drawn.low) / 2 / budget.half).toBeGreaterThan(0.93)
      expect((drawn.high - drawn.low) / 2 / budget.half).toBeLessThan(1.07)
    },
  )
  it.each(['rd-egt-1', 'rd-throttle', 'rd-oil-pressure', 'rd-wheel'])(
    '%s: one more point where it says narrows the curve as it says',
    (read) => {
      const { spec, sensor, needs } = assembleChain(build, read),
        at = (spec!.best[0] + spec!.best[1]) / 2
      const said = curveRemedy(build, { sensor, needs }, at)
      const [truth] = numbersIn(said.remedy as Said) as [number],
        signal = familyOf(sensor.family).forward(sensor.curve, truth)
      const points: CurvePoint[] = [
        ...sensor.points,
        { truth, signal, ...asTaken(sensor.points, { truth, signal }) },
      ]
      const fit = familyOf(sensor.family).fit(points, {
        range: needs.range,
        settings: sensor.element.settings,
      })
      expect(said.share).toBeLessThan(0.85)
      expect(familyOf(sensor.family).band(fit, at) / sensorBand(sensor, at)).toBeCloseTo(
        said.share,
        2,
      )
      const line = errorBudget(chainOf(build, read), at, said).lines.find((l) => l.id === 'curve')!
      expect(line.remedy).toBe(said.remedy)
    },
  )
  it('asks for finer instruments where one more point hardly helps, for another sender in a dead zone', () => {
    const remedy = (read: string, at: number) => {
      const a = assembleChain(build, read)
      return curveRemedy(build, a, at)
    }
    const finer = remedy('rd-lambda', 0.9)
    expect(finer.remedy).toBeTypeOf('string')
    expect(finer.share).toBeGreaterThan(0.45)
    expect(finer.share).toBeLessThan(0.7)
    const still = remedy('rd-surge-pot', 0.2).standsStill!
    expect(still.code).toBe('stands-still')
    expect(numbersIn(still)).toEqual([0, 0.4].map((v) => expect.closeTo(v, 1)))
    expect(remedy('rd-surge-pot', 0.6).standsStill).toBeUndefined()
    expect(remedy('rd-steering', 50).share).toBe(0.5)
  })
  it('advises nothing of the points of a float that sticks: nothing done to them narrows it', () => {
    const { sensor, needs } = assembleChain(build, 'rd-fuel')
    const family = familyOf(sensor.family)
    // filled and emptied, read to a hair, and far apart
    const points: CurvePoint[] = [0, 6, 12, 18, 24, 30, 36, 42, 48].flatMap((truth) => {
      const [ohm, hair] = [10 + 3.6 * truth, { truthUncertainty: 0.01, signalUncertainty: 0.01 }]
      return [
        { truth, signal: ohm, method: 'fill', ...hair },
        ...(truth > 0 && truth < 48 ? [{ truth, signal: ohm + 12, method: 'drain', ...hair }] : []),
      ]
    })
    const fit = family.fit(points, { range: needs.range, settings: {} })
    const stuck = { ...sensor, points: points as typeof sensor.points, fit, curve: fit.curve }
    const said = curveRemedy(build, { sensor: stuck, needs }, 20)
    expect(said.share).toBe(1)
    expect(said.remedy).toMatch(/neither/i)
    // and what it would have advised really leaves all of it
    const finer = points.map((p) => ({ ...p, truthUncertainty: 0.005, signalUncertainty: 0.005 }))
    const again = family.fit(finer, { range: needs.range, settings: {} })
    expect(family.band(again, 20) / family.band(fit, 20)).toBeGreaterThan(0.95)
  })
  it('names the other device on a shared sensor first', () => {
    const next = errorBudget(chainOf(build, 'rd-oil'), 120).next!
    expect(next).toMatchObject({
      share: 'shared',
      kind: 'bias',
      remedy: expect.stringMatching(/own sensor/),
    })
  })
})

describe('faces', () => {
  const needle = { sweepDegrees: 90, low: 0, high: 48, markStep: 12 }
  it('a needle stands by its share of the sweep, and on its stop beyond', () => {
    expect(needleAt(needle, 12)).toEqual({ degrees: 22.5, onStop: null })
    expect(needleAt(needle, 60)).toEqual({ degrees: 90, onStop: 'high' })
    expect(needleAt({ ...needle, low: 48, high: 0 }, 12).degrees).toBe(67.5)
    expect(needleMarks(needle).map((m) => m.value)).toEqual([0, 12, 24, 36, 48])
    expect(() => needleAt({ ...needle, high: 0 }, 1)).toThrow(coded('bad-range'))
  })
  it('writes the unit and decimals it was given', () => {
    const face = { name: '', decimals: 0, unit: '°F', needle: null, dampingS: 0, warning: null }
    expect(faceText(face, 92, '°C')).toBe('198 °F')
    expect(faceText({ ...face, unit: null, decimals: 2 }, 92, '°C')).toBe('92.00 °C')
    expect(settleS(10)).toBeCloseTo(23.03, 2)
  })
  it('a warning comes on at its limit and goes off a hysteresis back, either way', () => {
    const above = { when: 'above' as const, at: 110, hysteresis: 3 }
    const seen = (
      values: number[],
      w: typeof above | { when: 'below'; at: number; hysteresis: number },
    ): boolean[] => {
      let on = false
      return values.map((v) => (on = warningOn(w, v, on)))
    }
    expect(seen([109, 111, 108, 106, 109], above)).toEqual([false, true, true, false, false])
    expect(seen([7, 5.9, 7, 7.6, 6.5], { when: 'below', at: 6, hysteresis: 1.5 })).toEqual([
      false,
      true,
      true,
      false,
      false,
    ])
  })
  it('a lamp is on, off, or between its limits as it was', () => {
    const above = { when: 'above' as const, at: 110, hysteresis: 3 },
      below = { when: 'below' as const, at: 6, hysteresis: 1.5 }
    expect([106.9, 108, 110.1].map((v) => lampAt(above, v))).toEqual([
      'off',
      'stays as it was',
      'on',
    ])
    expect([5.9, 7, 7.6].map((v) => lampAt(below, v))).toEqual(['on', 'stays as it was', 'off'])
  })
  it('readers side by side part where their circuits do', () => {
    const fuel = readersAt(readerChains(build, 'ch-fuel'), 15, 1.5)
    expect(fuel.readers.map((r) => r.device)).toEqual(['Display', 'Fuel gauge'])
    expect(fuel.partsAt!.stage).toBe('plug')
    expect(fuel.apart).toBeGreaterThan(5)
    const alone = readersAt(readerChains(build, 'ch-map'), 100, 3)
    expect(alone).toMatchObject({ partsAt: null, apart: 0 })
    expect(alone.readers[0]!.half).toBeCloseTo(
      linearSpread(chainOf(build, 'rd-map'), 100).half.shown!,
      9,
    )
    const bare = after(build, {
      kind: 'removePullUp',
      args: { input: 'eu-14', pull: 'eu-14-pull' },
    })
    expect(readersAt(readerChains(bare, 'ch-coolant'), 90, 2).readers[0]).toMatchObject({
      shown: null,
      problem: expect.stringMatching(/No pull-up/),
    })
  })
})
