import { expect, it } from 'vitest'
import { thinned } from './thinned.ts'

const points = Array.from({ length: 3000 }, (_, i) => `p${i}`)

it('few points are all drawn, with their suspects', () => {
  expect(thinned(points.slice(0, 60), [3])).toEqual({
    points: points.slice(0, 60),
    suspects: [3],
  })
})
it('of very many some are drawn, from both ends and between, and every suspect', () => {
  const drawn = thinned(points, [1, 1499, 2998])
  expect(drawn.points.length).toBeLessThanOrEqual(63)
  expect(drawn.points.length).toBeGreaterThan(55)
  expect(drawn.suspects.map((i) => drawn.points[i])).toEqual(['p1', 'p1499', 'p2998'])
  const at = drawn.points.map((p) => Number(p.slice(1)))
  expect(Math.max(...at.slice(1).map((v, i) => v - at[i]!))).toBeLessThan(60)
})
