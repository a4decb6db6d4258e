import { WaveFile } from 'wavefile'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { recordingOfColumns, recordingOfVcd, recordingOfWav } from './recording.ts'

const timeS = Float64Array.from({ length: 100 }, (_, i) => i / 1000)
const a = Float64Array.from(timeS, (t) => Math.sin(200 * t))
const b = Float64Array.from(timeS, (t) => (t % 0.02 < 0.01 ? 5 : 0))

const of = (names: string[], columns: Float64Array[], ...preamble: string[][]) => ({
  ...{ names, columns, preamble },
})

describe('columns of a file', () => {
  it('have a time and channels, the crank’s by its name', () => {
    const made = recordingOfColumns(of(['Time (s)', 'Cam', 'Crank'], [timeS, b, a]), null)
    expect(made.names).toEqual(['Cam', 'Crank'])
    expect(made.likely).toBe(1)
    const crank = made.capture(made.likely)
    expect(crank.sampleHz).toBeCloseTo(1000, 6)
    expect([...crank.samples]).toEqual([...Float32Array.from(a)])
    expect([...made.capture(0).samples]).toEqual([...Float32Array.from(b)])
  })
  it('wherever the time stands', () => {
    const made = recordingOfColumns(of(['A', 'seconds', 'B'], [a, timeS, b]), null)
    expect(made.names).toEqual(['A', 'B'])
    expect(made.capture(1).sampleHz).toBeCloseTo(1000, 6)
  })
  it('without names: the first is the time, or all are volts at a rate that was said', () => {
    expect(recordingOfColumns(of(['1', '2'], [timeS, a]), null).names).toEqual(['2'])
    const at = recordingOfColumns(of(['1', '2'], [a, b]), 48_000)
    expect(at.names).toEqual(['1', '2'])
    expect(at.capture(1).sampleHz).toBe(48_000)
    expect(recordingOfColumns(of(['x'], [a]), 10).capture(0).samples).toHaveLength(100)
  })
  it('are of the units their names say', () => {
    const made = recordingOfColumns(of(['t (ms)', 'Crank [mV]', 'Cam (V)'], [timeS, a, b]), null)
    expect(made.names).toEqual(['Crank [mV]', 'Cam (V)'])
    const crank = made.capture(0)
    expect(crank.sampleHz).toBeCloseTo(1_000_000, 3)
    expect(crank.samples[7]).toBeCloseTo(a[7]! / 1000, 9)
    expect(made.capture(1).samples[7]).toBe(b[7])
  })
  it.each([
    [['Sample rate (kHz)', '20'], 20_000],
    [['# sampling rate: 48000 Hz'], 48_000],
    [['Sampling frequency', '0,5 MHz'], 500_000],
    [['Sample interval', '2.5E-06', 's'], 400_000],
    [['Sample interval', '4us'], 250_000],
  ])('have the rate that stands above them: %j', (row, rate) => {
    const made = recordingOfColumns(of(['Crank'], [a], ['Made by', 'nobody'], row), null)
    expect(made.capture(0).sampleHz / rate).toBeCloseTo(1, 9)
    // what somebody says goes before it
    expect(recordingOfColumns(of(['Crank'], [a], row), 10).capture(0).sampleHz).toBe(10)
  })
  it('have a time by its rise where a rate stands above them too, and samples that are numbered', () => {
    const above = ['Sample rate', '500 Hz']
    const rising = recordingOfColumns(of(['x-axis', 'A'], [timeS, a], above), null)
    expect(rising.names).toEqual(['A'])
    expect(rising.capture(0).sampleHz).toBeCloseTo(1000, 6)
    const count = Float64Array.from(timeS, (_, i) => i)
    const numbered = recordingOfColumns(of(['Sample', 'A', 'B'], [count, a, b], above), null)
    expect(numbered.names).toEqual(['A', 'B'])
    expect(numbered.capture(1).sampleHz).toBe(500)
    expect([...numbered.capture(1).samples]).toEqual([...Float32Array.from(b)])
    expect(() => recordingOfColumns(of(['Sample', 'A'], [count, a]), null)).toThrow(
      coded('bad-capture'),
    )
  })
  it('are refused without a time or a rate, and where there are too many', () => {
    expect(() => recordingOfColumns(of(['x'], [a]), null)).toThrow(coded('bad-capture'))
    const names = ['time', ...Array.from({ length: 65 }, (_, i) => `c${i}`)]
    const columns = names.map((_, i) => (i === 0 ? timeS : a))
    expect(() => recordingOfColumns(of(names, columns), null)).toThrow(coded('bad-capture'))
  })
})

it('a WAV file has its left and its right', () => {
  const wav = new WaveFile()
  const [left, right] = [a, b].map((c) => Float64Array.from(c, (v) => Math.round(6000 * v)))
  wav.fromScratch(2, 1000, '16', [left!, right!])
  const of = recordingOfWav(wav.toBuffer())
  expect(of.names).toEqual(['left', 'right'])
  expect(of.capture(0).samples[10]! * 32768).toBeCloseTo(left![10]!, 3)
  expect(of.capture(1).samples[3]! * 32768).toBeCloseTo(right![3]!, 3)
  expect(of.capture(1).signKnown).toBe(false)
})

it('a dump has each of its signals', () => {
  const text = [
    '$timescale 1 us $end',
    '$var wire 1 ! crank $end',
    '$var wire 1 " cam $end',
    '$enddefinitions $end',
    ...[
      '#0',
      '0!',
      '0"',
      '#10',
      '1!',
      '#20',
      '0!',
      '1"',
      '#30',
      '1!',
      '#40',
      '0"',
      '0!',
      '#60',
      '1"',
    ],
  ].join('\n')
  const of = recordingOfVcd(text)
  expect(of.names).toEqual(['crank', 'cam'])
  const level = (channel: number, us: number): number => {
    const { samples, sampleHz } = of.capture(channel)
    return samples[Math.round((us * sampleHz) / 1e6)]!
  }
  expect([5, 15, 25, 35].map((us) => level(0, us))).toEqual([0, 5, 0, 5])
  expect([5, 15, 25, 35, 45].map((us) => level(1, us))).toEqual([0, 0, 5, 5, 0])
})
