import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { EchtError } from '../error.ts'
import { decodeTrigger } from './decode.ts'
import { simulateTrigger } from './simulate.ts'
import { captureOfVcd, vcdOfCapture, VcdReader } from './vcd.ts'
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
  it('is read the same in pieces, wherever it is cut', () => {
    const text = `${dump()}\n`
    const whole = captureOfVcd(text)
    fc.assert(
      fc.property(fc.array(fc.nat(text.length), { maxLength: 12 }), (cuts) => {
        const reader = new VcdReader()
        const at = [0, ...cuts.toSorted((a, b) => a - b), text.length]
        for (let i = 1; i < at.length; i++) reader.push(text.slice(at[i - 1], at[i]))
        const signals = reader.end()
        expect(signals.map((s) => s.name)).toEqual(['crank', 'cam'])
        const { samples, sampleHz } = signals[0]!.capture()
        expect(sampleHz).toBe(whole.sampleHz)
        expect(Buffer.compare(Buffer.from(samples.buffer), Buffer.from(whole.samples.buffer))).toBe(
          0,
        )
      }),
      { numRuns: 60 },
    )
  })
  it.each([
    ['words on one line', '#0 0! #10 1! #20 0! #30 1! #40 0!'],
    ['bits as vectors', '#0\nb0 !\n#10\nb1 !\n#20\nb0 !\n#30\nB1 !\n#40\nb0 !'],
    [
      'what is no level',
      '#0 0! bconstructor ! #10 1! x! #20 0! b__proto__ ! #30 1! z! #40 0! r ! rx !',
    ],
    [
      'a remark between',
      '#0 0! $comment 1! #999 $end #10 1! #20 0! #30\t1! #40 0! $dumpoff x! $end',
    ],
    ['carriage returns', '#0\r\n0!\r\n#10\r\n1!\r\n#20\r\n0!\r\n#30\r\n1!\r\n#40\r\n0!\r\n'],
  ])('is read however it is laid out: %s', (_, changes) => {
    const { samples, sampleHz } = captureOfVcd(
      `$timescale 1 us $end $var wire 1 ! a $end $enddefinitions $end\n${changes}`,
    )
    const at = (us: number): number => samples[Math.round(us * 1e-6 * sampleHz)]!
    expect([5, 15, 25, 35].map(at)).toEqual([0, 5, 0, 5])
  })
  it('of a minute keeps its edges where they were, finer than the clock they are laid on', () => {
    // 36 even edges a turn at 6000 rpm for 60 s, told in nanoseconds: the clock has a step of 12 µs
    const [turns, pitchNs] = [6000, 277_777]
    const lines = ['$timescale 1 ns $end $var wire 1 ! a $end $enddefinitions $end']
    for (let k = 0; k < turns * 36; k++)
      lines.push(`#${k * pitchNs} 1! #${k * pitchNs + 90_001} 0!`)
    lines.push(`#${turns * 36 * pitchNs}`)
    const { samples, sampleHz } = captureOfVcd(lines.join('\n'))
    expect(samples.length).toBeLessThan(5_000_010)
    const falls: number[] = []
    for (let i = 1; i < samples.length; i++) {
      const [before, now] = [samples[i - 1]!, samples[i]!]
      if (before >= 2.5 && now < 2.5)
        falls.push((i - 1 + (before - 2.5) / (before - now)) / sampleHz)
    }
    expect(falls).toHaveLength(turns * 36)
    const off = falls.map((t, k) => Math.abs(t - (k * pitchNs + 90_001) * 1e-9))
    expect(off.reduce((a, b) => Math.max(a, b), 0)).toBeLessThan(0.1 / sampleHz)
  })
  it('of two signals lays both on one clock, though one changes later than the other', () => {
    const lines = [
      '$timescale 1 us $end $var wire 1 ! crank $end $var wire 1 " cam $end $enddefinitions $end',
    ]
    // the crank switches every ms from 1 ms on, the cam first rises at 7.25 ms
    for (let k = 1; k < 40; k++) {
      lines.push(`#${k * 1000} ${k % 2}!`)
      if (k % 8 === 7) lines.push(`#${k * 1000 + 250} ${k % 16 === 7 ? 1 : 0}"`)
    }
    const reader = new VcdReader()
    reader.push(lines.join('\n'))
    const [crank, cam] = reader.end().map((s) => s.capture())
    expect(cam!.sampleHz).toBe(crank!.sampleHz)
    expect(cam!.samples).toHaveLength(crank!.samples.length)
    const at = (s: Float32Array, ms: number): number =>
      s[Math.round((ms - 1) * 1e-3 * cam!.sampleHz)]!
    expect([1.5, 2.5, 3.5].map((ms) => at(crank!.samples, ms))).toEqual([5, 0, 5])
    expect([2, 7.2, 7.3, 15.2, 15.3, 23.3].map((ms) => at(cam!.samples, ms))).toEqual([
      0, 0, 5, 5, 0, 5,
    ])
  })
  it('of a sampled signal comes back sample by sample, at its own rate', () => {
    const samples = Float32Array.from({ length: 3000 }, (_, i) => 4 * Math.sin(i / 7) * (i % 500))
    const back = captureOfVcd(vcdOfCapture({ samples, sampleHz: 48_000 }))
    expect(back.sampleHz / 48_000).toBeCloseTo(1, 7)
    expect(back.samples).toHaveLength(samples.length)
    for (const [i, v] of samples.entries())
      expect(Math.abs(back.samples[i]! - v)).toBeLessThan(1e-5 * Math.abs(v) + 1e-9)
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
    [
      `$timescale 1 us $end ${[...'!"#%&'].map((c) => `$var wire 1 ${c} s $end`).join(' ')} $enddefinitions $end\n#0`,
      'five signals',
    ],
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
