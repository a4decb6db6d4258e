import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { correctedAngle, edgeBefore, enteredAngle, signatureOf, topDeadCentre } from './angle.ts'
import { lampFit } from './lamp.ts'
import { parseWheel } from './wheel.ts'

const wheel = parseWheel('36-2')
const counts = (tooth: 'after-gap' | 'before-gap', from: 'before' | 'after') => ({ tooth, from })
const ALL = [
  counts('after-gap', 'before'),
  counts('after-gap', 'after'),
  counts('before-gap', 'before'),
  counts('before-gap', 'after'),
]

describe('a trigger angle in the unit’s own convention', () => {
  it('there and back again is where it was', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 359.9, noNaN: true }), (before) => {
        for (const c of ALL)
          expect(edgeBefore(enteredAngle(before, wheel, c), wheel, c)).toBeCloseTo(before, 6)
      }),
    )
  })
  it('the tooth before the gap stands the gap further before top dead centre', () => {
    expect(enteredAngle(97.6, wheel, counts('before-gap', 'before'))).toBeCloseTo(127.6, 9)
    expect(enteredAngle(97.6, wheel, counts('after-gap', 'after'))).toBeCloseTo(262.4, 9)
  })

  it('corrected by the lamp fires where it is asked to: tried on an engine, in every convention', () => {
    for (const c of ALL)
      for (const wrongBy of [-35.6, 12, 4]) {
        const truth = 62
        const told = enteredAngle(truth - wrongBy, wheel, c)
        // the unit waits from edge 0 for as many degrees as it thinks lie between it and the spark
        const sparkAt = (entered: number, commanded: number): number => {
          const waits = edgeBefore(entered, wheel, c) - commanded
          return ((truth - waits + 540) % 360) - 180
        }
        const fit = lampFit(
          [900, 3000].map((rpm) => ({ rpm, commandedDeg: 10, seenDeg: sparkAt(told, 10) })),
        )
        expect(fit.offsetDeg).toBeCloseTo(wrongBy, 6)
        const mended = correctedAngle(told, fit.offsetDeg, wheel, c)
        expect(sparkAt(mended, 10)).toBeCloseTo(10, 6)
        expect(sparkAt(mended, 25)).toBeCloseTo(25, 6)
      }
  })
})

describe('signatures of an offset', () => {
  it('half a tooth is a wrong edge, the gap the other side of it, all else nothing', () => {
    expect(signatureOf(5.1, 0.3, wheel)).toBe('half-tooth')
    expect(signatureOf(-5, 0.3, wheel)).toBe('half-tooth')
    expect(signatureOf(30.2, 0.3, wheel)).toBe('gap')
    expect(signatureOf(-35.6, 0.4, wheel)).toBe(null)
    // too little is known to say
    expect(signatureOf(5, 3, wheel)).toBe(null)
    expect(() => signatureOf(NaN, 1, wheel)).toThrow(coded('not-a-number'))
  })
})

describe('top dead centre by a piston stop', () => {
  it('lies half way between the touches, wherever the degree wheel begins', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 359.9, noNaN: true }),
        fc.double({ min: 5, max: 80, noNaN: true }),
        fc.boolean(),
        (top, stop, turned) => {
          const touches = [top - stop, top + stop].map((d) => ((d % 360) + 360) % 360)
          const [a, b] = turned ? [touches[1]!, touches[0]!] : [touches[0]!, touches[1]!]
          const off = Math.abs(topDeadCentre(a, b) - top)
          expect(Math.min(off, 360 - off)).toBeLessThan(1e-6)
        },
      ),
    )
    expect(() => topDeadCentre(40, 40)).toThrow(coded('bad-range'))
  })
})
