import { describe, expect, it } from 'vitest'
import { schemeText } from './words.ts'

describe('words', () => {
  it('say every scheme', () => {
    for (const power of ['as-it-is', 'block', 'battery', 'stud'] as const)
      for (const sensors of ['as-they-are', 'at-the-unit', 'local'] as const) {
        const said = schemeText({ power, sensors } as Parameters<typeof schemeText>[0])
        expect(said.power.length * said.sensors.length).toBeGreaterThan(0)
      }
  })
})
