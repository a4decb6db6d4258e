import { describe, expect, it } from 'vitest'
import { type Build, measured, pathOf } from '../build/index.ts'
import { branches, deadZones, leftOpen, walkForward } from './index.ts'
import { after, chainOf, inside, sample as build, sampleWithInput } from './sample.fixture.ts'

it('a dead zone is answered with its interval, elsewhere nothing is left open', () => {
  const stop = build.measurements.find((m) => m.id === 'point-fuel-1')!
  const twice: Build = {
    ...build,
    measurements: [
      ...build.measurements,
      {
        ...stop,
        id: 'point-fuel-stop',
        method: 'fill',
        readings: [
          ...stop.readings,
          { role: 'truth', typed: '2', unit: 'l', value: 2, instrument: null },
        ],
      },
    ],
  }
  expect(leftOpen(chainOf(twice, 'rd-fuel'), 1)).toEqual([0, 2])
  expect(leftOpen(chainOf(build, 'rd-map'), 100)).toEqual([100, 100])
  const [low, high] = leftOpen(chainOf(build, 'rd-fuel'), 20)
  expect(high - low).toBeLessThan(1e-6)
})

describe('dead zones', () => {
  it('of an arm on its stop run through every scale after the truth', () => {
    const chain = chainOf(build, 'rd-surge-pot')
    expect(deadZones(chain, 'truth')).toEqual([])
    for (const stage of ['element', 'pin', 'converter', 'shown'] as const)
      expect(deadZones(chain, stage)).toEqual([[0, 0.4]])
    expect(deadZones(chainOf(build, 'rd-fuel'), 'shown')).toEqual([])
    // a meter's last digit above the stop may still be the stop
    expect(leftOpen(chain, 0.41)).toEqual([0, 0.41])
    const [low, high] = leftOpen(chain, 1)
    expect(high - low).toBeLessThan(1e-9)
  })
  it('a curve that ends before the range does is no fault of the picture', () => {
    const egt = build.elements.find((e) => e.id === 'el-egt-2')!,
      channel = build.channels.find((c) => c.id === 'ch-egt-2')!
    const wide = after(
      build,
      {
        kind: 'editElement',
        args: { id: egt.id, patch: { settings: { ...egt.settings, output: 'gain' } } },
      },
      {
        kind: 'editChannel',
        args: { id: channel.id, patch: { needs: { ...channel.needs, range: [0, 1500] } } },
      },
    )
    const chain = chainOf(wide, 'rd-egt-2')
    expect(() => chain.signalAt(1500)).toThrow()
    // and below its cold junction an amplified couple goes under 0 V, which the converter cuts
    const [below, above] = deadZones(chain, 'converter')
    expect(below).toEqual([0, expect.closeTo(25, 3)])
    // and where it passes the reference the converter cuts it on the other side, as far as the couple is known
    const cutV = chain.spec.converter!.full / chain.spec.converter!.perUnit
    expect(chain.ideal.toPin(chain.signalAt(above![0]))).toBeCloseTo(cutV, 3)
    expect(above![1]).toBe(1500)
  })
  it.each([
    ['rising', 'rd-pedal-a', 0.48, 0.0402],
    ['falling', 'rd-pedal-b', 4.52, -0.0402],
  ] as const)(
    'what a converter of 2 V cannot follow of a %s sensor lies on its own side',
    (_, read, at0, slope) => {
      const chain = chainOf(
        sampleWithInput(read, {
          referenceV: measured(2),
          sensorSupply: { volt: measured(5), toReference: false, tolerance: 0.01 },
        }),
        read,
      )
      const [[low, high] = [NaN, NaN], ...rest] = deadZones(chain, 'converter')
      expect(rest).toEqual([])
      expect(deadZones(chain, 'pin')).toEqual([])
      const edge = (2 - at0) / slope
      if (slope > 0) {
        expect(low).toBeCloseTo(edge, 0)
        expect(high).toBe(100)
      } else {
        expect(low).toBe(0)
        expect(high).toBeCloseTo(edge, 0)
      }
      for (const t of [low, high])
        expect(walkForward(chain, t).stages.find((s) => s.id === 'converter')!.value).toBe(
          chain.spec.converter!.full,
        )
    },
  )
})

describe('a table that turns back', () => {
  const turned = sampleWithInput('rd-coolant', {
    table: {
      ...pathOf(build, 'rd-coolant').input.table!,
      entered: {
        at: '2026-11-24T20:00:00Z',
        name: 'turned',
        x: [0.1, 0.5, 2.5, 4.9],
        y: [60, 120, 20, -30],
      },
    },
  })
  it('shows one value at several truths, each of which the chain walks to it', () => {
    const chain = chainOf(turned, 'rd-coolant')
    let several = 0
    for (const truth of [60, 80, 95, 110, 118, 122]) {
      const walked = walkForward(chain, truth),
        { truths, partedAt } = branches(chain, walked)
      for (const t of truths) {
        expect(walkForward(chain, t).shown).toBeCloseTo(walked.shown, 3)
        expect(Math.abs(t - truth)).toBeGreaterThan(1)
      }
      expect(partedAt).toBe(truths.length > 0 ? 'converter' : null)
      several += truths.length
    }
    expect(several).toBeGreaterThan(1)
  })
  it('a sound table has no branches', () => {
    for (const read of ['rd-coolant', 'rd-map', 'rd-throttle', 'rd-fuel'])
      expect(
        branches(chainOf(build, read), walkForward(chainOf(build, read), inside(read)[1]!)).truths,
      ).toEqual([])
  })
})
