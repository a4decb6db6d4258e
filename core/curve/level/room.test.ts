import { describe, expect, it } from 'vitest'
import { normalStream, uniformStream } from '../../math/index.ts'
import { someTank, TANK_KINDS, type TankKind } from '../../../trials/tanks.ts'
import { fitLevel, levelOhms } from './index.ts'

const CAN_SIGMA = 0.006
const OHM_SIGMA = 0.3

/** Lives of a kind of tank, filled in even steps and read at every tenth: how often the band holds the reading. */
function covered(kind: TankKind, fills: number, lives: number): number {
  const uniform = uniformStream(40 + fills),
    normal = normalStream(uniform)
  const draw = (low: number, high: number): number => low + (high - low) * uniform()
  let inside = 0,
    all = 0
  for (let life = 0; life < lives; life++) {
    const full = draw(30, 80)
    const ohmAt = someTank(kind, full, draw(0, 1) < 0.5 ? [10, 180] : [240, 33], draw)
    const points = Array.from({ length: fills }, (_, i) => {
      const truth = (full * i) / (fills - 1)
      const sigma = i === 0 ? 0.05 : CAN_SIGMA * truth
      const real = Math.min(full, Math.max(0, truth + sigma * normal()))
      return {
        truth,
        signal: ohmAt(real) + OHM_SIGMA * normal(),
        truthUncertainty: sigma,
        signalUncertainty: OHM_SIGMA,
      }
    })
    const fit = levelOhms.fit(points, {})
    for (let k = 0; k <= 10; k++) {
      const litres = (full * k) / 10
      const expected = levelOhms.inverse(fit.curve, levelOhms.forward(fit.curve, litres))
      const shown = levelOhms.inverse(fit.curve, ohmAt(litres))
      all++
      if (Math.abs(shown - expected) <= 1.96 * levelOhms.band(fit, litres)) inside++
    }
  }
  return inside / all
}

describe('what the room between fills leaves open', () => {
  it.each(TANK_KINDS.flatMap((kind) => [3, 4, 5, 7, 10].map((n) => [kind, n] as const)))(
    'a %s filled in %d steps: the band holds 93 in 100 readings or more',
    (kind, fills) => {
      // 60 lives of 11 places that hang together: 93 less what so few may miss by chance
      expect(covered(kind, fills, 60)).toBeGreaterThan(0.91)
    },
  )
  it('is nothing at a fill, narrows with more of them, and is there for two', () => {
    const at = (litres: number) => ({
      truth: litres,
      signal: 10 + 4 * litres,
      truthUncertainty: 0.01,
      signalUncertainty: 0.01,
    })
    const two = levelOhms.fit([at(0), at(40)], {})
    const five = levelOhms.fit([0, 10, 20, 30, 40].map(at), {})
    expect(levelOhms.band(two, 20)).toBeGreaterThan(2)
    expect(levelOhms.band(five, 20)).toBeLessThan(0.05)
    expect(levelOhms.band(five, 15)).toBeLessThan(0.25 * levelOhms.band(two, 15))
  })
  it('does not move the curve itself', () => {
    const fills = [0, 12, 30, 50].map((litres) => ({ litres, signal: 10 + 3 * litres }))
    expect(fitLevel(fills).signal).toEqual([10, 46, 100, 160])
  })
})
