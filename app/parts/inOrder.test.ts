import { expect, test } from 'vitest'
import { inOrder } from './inOrder.ts'

const rows = [{ miss: 0.4 }, {}, { miss: -1.2 }, { miss: 0.4, second: true }, {}, { miss: 3 }] as {
  miss?: number
  second?: true
}[]
const misses = (direction: 'asc' | 'desc') => inOrder(rows, (r) => r.miss, direction)

test('rows rise and fall by their value, and those without one stand last either way', () => {
  expect(misses('asc').map((r) => r.miss)).toEqual([-1.2, 0.4, 0.4, 3, undefined, undefined])
  expect(misses('desc').map((r) => r.miss)).toEqual([3, 0.4, 0.4, -1.2, undefined, undefined])
})

test('equal ones keep the order they came in, and the list that was given stays as it was', () => {
  const before = [...rows]
  expect(
    misses('asc')
      .filter((r) => r.miss === 0.4)
      .map((r) => r.second),
  ).toEqual([undefined, true])
  expect(rows).toEqual(before)
})
