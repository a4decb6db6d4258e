import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { EchtError } from '../error.ts'
import { decodeTrigger } from './decode.ts'
import { simulateTrigger } from './simulate.ts'
import { captureOfVcd, vcdOfCapture } from './vcd.ts'
import { parseWheel } from './wheel.ts'

const wheel = parseWheel('12-1')
const made = simulateTrigger({
  ...{ wheel, pickup: 'hall', sampleHz: 100_000, durationS: 0.6, seed: 2 },
  rpm: () => 600,
})

/** As a logic analyser writes it: two signals, changes alone, in microseconds. */
function dump(): string {
  const lines = [
    '$date today $end',
    '$timescale 1 us $end',
    '$scope module logic $end',
    '$var wire 1 ! crank $end',
    '$var wire 1 " cam $end',
    '$upscope $end',
    '$enddefinitions $end',
    '#0',
    '$dumpvars',
    '0"',
    '$end',
  ]
  let before = -1
  made.samples.forEach((v, i) => {
    const level = v > 2.5 ? 1 : 0
    if (level === before) return
    before = level
    lines.push(`#${i * 10}`, `${level}!`, ...(i % 7 === 0 ? ['1"'] : []))
  })
  return lines.join('\n')
}

describe('a value change dump', () => {
  it('of a logic analyser is decoded as the signal it was made of', () => {
    const { samples, sampleHz } = captureOfVcd(dump())
    const got = decodeTrigger(samples, { sampleHz, wheel, pickup: 'hall' })
    expect(got.inSync).toBe(true)
    expect(got.faults).toEqual([])
    expect(got.rpm.every((v) => Math.abs(v - 600) < 12)).toBe(true)
  })
  it('goes out and comes back', () => {
    const samples = Float32Array.from({ length: 500 }, (_, i) => Math.round(3 * Math.sin(i / 9)))
    const back = captureOfVcd(vcdOfCapture({ samples, sampleHz: 1000 }))
    for (let i = 0; i < samples.length - 1; i += 13)
      expect(back.samples[Math.round(((i + 0.5) / 1000) * back.sampleHz)]).toBeCloseTo(
        samples[i]!,
        9,
      )
  })
  it.each([
    ['', 'nothing'],
    ['time,volt\n0,1', 'a table'],
    ['$timescale 1 us $end $var wire 1 ! a $end', 'cut short'],
    ['$var wire 1 ! a $end $enddefinitions $end\n#0\n1!\n#5\n0!\n#9\n1!', 'no timescale'],
    ['$timescale 1 us $end $var wire 8 ! a $end $enddefinitions $end\n#0', 'a bus alone'],
    ['$timescale 1 us $end $var wire 1 ! a $end $enddefinitions $end\n#9\n1!\n#5\n0!', 'backwards'],
    [
      '$timescale 1 us $end $var wire 1 ! a $end $enddefinitions $end\n#0\n1!\n0!\n1!',
      'one moment',
    ],
  ])('%j is refused: %s', (text) => {
    expect(() => captureOfVcd(text)).toThrow(coded('bad-capture'))
  })
  it('mutated is read or refused, and nothing else', () => {
    const text = dump().slice(0, 900)
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(text.length - 1), fc.string({ minLength: 1, maxLength: 2 })), {
          minLength: 1,
          maxLength: 5,
        }),
        (changes) => {
          let mutated = text
          for (const [at, put] of changes)
            mutated = mutated.slice(0, at) + put + mutated.slice(at + 1)
          try {
            const { samples, sampleHz } = captureOfVcd(mutated)
            expect(samples.every(Number.isFinite)).toBe(true)
            expect(sampleHz).toBeGreaterThan(0)
          } catch (error) {
            expect(error).toBeInstanceOf(EchtError)
          }
        },
      ),
      { numRuns: 400 },
    )
  })
})
