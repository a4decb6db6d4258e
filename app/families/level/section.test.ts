import { expect, test } from 'vitest'
import type { Tank } from '../../../core/curve/level/index.ts'
import { floatIn, sectionFrame, middleAt, nudged, PICTURE, withOneMore } from './section.ts'
import { otherKind } from './start.ts'

const wedge: Tank = {
  corners: [
    { x: 100, y: 40 },
    { x: 500, y: 40 },
    { x: 100, y: 240 },
  ],
  lengthMm: 400,
}

test('every corner is put inside the picture and found again where it was', () => {
  const deep: Tank = { ...wedge, corners: wedge.corners.map((c) => ({ x: c.x / 10, y: c.y * 5 })) }
  for (const tank of [wedge, deep]) {
    const { at, from } = sectionFrame(tank)
    for (const corner of tank.corners) {
      const p = at(corner)
      expect(p.x).toBeGreaterThanOrEqual(PICTURE.pad - 1e-9)
      expect(p.x).toBeLessThanOrEqual(PICTURE.width - PICTURE.pad + 1e-9)
      expect(p.y).toBeGreaterThanOrEqual(PICTURE.pad - 1e-9)
      expect(p.y).toBeLessThanOrEqual(PICTURE.height - PICTURE.pad + 1e-9)
      expect(from(p)).toEqual(corner)
    }
    // up in the tank is up in the picture
    expect(at({ x: 0, y: 100 }).y).toBeLessThan(at({ x: 0, y: 50 }).y)
  }
})

test('a hand puts a corner on whole fives, keys move it by tens and ones', () => {
  const { at, from } = sectionFrame(wedge)
  expect(from(at({ x: 213, y: 98 }))).toEqual({ x: 215, y: 100 })
  expect(nudged({ x: 10, y: 20 }, 'ArrowUp', false)).toEqual({ x: 10, y: 30 })
  expect(nudged({ x: 10, y: 20 }, 'ArrowLeft', true)).toEqual({ x: 9, y: 20 })
  expect(nudged({ x: 10, y: 20 }, 'Enter', false)).toBeNull()
})

test('one more corner stands half-way from the last to the first', () => {
  expect(withOneMore(wedge.corners)).toEqual([...wedge.corners, { x: 100, y: 140 }])
})

test('the middle of a wedge moves to its wall as it rises; above it, its first corner', () => {
  expect(middleAt(wedge, 40)).toBe(300)
  expect(middleAt(wedge, 140)).toBe(200)
  expect(middleAt(wedge, 400)).toBe(100)
})

test('a float lies on the fuel between its stops, an arm as far as it swings', () => {
  const straight = { kind: 'straight', lowMm: 20, highMm: 200, emptySignal: 10, fullSignal: 180 }
  expect([0, 90, 300].map((mm) => floatIn(straight as never, mm).y)).toEqual([20, 90, 200])
  const arm = otherKind(straight as never, 'Ω')
  expect(arm).toMatchObject({ kind: 'arm', emptySignal: 10, fullSignal: 180 })
  // 150 mm of arm at ±60° about a pivot at 150 mm
  expect(floatIn(arm, 0).y).toBeCloseTo(150 - 150 * (Math.sqrt(3) / 2), 9)
  expect(floatIn(arm, 400)).toEqual({
    y: expect.closeTo(150 + 150 * (Math.sqrt(3) / 2), 9) as number,
    pivotY: 150,
  })
  expect(otherKind(arm, 'V')).toMatchObject({ kind: 'straight', emptySignal: 10, fullSignal: 180 })
})
