import { describe, expect, it } from 'vitest'
import { uniformStream } from '../math/index.ts'
import { assembleChain, idealValue, standstill, walkForward } from './index.ts'
import { chainOf, sample as build, sampleWithInput } from './sample.fixture.ts'

describe('edges', () => {
  it('pass the wire whole, are counted for a while, and end where the input ends', () => {
    const chain = chainOf(build, 'rd-wheel')
    expect(chain.spec.stages).toEqual(['truth', 'element', 'converter', 'shown'])
    const at = (kmh: number) =>
      walkForward(chain, kmh).stages.find((s) => s.id === 'converter')!.value
    expect(at(100)).toBeCloseTo(idealValue(chain, 'element', 100) * 0.1, 9)
    const slow = chainOf(
      sampleWithInput('rd-wheel', { counter: { gateS: 0.1, highestHz: 500 } }),
      'rd-wheel',
    )
    expect(walkForward(slow, 120).shown).toBeLessThan(85)
  })
  it('need an input that counts, and volts one that measures', () => {
    expect(
      assembleChain(sampleWithInput('rd-wheel', { signal: 'voltage' }), 'rd-wheel').problem,
    ).toMatch(/measures volts, and this sensor gives edges/)
    expect(
      assembleChain(
        sampleWithInput('rd-map', { signal: 'frequency', counter: { gateS: 0.1, highestHz: 100 } }),
        'rd-map',
      ).problem,
    ).toMatch(/counts edges/)
  })
})

it('a counter shows standstill below one edge in its gate', () => {
  const { below, seconds } = standstill(chainOf(build, 'rd-wheel'))!
  expect(seconds).toBe(0.1)
  expect(idealValue(chainOf(build, 'rd-wheel'), 'element', below)).toBeCloseTo(10, 6)
  expect(standstill(chainOf(build, 'rd-map'))).toBeNull()
})

it('what is said of one edge holds what a gate counts that begins anywhere, at every speed', () => {
  const { spec } = chainOf(build, 'rd-wheel')
  const band = 1.96 * spec.spreads.find((s) => s.id === 'count')!.size
  const uniform = uniformStream(8)
  // at each part of an edge beyond whole ones, by itself
  const held = Array.from({ length: 50 }, (_, part) => {
    const inGate = 6 + part / 50
    const strays = Array.from({ length: 2000 }, () => Math.floor(inGate + uniform()) - inGate)
    return strays.filter((v) => Math.abs(v) <= band).length / strays.length
  })
  expect(Math.min(...held)).toBeGreaterThan(0.91)
  // and reaches no further than one edge
  expect(band).toBeLessThan(1)
})
