import { describe, expect, it } from 'vitest'
import { joinHalves, joinedSignal } from '../joined.ts'
import {
  litresThatFit,
  predictedHalf,
  senderSignal,
  tankHeight,
  tankLitres,
  twoSenders,
  type Sender,
  type Tank,
  type TankHalf,
} from './index.ts'
import { coded } from '../../coded.fixture.ts'

const BOX: Tank = {
  corners: [
    { x: 0, y: 0 },
    { x: 300, y: 0 },
    { x: 300, y: 200 },
    { x: 0, y: 200 },
  ],
  lengthMm: 500,
}
const TRIANGLE: Tank = {
  corners: [
    { x: 0, y: 0 },
    { x: 200, y: 300 },
    { x: -200, y: 300 },
  ],
  lengthMm: 400,
}
const STRAIGHT: Sender = {
  kind: 'straight',
  lowMm: 0,
  highMm: 200,
  emptySignal: 10,
  fullSignal: 180,
}
const box: TankHalf = { tank: BOX, sender: STRAIGHT },
  wedge: TankHalf = { tank: TRIANGLE, sender: { ...STRAIGHT, highMm: 300 } }

it('two senders: on two inputs nothing is hidden, in series and in parallel a bar of litres is', () => {
  const half = predictedHalf(wedge)
  const wide = (a: 'series' | 'parallel' | 'separate'): number => {
    const t = twoSenders([half, half], a)
    return t.worstBarL[1] - t.worstBarL[0]
  }
  expect(wide('separate')).toBe(0)
  expect(wide('series')).toBeGreaterThan(3)
  expect(wide('parallel')).toBeGreaterThan(wide('series'))
  const { level } = joinHalves([half, half], { wiring: 'series', linked: true })
  expect(level.high.at(-1)).toBeCloseTo(48, 6)
  expect(level.signal.at(-1)).toBeCloseTo(360, 6)
})

describe('a joint reading', () => {
  it('of two boxes in series fits one sum of litres only, since each is straight', () => {
    const { bar, levelL } = litresThatFit(
      joinHalves([predictedHalf(box), predictedHalf(box)], { wiring: 'series', linked: false }),
      190,
    )
    expect(bar[0]).toBeCloseTo(30, 1)
    expect(bar[1]).toBeCloseTo(30, 1)
    expect(levelL).toBeCloseTo(30, 6)
  })
  it('of two wedges fits a bar, the level fill among it; unequal halves as well', () => {
    for (const halves of [
      [wedge, wedge],
      [wedge, box],
    ] as const)
      for (const wiring of ['series', 'parallel'] as const) {
        const curve = joinHalves([predictedHalf(halves[0]), predictedHalf(halves[1])], {
          wiring,
          linked: false,
        })
        const middle = curve.level.signal[60]!,
          level = (curve.level.low[60]! + curve.level.high[60]!) / 2
        const { bar, levelL } = litresThatFit(curve, middle)
        expect(levelL).toBeCloseTo(level, 3)
        expect(bar[0]).toBeLessThan(level + 1e-6)
        expect(bar[1] - bar[0]).toBeGreaterThan(1)
        expect(bar[1]).toBeGreaterThan(level - 1e-6)
        // any two fills that join to this reading lie in the bar
        for (const [a, b] of [
          [20, 280],
          [100, 200],
          [250, 40],
        ] as const) {
          const high = Math.min(b, tankHeight(halves[1].tank))
          const ohm = joinedSignal(
            wiring,
            senderSignal(halves[0].sender, a),
            senderSignal(halves[1].sender, high),
          )
          const litres = tankLitres(halves[0].tank, a) + tankLitres(halves[1].tank, high)
          const fits = litresThatFit(curve, ohm).bar
          expect(litres).toBeGreaterThan(fits[0] - 0.2)
          expect(litres).toBeLessThan(fits[1] + 0.2)
        }
      }
  })
  it('that no fill gives is refused', () => {
    const curve = joinHalves([predictedHalf(box), predictedHalf(box)], {
      wiring: 'series',
      linked: false,
    })
    expect(() => litresThatFit(curve, 5000)).toThrow(coded('out-of-range'))
    expect(() => litresThatFit(curve, -1)).toThrow(coded('not-positive'))
  })
})
