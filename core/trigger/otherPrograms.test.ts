import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { recordingOfVcd, recordingOfWav } from './recording.ts'
import { WavReader } from './wav.ts'

// Files that other programs wrote (`fixtures/make.sh`), read against what was put into them.

const folder = new URL('./fixtures/', import.meta.url)
const bytesOf = (name: string): Uint8Array => new Uint8Array(readFileSync(new URL(name, folder)))

/** What was put in. */
const put = (i: number, channel = 0): number =>
  0.8 * Math.sin((2 * Math.PI * i) / (40 + 10 * channel)) * (0.3 + (0.7 * i) / 400)
const FRAMES = 400

describe('sound files of other programs', () => {
  /** How coarse each way of writing is: half a step, a share of a companded value. */
  it.each([
    ['sox-u8.wav', 1 / 128],
    ['sox-s16.wav', 1e-4],
    ['sox-s24.wav', 1e-6],
    ['sox-s32.wav', 1e-6],
    ['sox-f32.wav', 1e-6],
    ['sox-f64.wav', 1e-6],
    ['sox-mulaw.wav', 0.03],
    ['sox-alaw.wav', 0.03],
    ['ffmpeg-pcm_u8.wav', 1 / 128],
    ['ffmpeg-pcm_s24le.wav', 1e-6],
    ['ffmpeg-pcm_f32le.wav', 1e-6],
    ['ffmpeg-pcm_f64le.wav', 1e-6],
    ['ffmpeg-rf64.wav', 1e-6],
    ['ffmpeg-piped.wav', 1e-4],
  ])('%s is what was put in', (name, within) => {
    const { samples, sampleHz } = recordingOfWav(bytesOf(name)).capture(0)
    expect(sampleHz).toBe(8000)
    expect(samples.length).toBeGreaterThanOrEqual(FRAMES)
    for (let i = 0; i < FRAMES; i++) expect(Math.abs(samples[i]! - put(i))).toBeLessThan(within)
  })
  it('of eight channels each is its own', () => {
    const { names, capture } = recordingOfWav(bytesOf('sox-s16-8channels.wav'))
    expect(names).toHaveLength(8)
    for (const c of [0, 3, 7]) {
      const { samples } = capture(c)
      for (let i = 0; i < FRAMES; i += 7)
        expect(Math.abs(samples[i]! - put(i, c))).toBeLessThan(1e-4)
    }
  })
  it.each([
    ['sox-ms-adpcm.wav', /Microsoft ADPCM/],
    ['sox-gsm.wav', /GSM/],
    ['sox-ima.wav', /IMA ADPCM/],
    ['sox-ima-stereo.wav', /IMA ADPCM/],
    ['ffmpeg-adpcm_ima_wav.wav', /IMA ADPCM/],
    ['ffmpeg-adpcm_ms.wav', /Microsoft ADPCM/],
    ['ffmpeg-adpcm_g726.wav', /G\.726/],
    ['ffmpeg-libmp3lame.wav', /MP3/],
    ['ffmpeg-w64.wav', /Wave64/],
    ['ffmpeg-aiff.wav', /AIFF/],
  ])('%s is refused by the name of what it is', (name, said) => {
    expect(() => recordingOfWav(bytesOf(name))).toThrow(said)
  })
  it.each([
    ['1 bit', 34, 1, /of 1 bits/],
    ['12 bits', 34, 12, /of 12 bits/],
    ['an unknown kind', 20, 0x4321, /of kind 17185/],
    ['no channel', 22, 0, /no channel/],
    ['4.29 GHz', 24, 0xffffffff, /4294967295 samples a second/],
    ['nothing a second', 24, 0, /0 samples a second/],
  ])('a header that says %s is refused in words', (_, at, value, said) => {
    const bytes = bytesOf('sox-s16.wav')
    const view = new DataView(bytes.buffer)
    if (at === 24) view.setUint32(at, value, true)
    else view.setUint16(at, value, true)
    expect(() => recordingOfWav(bytes)).toThrow(said)
  })
  it('what is too long is refused by its header, before a sample is read', () => {
    const header = bytesOf('sox-u8.wav').slice(0, 60)
    const fileBytes = 150e6
    new DataView(header.buffer).setUint32(40, fileBytes - 44, true)
    expect(() => new WavReader(fileBytes).push(header)).toThrow(/are more than 50000000/)
  })
  it('comes a byte at a time as it comes at once, and cut short is refused wherever it is cut', () => {
    for (const name of ['sox-s24.wav', 'ffmpeg-piped.wav', 'ffmpeg-rf64.wav']) {
      const bytes = bytesOf(name)
      const reader = new WavReader(bytes.length)
      for (const byte of bytes) reader.push(Uint8Array.of(byte))
      const whole = recordingOfWav(bytes).capture(0)
      expect([...reader.end().capture(0).samples]).toEqual([...whole.samples])
    }
    const bytes = bytesOf('sox-s24.wav')
    for (let length = 0; length < bytes.length; length += 13)
      expect(() => recordingOfWav(bytes.slice(0, length))).toThrow(coded('bad-capture'))
  })
  it('every one of them is tried here', () => {
    const tried = readFileSync(new URL('./otherPrograms.test.ts', import.meta.url), 'utf8')
    for (const name of readdirSync(folder).filter((f) => !f.endsWith('.sh')))
      expect(tried).toContain(name)
  })
})

describe('a dump of a logic simulator', () => {
  const { names, likely, capture } = recordingOfVcd(
    readFileSync(new URL('iverilog.vcd', folder), 'utf8'),
  )
  it('offers each of its signals once, and begins with the crank', () => {
    expect(names).toEqual(
      expect.arrayContaining([
        'copy',
        'open',
        'half',
        'a',
        'b',
        'c',
        'd',
        'crank',
        'late',
        'level',
      ]),
    )
    expect(names).toHaveLength(11)
    expect(names[likely]).toBe('crank')
  })
  it('has its edges where they were put', () => {
    const { samples, sampleHz } = capture(likely)
    const rises = [...samples.keys()].filter(
      (i) => i > 0 && samples[i - 1]! < 2.5 && samples[i]! >= 2.5,
    )
    expect(rises).toHaveLength(40)
    // 250 µs low, 250.5 µs high, from the beginning
    rises.forEach((i, k) =>
      expect(Math.abs(i / sampleHz - (250e-6 + k * 500.5e-6))).toBeLessThan(2 / sampleHz),
    )
  })
  it('begins with what changes the most where no name tells', () => {
    const text = readFileSync(new URL('iverilog.vcd', folder), 'utf8').replaceAll('crank', 'x7')
    const of = recordingOfVcd(text)
    expect(['x7', 'copy']).toContain(of.names[of.likely])
    // one that never changes can be chosen by nobody, and says so
    expect(() => of.capture(of.names.indexOf('quiet'))).toThrow(coded('bad-capture'))
  })
})
