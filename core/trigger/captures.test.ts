import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { EchtError } from '../error.ts'
import { captureAtRate, captureOfColumns, csvOfCapture, csvPieces } from './captures.ts'
import { captureOfWav, wavOfCapture } from './wav.ts'
import { captureOfVcd, vcdPieces } from './vcd.ts'

const samples = Float32Array.from({ length: 2000 }, (_, i) => Math.sin(i / 9) * 2)
const clock = (n: number, hz: number) => Float64Array.from({ length: n }, (_, i) => i / hz)

describe('a capture out of columns', () => {
  it('is the signal at the rate of its clock, rounded or not', () => {
    const { sampleHz, samples: got } = captureOfColumns(clock(2000, 48_000), samples)
    expect(sampleHz).toBeCloseTo(48_000, 3)
    expect(got).toEqual(samples)
    const rounded = clock(2000, 48_000).map((t) => Math.round(t * 1e5) / 1e5)
    expect(captureOfColumns(rounded, samples).sampleHz / 48_000).toBeCloseTo(1, 3)
  })
  it('refuses time that runs backwards, stands still, or has two rates', () => {
    const back = clock(2000, 1000)
    back[900] = 0.1
    const two = clock(2000, 1000).map((t, i) => (i < 1000 ? t : 1 + (i - 1000) / 100))
    for (const time of [back, two, new Float64Array(2000), clock(2, 10)])
      expect(() => captureOfColumns(time, samples)).toThrow(coded('bad-capture'))
  })
  it('rates and times that no engine has are refused in words, not by a slip of the machine', () => {
    const words = (of: () => unknown): string => {
      try {
        of()
      } catch (error) {
        expect(error).toBeInstanceOf(EchtError)
        return (error as EchtError).message
      }
      return ''
    }
    const three = [0, 1, 2]
    expect(words(() => captureAtRate(three, 1e300))).toMatch(/1e\+300 samples a second/)
    expect(words(() => captureAtRate(three, 1e-300))).toMatch(/samples a second/)
    expect(words(() => captureOfColumns([0, 1e307, 2e307], three))).toMatch(/samples a second/)
    expect(words(() => captureOfColumns([NaN, 1, NaN], three))).toMatch(/column of time/)
    expect(words(() => captureAtRate([0, 1e308, 0], 1000))).toMatch(/holds 1e\+308/)
    const dump = (end: string): string =>
      `$timescale 1 s $end\n$var wire 1 ! a $end\n$enddefinitions $end\n#0\n0!\n#1\n1!\n#2\n0!\n#${end}\n1!\n`
    expect(words(() => captureOfVcd(dump('2e307')))).toMatch(/lasts 2e\+307 s/)
  })
  it('names the row that holds no number', () => {
    const holed = Float64Array.from(samples)
    holed[41] = NaN
    expect(() => captureOfColumns(clock(2000, 1000), holed)).toThrow(/Row 42/)
    expect(() => captureAtRate(samples, 0)).toThrow(coded('not-positive'))
    // single precision holds no 1e308
    holed[41] = 1e308
    expect(() => captureOfColumns(clock(2000, 1000), holed)).toThrow(/Row 42/)
  })
  it('goes out as CSV and comes back', () => {
    const text = csvOfCapture({ samples, sampleHz: 8000 })
    const { data } = Papa.parse<string[]>(text, { skipEmptyLines: true })
    const rows = data.slice(1).map((r) => r.map(Number))
    const { samples: got, sampleHz } = captureOfColumns(
      rows.map((r) => r[0]!),
      rows.map((r) => r[1]!),
    )
    expect(sampleHz).toBeCloseTo(8000, 3)
    for (let i = 0; i < got.length; i += 97) expect(got[i]).toBeCloseTo(samples[i]!, 4)
  })
  it('goes out in pieces, none of them long, each row once and in its order', () => {
    const long = Float32Array.from({ length: 120_001 }, (_, i) => i % 1000)
    for (const pieces of [
      [...csvPieces({ samples: long, sampleHz: 1000 })],
      [...vcdPieces({ samples: long, sampleHz: 1000 })],
    ]) {
      expect(pieces.length).toBeGreaterThan(3)
      expect(Math.max(...pieces.map((p) => p.length))).toBeLessThan(2_000_000)
    }
    const [, ...rows] = [...csvPieces({ samples: long, sampleHz: 1000 })].join('').split('\r\n')
    expect(rows).toHaveLength(long.length)
    for (const [i, row] of rows.entries()) expect(row).toBe(`${i / 1000},${i % 1000}`)
  })
})

describe('a capture out of a WAV file', () => {
  const wav = wavOfCapture({ samples, sampleHz: 44_100 })

  it('comes back by its shape, its sign not known', () => {
    const got = captureOfWav(wav)
    expect(got.sampleHz).toBe(44_100)
    expect(got.signKnown).toBe(false)
    expect(got.samples).toHaveLength(samples.length)
    for (let i = 0; i < samples.length; i += 83)
      expect(got.samples[i]! * 2).toBeCloseTo(samples[i]!, 3)
  })
  it('is refused where it is cut short, empty, or none', () => {
    expect(() => captureOfWav(wav.slice(0, 900))).toThrow(coded('bad-capture'))
    expect(() => captureOfWav(new Uint8Array(0))).toThrow(coded('bad-capture'))
    expect(() => captureOfWav(new TextEncoder().encode('time,volt\n'.repeat(9)))).toThrow(
      coded('bad-capture'),
    )
    const huge = wav.slice()
    new DataView(huge.buffer).setUint32(40, 1e9, true)
    expect(() => captureOfWav(huge)).toThrow(coded('bad-capture'))
  })
  it('mutated a thousand times is read or refused, and nothing else', () => {
    const small = wavOfCapture({ samples: samples.subarray(0, 200), sampleHz: 8000 })
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(small.length - 1), fc.nat(255)), { minLength: 1, maxLength: 6 }),
        fc.nat(small.length),
        (changes, cut) => {
          const bytes = small.slice(0, changes.length % 3 === 0 ? cut : undefined)
          for (const [at, value] of changes) if (at < bytes.length) bytes[at] = value
          try {
            const got = captureOfWav(bytes)
            expect(got.samples.every(Number.isFinite)).toBe(true)
            expect(got.sampleHz).toBeGreaterThan(0)
          } catch (error) {
            expect(error).toBeInstanceOf(EchtError)
          }
        },
      ),
      { numRuns: 1000 },
    )
  })
})
