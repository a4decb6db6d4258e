import { describe, expect, it } from 'vitest'
import { normalStream, uniformStream } from '../math/index.ts'
import { misfit, type Sight, type Timed } from './swing.ts'

/** Mean speeds between edges of an engine whose speed swings about a trend, by adding its time up in small steps. */
function engine(of: {
  widths: number[]
  swing: number
  order: number
  trend: number
  noise?: number
}) {
  const normal = normalStream(uniformStream(9))
  const out: Timed[] = []
  let angle = 17
  for (const width of of.widths) {
    const parts = 400
    let time = 0
    for (let i = 0; i < parts; i++) {
      const at = angle + ((i + 0.5) * width) / parts
      const speed =
        Math.exp((of.trend * at) / 720) * (1 + of.swing * Math.cos((at * of.order * Math.PI) / 180))
      time += width / parts / speed
    }
    const logSpeed = Math.log(width / time) + (of.noise ?? 0) * normal()
    out.push({ logSpeed, middle: angle + width / 2, width })
    angle += width
  }
  return out
}

const EVEN = new Array<number>(24).fill(30)
const WITH_GAP = [...new Array<number>(4).fill(60), 120, ...new Array<number>(4).fill(60), 120]

describe('speeds of an engine', () => {
  it.each([
    ['even teeth, a small swing', { widths: EVEN, swing: 0.05, order: 2, trend: 0 }],
    ['even teeth, a large swing', { widths: EVEN, swing: 0.4, order: 2, trend: 0.1 }],
    ['wide gaps, a large swing', { widths: WITH_GAP, swing: 0.35, order: 1, trend: 0 }],
    ['a swing every second turn', { widths: EVEN, swing: 0.3, order: 0.5, trend: -0.1 }],
  ])('leave next to nothing: %s', (_, of) => {
    // what is left is what the ridge weighs
    expect(misfit(engine(of))).toBeLessThan(2.5e-3 * of.swing ** 2 + 2e-5)
  })

  it.each([[1], [1.5], [2]])(
    'leave next to nothing where they are a sine of time, %f a turn',
    (order) => {
      const placeAt = (t: number): number =>
        360 * (t - (0.35 / (2 * Math.PI * order)) * Math.cos(2 * Math.PI * order * t))
      const widths = WITH_GAP.concat(WITH_GAP)
      const passedAt = (place: number): number => {
        let [low, high] = [-2, 6]
        for (let i = 0; i < 60; i++) {
          const t = (low + high) / 2
          if (placeAt(t) < place) low = t
          else high = t
        }
        return (low + high) / 2
      }
      let angle = 17
      const dragged = widths.map((width): Timed => {
        const time = passedAt(angle + width) - passedAt(angle)
        angle += width
        return { logSpeed: Math.log(width / time), middle: angle - width / 2, width }
      })
      expect(misfit(dragged)).toBeLessThan(1e-6)
    },
  )

  it('leave their noise', () => {
    const of = { widths: [...EVEN, ...EVEN, ...EVEN], swing: 0.2, order: 2, trend: 0 }
    const left = misfit(engine({ ...of, noise: 0.03 }))
    expect(left).toBeGreaterThan(0.6 * 0.03 ** 2)
    expect(left).toBeLessThan(1.5 * 0.03 ** 2)
  })

  it('leave much where a tooth is taken for another', () => {
    const right = engine({ widths: WITH_GAP, swing: 0.2, order: 2, trend: 0 })
    const wrong = right.map((v, i) => ({
      ...v,
      logSpeed: v.logSpeed + (i === 2 ? Math.log(2) : 0),
    }))
    expect(misfit(wrong)).toBeGreaterThan(20 * misfit(right))
  })

  it('are those that steepness shows: even turning and the other way round are not', () => {
    const of = { widths: WITH_GAP, swing: 0.35, order: 1, trend: 0 }
    const right = engine(of)
    const seen = (order: number, swing: number): Sight[] =>
      right.map((v) => {
        const angle = v.middle - v.width / 2
        // of any unit: twice the speed is twice the speed
        return {
          angle,
          logSpeed: 3 + Math.log1p(swing * Math.cos((angle * order * Math.PI) / 180)),
        }
      })
    const plain = misfit(right)
    expect(misfit(right, seen(1, 0.35)) - plain).toBeLessThan(2e-4)
    // the same intervals with a speed that does not swing, or is high where it was low
    for (const swing of [0, -0.35])
      expect(misfit(right, seen(1, swing)) - plain).toBeGreaterThan(1e-3)
  })

  it('say nothing by fewer than six', () => {
    expect(misfit(engine({ widths: EVEN.slice(0, 5), swing: 0, order: 1, trend: 0 }))).toBe(
      Infinity,
    )
  })
})
