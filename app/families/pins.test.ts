import { expect, test } from 'vitest'
import { dutyOf, lettersOf, pairsOf, pinsFound, type OhmsOfPairs } from './pins.ts'

/** A track of 4 kΩ from `ground` to `supply`, its wiper at a share of it, read with a wiper contact of 12 Ω. */
const read = (
  [ground, wiper, supply]: [string, string, string],
  share: number,
): Record<string, number> => {
  const pair = (p: string, q: string): string => [p, q].sort().join('')
  return {
    [pair(ground, supply)]: 4000,
    [pair(ground, wiper)]: 4000 * share + 12,
    [pair(wiper, supply)]: 4000 * (1 - share) + 12,
  }
}

test('nothing is said before every pair is typed', () => {
  const closed = read(['a', 'b', 'c'], 0.1) as OhmsOfPairs
  expect(pinsFound('3', { closed, open: {} })).toEqual({ found: null, problem: null })
  expect(pairsOf('4')).toHaveLength(6)
})

test('three pins, whichever is which: signal, ground and supply are the ones it was made of', () => {
  for (const made of [
    ['a', 'b', 'c'],
    ['c', 'a', 'b'],
    ['b', 'c', 'a'],
  ] as [string, string, string][]) {
    const { found } = pinsFound('3', { closed: read(made, 0.1), open: read(made, 0.85) })
    const duties = lettersOf('3').map((l) => `${l} ${dutyOf(l, found!)}`)
    expect(duties.sort()).toEqual(
      [`${made[0]} ground`, `${made[1]} signal`, `${made[2]} supply 5 V`].sort(),
    )
    expect(found!.certain).toBe(true)
  }
})

test('four pins, the fourth open as a meter shows it: an idle switch', () => {
  const openPairs = { ad: 1e9, bd: 1e9, cd: 1e9 }
  const track = ['c', 'a', 'b'] as [string, string, string]
  const closed = { ...read(track, 0.1), ...{ ad: 412 + 3, bd: 4003, cd: 3 } }
  const open = { ...read(track, 0.85), ...openPairs }
  const { found } = pinsFound('4', { closed, open })
  expect(found!.idle).toEqual({ pin: 'd', joins: 'c', closesAt: 'closed' })
  expect(dutyOf('d', found!)).toBe('idle switch')
})

test('what fits no potentiometer is not certain, and a broken track says so', () => {
  const odd = { ab: 100, bc: 50_000, ac: 3 }
  expect(pinsFound('3', { closed: odd, open: odd }).found!.certain).toBe(false)
  const broken = { ...odd, bc: 1e8 }
  const { found, problem } = pinsFound('3', { closed: broken, open: odd })
  expect(found).toBeNull()
  expect(problem).toContain('bc closed')
})
