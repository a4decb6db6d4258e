import { roundFigures } from '../quantity/index.ts'
import { EchtError } from '../error.ts'
import { captureAtRate, MOST_SAMPLES, requireFewChannels, type Capture } from './captures.ts'
import { grown } from './grown.ts'

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
const ENOUGH_SAMPLES = 5_000_000
/** No capture lasts longer, s: it would have fewer samples than one a second. */
const LONGEST_S = 5e6
/** What a level stands for, V, where the file says 0 and 1 alone. */
const HIGH_V = 5
/** No definitions are longer, characters. */
const LONGEST_HEADER = 1 << 20
const LONGEST_WORD = 1 << 16
/** Moments are on an even clock where each is within so much of one of its steps. */
const EVEN = 0.05

const bad = (why: string): EchtError => new EchtError('bad-capture', why)

/**
 * A capture out of a value change dump (IEEE 1364): its first signal of one bit, or its first real one, as volts on
 * an even clock. Throws `EchtError` `bad-capture` for what declares no signal or no timescale, or more
 * signals than anybody chooses from, runs backwards or is cut short.
 */
export function captureOfVcd(text: string): Capture {
  const dump = new VcdReader()
  dump.push(text)
  return dump.end()[0]!.capture()
}

/** A signal of a dump: its name, and what it did as a capture. Throws as `captureOfVcd`. */
type VcdSignal = { name: string; changes: number; capture: () => Capture }

/** Reads a dump a piece at a time, wherever it is cut, and keeps what the signals did. Throws as `captureOfVcd`. */
export class VcdReader {
  /** what of the text is not understood yet: the definitions so far, or a word that may go on */
  private rest = ''
  private tick = 0
  private signals: Changes[] | null = null
  private readonly byCode = new Map<string, Changes>()
  private now = 0
  /** a value whose signal is the next word; null: of no level */
  private value: { volt: number | null } | null = null
  private inComment = false

  push(text: string): void {
    this.rest += text
    if (this.signals === null && !this.header()) return
    let end = this.rest.length
    while (end > 0 && this.rest[end - 1]!.trim() !== '') end--
    if (this.rest.length - end > LONGEST_WORD)
      throw bad('This dump holds no changes: it is damaged.')
    const whole = this.rest.slice(0, end)
    this.rest = this.rest.slice(end)
    this.take(whole)
  }

  end(): VcdSignal[] {
    this.push('\n')
    if (this.signals === null)
      throw bad('This is no value change dump, or it was cut short: its definitions do not end.')
    const { signals, now: end, tick } = this
    // all lie on one clock: what one signal did is held against another
    const from = signals.reduce((first, s) => Math.min(first, s.from), end)
    const steps = evenSteps(signals, [from, end])
    return signals.map((s) => ({
      name: s.name,
      changes: s.count,
      capture: () => s.onClock([from, end], { tick, steps }),
    }))
  }

  /** Reads the definitions once they are there. */
  private header(): boolean {
    const found = /\$enddefinitions\s+\$end(?=\s)/.exec(this.rest)
    if (!found) {
      if (this.rest.length < LONGEST_HEADER) return false
      throw bad('This is no value change dump: its definitions do not end.')
    }
    const head = this.rest.slice(0, found.index)
    this.rest = this.rest.slice(found.index + found[0].length)
    const scale = /\$timescale\s+(\d+)\s*(s|ms|us|ns|ps|fs)\s+\$end/.exec(head)
    if (!scale) throw bad('This dump names no timescale, such as 1 us: export it again.')
    this.tick = Number(scale[1]) * UNITS[scale[2]!]!
    const declared = /\$var\s+(?:(?:wire|reg|logic|bit|tri\w*)\s+1|(real)\s+\d+)\s+(\S+)\s+(\S+)/g
    // a signal that goes down through modules is declared in each, by one code
    for (const [, real, code, name] of head.matchAll(declared))
      if (!this.byCode.has(code!)) this.byCode.set(code!, new Changes(name!, real !== undefined))
    this.signals = [...this.byCode.values()]
    if (this.signals.length === 0)
      throw bad('This dump declares no signal of one bit, and no real one.')
    requireFewChannels(this.signals.length)
    return true
  }

  private take(text: string): void {
    for (const word of text.split(/\s+/)) {
      if (word === '') continue
      if (this.inComment) this.inComment = word !== '$end'
      else if (this.value) {
        const { volt } = this.value
        this.value = null
        if (volt !== null) this.byCode.get(word)?.add(this.now, volt)
      } else if (word[0] === '#') this.goTo(word.slice(1))
      else if (word[0] === '$') this.inComment = word === '$comment'
      else this.changed(word)
    }
  }

  private goTo(said: string): void {
    const then = Number(said)
    if (!Number.isFinite(then) || then < this.now)
      throw bad(`Time goes from ${this.now} to ${said.slice(0, 20)} in this dump: it is damaged.`)
    this.now = then
  }

  /** A level with its signal right behind it, or a value whose signal is the next word. */
  private changed(word: string): void {
    const kind = word[0]!.toLowerCase()
    const said = word.slice(1)
    if (kind === 'r') {
      const volt = Number(said)
      this.value = { volt: said !== '' && Number.isFinite(volt) ? volt : null }
    } else if (kind === 'b') this.value = { volt: LEVELS.get(said) ?? null }
    else if (said === '') this.value = { volt: LEVELS.get(kind) ?? null }
    else {
      const volt = LEVELS.get(kind)
      if (volt !== undefined) this.byCode.get(said)?.add(this.now, volt)
    }
  }
}

const LEVELS: ReadonlyMap<string, number> = new Map([
  ['0', 0],
  ['1', HIGH_V],
])

/** From the first change to the end of a dump, ticks. */
type Span = [from: number, end: number]

/** What one signal did: when it changed, in ticks, and what it then was, V. */
class Changes {
  count = 0
  private times: Float64Array = new Float64Array(1024)
  private volts: Float64Array = new Float64Array(1024)

  constructor(
    readonly name: string,
    readonly isReal: boolean,
  ) {}

  add(time: number, volt: number): void {
    if (this.count === this.times.length) {
      if (this.count > MOST_SAMPLES)
        throw bad(`More than ${MOST_SAMPLES} changes: cut the capture, or take a lower rate.`)
      this.times = grown(this.times)
      this.volts = grown(this.volts)
    }
    this.times[this.count] = time
    this.volts[this.count++] = volt
  }

  /** The first moment; Infinity where there is none. */
  get from(): number {
    return this.count === 0 ? Infinity : this.times[0]!
  }

  /** The changes laid on an even clock of so many steps, or a quick one, from where the dump begins until it ends. */
  onClock([from, end]: Span, { tick, steps }: { tick: number; steps: number | null }): Capture {
    if (this.count < 3) throw bad('This dump holds no changes of that signal.')
    const length = (end - from) * tick
    if (!(length > 0)) throw bad('All changes of this dump are at one moment.')
    if (!(length < LONGEST_S))
      throw bad(`This dump lasts ${length} s by its timescale: no engine is recorded for so long.`)
    if (steps !== null) return captureAtRate(this.held(from, end, steps), steps / length)
    const sampleHz = Math.min(CLOCK_HZ, ENOUGH_SAMPLES / length)
    const samples = this.averaged(from, 1 / (sampleHz * tick), Math.floor(length * sampleHz) + 1)
    return captureAtRate(samples, sampleHz)
  }

  /** The shortest time between two changes, ticks. */
  leastStep(): number {
    let least = Infinity
    for (let i = 1; i < this.count; i++) {
      const step = this.times[i]! - this.times[i - 1]!
      if (step > 0 && step < least) least = step
    }
    return least
  }

  /** Whether all changes are on a clock. */
  isOn(from: number, step: number): boolean {
    for (let i = 0; i < this.count; i++) {
      const at = (this.times[i]! - from) / step
      if (Math.abs(at - Math.round(at)) > EVEN) return false
    }
    return true
  }

  /** What it was before its first change: the other level, of one that switches. */
  private get before(): number {
    const first = this.volts[0]!
    return this.isReal ? first : HIGH_V - first
  }

  /** What the signal was at each step. */
  private held(from: number, end: number, steps: number): Float32Array {
    const step = (end - from) / steps
    const samples = new Float32Array(steps + 1)
    let k = -1
    for (let i = 0; i < samples.length; i++) {
      while (k + 1 < this.count && this.times[k + 1]! <= from + (i + EVEN) * step) k++
      samples[i] = k < 0 ? this.before : this.volts[k]!
    }
    return samples
  }

  /**
   * What the signal was on average over the step about each sample: an edge then lies where it was, not at the next
   * step of the clock.
   */
  private averaged(from: number, step: number, length: number): Float32Array {
    const { times, volts, count } = this
    const samples = new Float32Array(length)
    let k = -1
    let volt = this.before
    // nothing is known of what was before the first moment
    let since = from
    for (let i = 0; i < length; i++) {
      const begin = since
      const until = from + (i + 0.5) * step
      let sum = 0
      while (k + 1 < count && times[k + 1]! <= until) {
        k++
        sum += (times[k]! - since) * volt
        since = times[k]!
        volt = volts[k]!
      }
      samples[i] = (sum + (until - since) * volt) / (until - begin)
      since = until
    }
    return samples
  }
}

/** Steps of an even clock that all changes are on, as of signals that were sampled; null where they are on none. */
function evenSteps(signals: readonly Changes[], [from, end]: Span): number | null {
  if (!signals.every((s) => s.isReal)) return null
  const steps = Math.round((end - from) / Math.min(...signals.map((s) => s.leastStep())))
  if (!(steps > 0 && steps < MOST_SAMPLES)) return null
  return signals.every((s) => s.isOn(from, (end - from) / steps)) ? steps : null
}

/** So many samples are written at a time. */
const PIECE = 50_000

/** A capture as a value change dump with one real signal, in nanoseconds. */
export const vcdOfCapture = (capture: Pick<Capture, 'samples' | 'sampleHz'>): string =>
  [...vcdPieces(capture)].join('')

/** The same in pieces, for captures that are too long for one text. */
export function* vcdPieces({
  samples,
  sampleHz,
}: Pick<Capture, 'samples' | 'sampleHz'>): Generator<string> {
  yield '$timescale 1 ns $end\n$var real 64 ! signal $end\n$enddefinitions $end\n'
  let before = NaN
  for (let from = 0; from < samples.length; from += PIECE) {
    const lines: string[] = []
    for (let i = from; i < Math.min(from + PIECE, samples.length); i++) {
      const v = samples[i]!
      if (v === before && i < samples.length - 1) continue
      before = v
      const volt = roundFigures(v, 6)
      lines.push(`#${Math.round((i / sampleHz) * 1e9)}\nr${volt} !\n`)
    }
    yield lines.join('')
  }
}
