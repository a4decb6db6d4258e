import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../../demo/saltmarshNine.ts'
import type { Post } from '../../../core/build/index.ts'
import { layoutFrame, placedPosts, widthOf } from './layout.ts'

const { posts } = saltmarshNine()
const volts = new Map(posts.map((p, i) => [p.id, (i % 5) * 0.07 - 0.1]))
const volt = (id: string): number => volts.get(id) ?? 0

describe('the picture of the grounds', () => {
  it('holds every post and the level line, higher volts higher up', () => {
    const frame = layoutFrame([...volts.values()], 900, 420)
    for (const v of [0, ...volts.values()]) {
      expect(frame.y(v)).toBeGreaterThan(40)
      expect(frame.y(v)).toBeLessThan(420 - 40)
    }
    expect(frame.y(0.1)).toBeLessThan(frame.y(-0.1))
    expect(frame.ticks).toContain(0)
  })

  it('is not blown up where nothing stands off', () => {
    const level = layoutFrame([0, 0.0002, -0.0001], 900, 420)
    expect(Math.abs(level.y(0.0002) - level.y(0))).toBeLessThan(8)
  })

  it('keeps posts in their order from front to rear, and at their heights', () => {
    const frame = layoutFrame([...volts.values()], 900, 420)
    for (const { post, y, x } of placedPosts(posts, volt, frame)) {
      expect(y).toBe(frame.y(volt(post.id)))
      expect(x).toBeGreaterThan(0)
      expect(x).toBeLessThan(900)
    }
    const far = (id: string) => placedPosts(posts, volt, frame).find((p) => p.post.id === id)!.x
    expect(far('gp-nose')).toBeLessThan(far('gp-unit'))
    expect(far('gp-unit')).toBeLessThan(far('gp-battery'))
  })

  it('moves posts aside that would cover each other', () => {
    const same: Post[] = ['a', 'b', 'c'].map((id) => ({ ...posts[0]!, id, along: 0.5 }))
    const xs = placedPosts(same, () => 0, layoutFrame([0], 900, 420)).map((p) => p.x)
    for (const [i, x] of xs.entries())
      for (const other of xs.slice(i + 1)) expect(Math.abs(x - other)).toBeGreaterThan(35)
  })

  it('draws a line thicker for more current, and every line', () => {
    expect(widthOf(20)).toBeGreaterThan(widthOf(2))
    expect(widthOf(0)).toBeGreaterThan(1)
    expect(widthOf(-9)).toBe(widthOf(9))
    expect(widthOf(5000)).toBeLessThan(20)
  })
})
