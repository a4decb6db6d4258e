import { describe, expect, it } from 'vitest'
import { normalStream, uniformStream } from '../../math/index.ts'
import { lookUp } from '../../table/interpolate.ts'
import { fitLevel, levelOhms } from './index.ts'

type Between = (low: number, high: number) => number

/** Litres to a height, both as shares of full, of tanks whose volumes are known by formula. */
const TANKS: Record<string, (draw: Between) => (h: number) => number> = {
  box: () => (h) => h,
  'lying cylinder': () => (h) => {
    const d = 1 - 2 * h
    return (Math.acos(d) - d * Math.sqrt(Math.max(0, 1 - d * d))) / Math.PI
  },
  wedge: (draw) => {
    const foot = draw(0.1, 0.7)
    return (h) => (foot * h + ((1 - foot) * h * h) / 2) / (foot + (1 - foot) / 2)
  },
  saddle: (draw) => {
    const hump = draw(0.25, 0.6),
      above = draw(0.15, 0.4)
    return (h) =>
      ((1 - above) * h + above * Math.max(0, h - hump)) / (1 - above + above * (1 - hump))
  },
  'box with stops': () => (h) => h,
}

/** A tank with its sender, and the ohms it truly gives at a fill. */
function someTank(
  kind: string,
  draw: Between,
): { full: number; ohmAt: (litres: number) => number } {
  const share = TANKS[kind]!(draw)
  const stops = kind === 'box with stops'
  const low = stops ? draw(0.03, 0.12) : 0,
    high = stops ? draw(0.9, 1) : 1
  const pivot = draw(0.4, 1),
    arm = Math.max(pivot - low, high - pivot) * draw(1.05, 1.6)
  const turned = (h: number): number => Math.asin((h - pivot) / arm)
  const straight = draw(0, 1) < 0.4
  const [empty, brim] = draw(0, 1) < 0.5 ? [10, 180] : [240, 33]
  const moved = (h: number): number => {
    const held = Math.min(high, Math.max(low, h))
    return straight
      ? (held - low) / (high - low)
      : (turned(held) - turned(low)) / (turned(high) - turned(low))
  }
  const full = draw(30, 80)
  const heights = Array.from({ length: 801 }, (_, i) => i / 800)
  const table = {
    x: heights.map((h) => share(h) * full),
    y: heights.map((h) => empty + (brim - empty) * moved(h)),
  }
  return { full, ohmAt: (litres) => lookUp(table, litres, 'hold') }
}

const CAN_SIGMA = 0.006
const OHM_SIGMA = 0.3

/** Lives of a kind of tank, filled in even steps and read at every tenth: how often the band holds the reading. */
function covered(kind: string, fills: number, lives: number): number {
  const uniform = uniformStream(40 + fills),
    normal = normalStream(uniform)
  const draw: Between = (low, high) => low + (high - low) * uniform()
  let inside = 0,
    all = 0
  for (let life = 0; life < lives; life++) {
    const { full, ohmAt } = someTank(kind, draw)
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
  it.each(Object.keys(TANKS).flatMap((kind) => [3, 4, 5, 7, 10].map((n) => [kind, n] as const)))(
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
