import { numbersIn } from '../quantity/numbersIn.ts'
import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import {
  AIR_PLACES,
  airReading,
  compareCandidates,
  HOUSINGS,
  settlesIn,
  type SensorCandidate,
} from './index.ts'
import { coded } from '../coded.fixture.ts'

const build = saltmarshNine()
const candidate = (patch: Partial<SensorCandidate>): SensorCandidate => ({
  id: 'own',
  name: 'fitted',
  curve: null,
  housing: 'brass',
  thread: '',
  spare: false,
  second: false,
  ...patch,
})

describe('candidates in the chain they would serve', () => {
  it('a measured one beats a curve taken on trust, and is recommended', () => {
    const choice = compareCandidates(
      build,
      'rd-coolant',
      [
        candidate({}),
        candidate({ id: 'lib', name: 'library', curve: 'generic-2k5', housing: 'thin' }),
      ],
      'liquid',
    )
    expect(choice.at).toBe(95)
    expect(choice.judged[0]!.worst!).toBeLessThan(choice.judged[1]!.worst!)
    expect(choice.judged[0]!.goodEnough).toBe(true)
    expect(choice.recommended).toBe('own')
    expect([choice.why.code, numbersIn(choice.why).at(-1)]).toEqual(['keeps', 8])
  })
  it('of those that do, the one with a spare, then the quicker', () => {
    const two = [
      candidate({}),
      candidate({ id: 'b', name: 'b', spare: true, housing: 'heavy' }),
      candidate({ id: 'c', name: 'c', housing: 'open' }),
    ]
    expect(compareCandidates(build, 'rd-coolant', two, 'liquid').recommended).toBe('b')
    expect(
      compareCandidates(
        build,
        'rd-coolant',
        two.filter((c) => c.id !== 'b'),
        'liquid',
      ).recommended,
    ).toBe('c')
  })
  it('a shared sensor is told of its second element, and none good enough is said', () => {
    const oil = compareCandidates(
      build,
      'rd-oil',
      [candidate({}), candidate({ id: 'lib', name: 'lib', curve: 'generic-10k' })],
      'liquid',
    )
    expect(oil.judged.every((j) => !j.goodEnough)).toBe(true)
    expect([oil.why.code, numbersIn(oil.why)[0]]).toEqual(['none-keeps', 3])
    const pressure = compareCandidates(
      build,
      'rd-map',
      [candidate({}), candidate({ id: 'small', name: 'one bar', curve: 'absolute-1' })],
      'liquid',
    )
    expect(pressure.judged[1]!.goodEnough).toBe(false)
    expect(pressure.recommended).toBe('own')
  })
})

describe('an air sensor by place and housing', () => {
  it('soaks less the more air, the cooler the boss, the more open the bead', () => {
    const soak = (h: number, boss: number, speed: number): number =>
      airReading(HOUSINGS[h]!, 25, boss, speed).soakC
    expect(soak(0, 90, 10)).toBeLessThan(soak(0, 90, 0.1))
    expect(soak(0, 35, 1)).toBeLessThan(soak(0, 110, 1))
    for (let h = 1; h < HOUSINGS.length; h++)
      expect(soak(h, 90, 1)).toBeGreaterThan(soak(h - 1, 90, 1))
    expect(soak(2, 25, 1)).toBeCloseTo(0, 9)
    // between the air and the boss, always
    for (const p of AIR_PLACES)
      for (const h of HOUSINGS) {
        const r = airReading(h, 25, p.bossC, 0.1).readsC
        expect(r).toBeGreaterThan(25)
        expect(r).toBeLessThan(p.bossC)
      }
  })
  it('follows faster in moving air', () => {
    expect(airReading(HOUSINGS[2]!, 25, 90, 20).lagS).toBeLessThan(
      airReading(HOUSINGS[2]!, 25, 90, 0.1).lagS,
    )
    expect(airReading(HOUSINGS[2]!, 25, 90, 0.1).lagS).toBeCloseTo(HOUSINGS[2]!.airS, 9)
    expect(settlesIn(10)).toBeCloseTo(23.03, 2)
    expect(() => airReading(HOUSINGS[0]!, 25, 90, 0)).toThrow(coded('not-positive'))
  })
})
