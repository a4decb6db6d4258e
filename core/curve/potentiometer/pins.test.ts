import { describe, expect, it } from 'vitest'
import { uniformStream } from '../../math/index.ts'
import { potentiometerPins, type PairOhms, type PotentiometerPin } from './pins.ts'

const WIRINGS: [wiper: PotentiometerPin, ground: PotentiometerPin, supply: PotentiometerPin][] = [
  ['a', 'b', 'c'],
  ['a', 'c', 'b'],
  ['b', 'a', 'c'],
  ['b', 'c', 'a'],
  ['c', 'a', 'b'],
  ['c', 'b', 'a'],
]

/** What a meter of ±1 % reads between the pins; the wiper stands at `share` of the track from ground. */
function read(
  [wiper, ground, supply]: (typeof WIRINGS)[number],
  trackOhm: number,
  share: number,
  contactOhm: number,
  uniform: () => number,
): PairOhms {
  const meter = (ohm: number): number => ohm * (1 + 0.01 * (2 * uniform() - 1))
  const value = new Map([
    [[wiper, ground].sort().join(''), share * trackOhm + contactOhm],
    [[wiper, supply].sort().join(''), (1 - share) * trackOhm + contactOhm],
    [[ground, supply].sort().join(''), trackOhm],
  ])
  return { ab: meter(value.get('ab')!), bc: meter(value.get('bc')!), ac: meter(value.get('ac')!) }
}

describe('potentiometerPins', () => {
  it('is right on every wiring of 1,000 potentiometers with 1 % meter error and up to 20 Ω of contact', () => {
    const uniform = uniformStream(12)
    let certain = 0
    for (let n = 0; n < 1000; n++)
      for (const wiring of WIRINGS) {
        const track = 1000 + 9000 * uniform(),
          closed = 0.05 + 0.15 * uniform(),
          open = 0.7 + 0.25 * uniform(),
          contact = 20 * uniform()
        const found = potentiometerPins(
          read(wiring, track, closed, contact, uniform),
          read(wiring, track, open, contact, uniform),
        )
        expect([found.wiper, found.ground, found.supply]).toEqual(wiring)
        expect(Math.abs(found.trackOhm / track - 1)).toBeLessThan(0.011)
        if (found.certain) certain++
      }
    expect(certain / 6000).toBeGreaterThan(0.95)
  })
  it('says so where the throw is too small to tell', () => {
    const uniform = uniformStream(5)
    for (let n = 0; n < 5000; n++) {
      const wiring = WIRINGS[n % 6]!,
        at = 0.02 + 0.9 * uniform(),
        track = 1000 + 9000 * uniform(),
        moves = 0.02 * uniform()
      expect(
        potentiometerPins(
          read(wiring, track, at, 20 * uniform(), uniform),
          read(wiring, track, at + moves, 20 * uniform(), uniform),
        ).certain,
      ).toBe(false)
    }
  })
  it('is seldom certain and wrong, whatever the throw', () => {
    const uniform = uniformStream(8)
    let wrong = 0
    for (let n = 0; n < 4000; n++) {
      const wiring = WIRINGS[n % 6]!,
        closed = 0.02 + 0.5 * uniform(),
        open = closed + 0.01 + 0.4 * uniform()
      const found = potentiometerPins(
        read(wiring, 2000 + 6000 * uniform(), closed, 20 * uniform(), uniform),
        read(wiring, 2000 + 6000 * uniform(), Math.min(0.99, open), 20 * uniform(), uniform),
      )
      if (found.certain && found.wiper !== wiring[0]) wrong++
    }
    expect(wrong / 4000).toBeLessThan(0.002)
  })
  it.each([
    [{ ab: 0, bc: 1, ac: 1 }, /ab closed is 0/],
    [{ ab: 1, bc: Infinity, ac: 1 }, /bc closed/],
    [{ ab: 1, bc: 1, ac: -4 }, /above zero/],
  ])('refuses %o', (closed, message) => {
    expect(() => potentiometerPins(closed, { ab: 1, bc: 1, ac: 1 })).toThrow(message)
  })
})
