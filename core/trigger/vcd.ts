import { EchtError } from '../error.ts'
import { captureAtRate, type Capture } from './captures.ts'

/** Seconds of the units a timescale may be in. */
const UNITS: Readonly<Record<string, number>> = {
  s: 1,
  ms: 1e-3,
  us: 1e-6,
  ns: 1e-9,
  ps: 1e-12,
  fs: 1e-15,
}
/** A logic analyser gives moments, not samples: they are laid on a clock so quick, but of no more samples than this. */
const CLOCK_HZ = 1e6
const MOST_SAMPLES = 5_000_000
/** What a level stands for, V, where the file says 0 and 1 alone. */
const HIGH_V = 5

/** A signal of a dump: its name, and the code its changes are written with. */
export type VcdSignal = { name: string; code: string }
type Header = { tick: number; signals: VcdSignal[]; at: number }

const bad = (why: string): EchtError => new EchtError('bad-capture', why)

/**
 * A capture out of a value change dump (IEEE 1364): its first signal of one bit, or its first real one, as volts on
 * an even clock. Throws `EchtError` `bad-capture` for what declares no signal or no timescale, runs backwards or is
 * cut short.
 */
export const captureOfVcd = (text: string): Capture =>
  captureOfSignal(text, signalsOfVcd(text)[0]!.code)

/** Signals of one bit, or real ones where there are none. Throws as `captureOfVcd`. */
export const signalsOfVcd = (text: string): VcdSignal[] => headerOf(text).signals

/** One signal of a dump as a capture, by its code. Throws as `captureOfVcd`. */
export function captureOfSignal(text: string, code: string): Capture {
  const { tick, at } = headerOf(text)
  const times: number[] = []
  const values: number[] = []
  let now = 0
  for (const line of text.slice(at).split('\n')) {
    const said = line.trim()
    if (said === '') continue
    if (said[0] === '#') {
      const then = Number(said.slice(1))
      if (!Number.isFinite(then) || then < now)
        throw bad(`Time goes from ${now} to ${said.slice(1, 20)} in this dump: it is damaged.`)
      now = then
      continue
    }
    const value = valueOf(said, code)
    if (value === null) continue
    times.push(now * tick)
    values.push(value)
  }
  if (times.length < 3) throw bad('This dump holds no changes of that signal.')
  return onClock(times, values, now * tick)
}

function headerOf(text: string): Header {
  const end = text.indexOf('$enddefinitions')
  if (end < 0)
    throw bad('This is no value change dump, or it was cut short: its definitions do not end.')
  const head = text.slice(0, end)
  const scale = /\$timescale\s+(\d+)\s*(s|ms|us|ns|ps|fs)\s+\$end/.exec(head)
  if (!scale) throw bad('This dump names no timescale, such as 1 us: export it again.')
  const declared = /\$var\s+(?:(?:wire|reg|logic|tri)\s+1|real\s+\d+)\s+(\S+)\s+(\S+)/g
  const signals = [...head.matchAll(declared)].map(([, code, name]) => ({
    name: name!,
    code: code!,
  }))
  if (signals.length === 0) throw bad('This dump declares no signal of one bit, and no real one.')
  const at = text.indexOf('$end', end + 1)
  return {
    tick: Number(scale[1]) * UNITS[scale[2]!]!,
    signals,
    at: at < 0 ? text.length : at + 4,
  }
}

/** The value a line gives a signal, V; null where it is about another, or of no level. */
function valueOf(line: string, code: string): number | null {
  if (line[0] === 'r' || line[0] === 'R') {
    const [value, of] = line.slice(1).split(/\s+/)
    return of === code && Number.isFinite(Number(value)) ? Number(value) : null
  }
  const level = line[0]
  if (line.slice(1).trim() !== code) return null
  return level === '1' ? HIGH_V : level === '0' ? 0 : null
}

/** Changes laid on an even clock, each level held until the next. */
function onClock(times: readonly number[], values: readonly number[], endS: number): Capture {
  const from = times[0]!
  const length = endS - from
  if (!(length > 0)) throw bad('All changes of this dump are at one moment.')
  const sampleHz = Math.min(CLOCK_HZ, MOST_SAMPLES / length)
  const samples = new Float32Array(Math.floor(length * sampleHz) + 1)
  let k = 0
  for (let i = 0; i < samples.length; i++) {
    const t = from + i / sampleHz
    while (k + 1 < times.length && times[k + 1]! <= t) k++
    samples[i] = values[k]!
  }
  return captureAtRate(samples, sampleHz)
}

/** A capture as a value change dump with one real signal, in nanoseconds. */
export function vcdOfCapture({ samples, sampleHz }: Pick<Capture, 'samples' | 'sampleHz'>): string {
  const lines = ['$timescale 1 ns $end', '$var real 64 ! signal $end', '$enddefinitions $end']
  let before = NaN
  samples.forEach((v, i) => {
    if (v === before && i < samples.length - 1) return
    before = v
    lines.push(
      `#${Math.round((i / sampleHz) * 1e9)}`,
      ['r', Number(v.toPrecision(6)), ' !'].join(''),
    )
  })
  return `${lines.join('\n')}\n`
}
