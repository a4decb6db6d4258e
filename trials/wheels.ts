import { EchtError } from '../core/error.ts'
import { normalStream, uniformStream } from '../core/math/index.ts'
import {
  decodeTrigger,
  identifyWheel,
  parseWheel,
  type Pickup,
  type Wheel,
} from '../core/trigger/index.ts'

/** Wheels before pickups of their own, made without the simulator of the app: a flux that teeth of any width leave. */

type Rig = {
  wheel: string
  pickup: Pickup
  /** of the mean speed; and the share by which the speed swings, so often a turn, from such a place on */
  rpm: number
  swing: number
  perTurn: number
  phase: number
  /** width of a tooth over the pitch, and of a flank over the tooth */
  width: number
  flank: number
  samplesPerTooth: number
  turns: number
  /** 1σ over the peak */
  noise: number
  /** volts over the peak that all of it is shifted by; where it begins to bend over; a converter's bits */
  offset: number
  clip: number
  bits: number
  /** bursts of noise as high as the peak, a few samples each */
  bursts: number
  reversed: boolean
  /**
   * magnets of alternating poles: in the place of each tooth a north pole, and a south pole half a pitch after it, or
   * before it; a coil sees both, and a switch that falls at a north pole rises at a south pole
   */
  poles?: 'north first' | 'south first'
}

/** An S from 0 to 1 over an edge of some width. */
const ramp = (x: number): number => (x <= -1 ? 0 : x >= 1 ? 1 : (2 + 3 * x - x * x * x) / 4)
const slope = (x: number): number => (Math.abs(x) >= 1 ? 0 : (3 - 3 * x * x) / 4)

const stepsOf = ({ cycleDegrees, edgesDegrees }: Wheel): number[] =>
  edgesDegrees.map((e, k) => (edgesDegrees[k + 1] ?? cycleDegrees + edgesDegrees[0]!) - e)

/** What a rig gives, and when edge 0 truly passed. */
export function captured(rig: Rig, seed: number) {
  const uniform = uniformStream(seed)
  const normal = normalStream(uniform)
  const wheel = parseWheel(rig.wheel)
  const { cycleDegrees: cycle, edgesDegrees: edges } = wheel
  const pitch = Math.min(...stepsOf(wheel))
  const perTurn = 360 / pitch
  const sampleHz = Math.max(500, Math.round((rig.samplesPerTooth * perTurn * rig.rpm) / 60))
  const samples = new Float32Array(Math.round((rig.turns * 60 * sampleHz) / rig.rpm))
  const startsS: number[] = []
  const half = (rig.width * pitch) / 2
  const flank = Math.max(0.02 * pitch, rig.flank * rig.width * pitch)
  // by Hall an edge is where a tooth begins, by a coil its middle
  const middle = rig.pickup === 'hall' ? half : 0
  const faces = edges.flatMap((e) => facesOf(rig, e + middle, pitch))
  let angle = uniform() * cycle
  let low = false
  const top = 0.01 * rig.rpm
  for (let i = 0; i < samples.length; i++) {
    const swung = 1 + rig.swing * Math.sin((angle * rig.perTurn * Math.PI) / 180 + rig.phase)
    const moved = (6 * rig.rpm * swung) / sampleHz
    const { flux, change } = fluxAt(angle, faces, { cycle, half, flank })
    if (Math.abs(flux) > 0.5) low = flux > 0
    else if (!rig.poles) low = false
    samples[i] = rig.pickup === 'hall' ? (low ? 0.2 : 4.8) : 1.33 * top * change * swung
    if (Math.floor((angle + moved) / cycle) > Math.floor(angle / cycle)) {
      const due = cycle * Math.floor((angle + moved) / cycle)
      startsS.push((i + (due - angle) / moved) / sampleHz)
    }
    angle += moved
  }
  spoil(samples, rig, { normal, uniform, top: rig.pickup === 'hall' ? 5 : top })
  const pitchS = ((pitch / 360) * 60) / rig.rpm
  return { wheel, samples, sampleHz, startsS, pitchS }
}

/** What goes past a pickup: where its middle is, and whether it draws the flux up or down. */
type Face = { at: number; sign: 1 | -1 }

function facesOf({ poles }: Rig, at: number, pitch: number): Face[] {
  const north: Face = { at, sign: 1 }
  if (!poles) return [north]
  return [north, { at: at + (poles === 'north first' ? 0.5 : -0.5) * pitch, sign: -1 }]
}

/** The flux at an angle, over that of a tooth, and how quickly it changes there. */
function fluxAt(
  angle: number,
  faces: readonly Face[],
  { cycle, half, flank }: { cycle: number; half: number; flank: number },
): { flux: number; change: number } {
  let flux = 0
  let change = 0
  for (const { at, sign } of faces) {
    let off = (((angle - at) % cycle) + cycle) % cycle
    if (off > cycle / 2) off -= cycle
    if (Math.abs(off) > half + flank) continue
    flux += sign * (ramp((off + half) / flank) - ramp((off - half) / flank))
    change += sign * (slope((off + half) / flank) - slope((off - half) / flank))
  }
  return { flux, change }
}

function spoil(
  samples: Float32Array,
  rig: Rig,
  { normal, uniform, top }: { normal: () => number; uniform: () => number; top: number },
): void {
  const burst = new Float32Array(samples.length)
  for (let b = 0; b < rig.bursts; b++) {
    const at = Math.floor(uniform() * samples.length)
    for (let i = at; i < Math.min(samples.length, at + 3); i++) burst[i] = top * (2 * uniform() - 1)
  }
  const full = top * 2.5
  const step = (2 * full) / 2 ** rig.bits
  const sign = rig.reversed ? -1 : 1
  for (let i = 0; i < samples.length; i++) {
    let v = sign * samples[i]! + burst[i]! + rig.noise * top * normal()
    if (rig.pickup === 'vr') v += rig.offset * top
    if (rig.clip < Infinity) v = rig.clip * top * Math.tanh(v / (rig.clip * top))
    samples[i] = Math.round(Math.max(-full, Math.min(full, v)) / step) * step
  }
}

const COMMON = [
  ...['60-2', '58-2', '36-1', '36-2', '36-4', '30-1', '24-1', '24-2', '12-1', '12-2', '12-3'],
  ...['8-1', '6-1', '5-1', '4-1', '3+1', '4+1', '6+1', '12+1', '24+1'],
]
/** Thirteen teeth, a gap, sixteen, a gap, one tooth, a gap: of 36 pitches six are missing in three pairs. */
const THREE_GAPS = `${[13, 16, 1]
  .flatMap((teeth, g) => Array.from({ length: teeth }, (_, i) => 10 * (i + [0, 15, 33][g]!)))
  .join(',')}/360`
/** Few edges, evenly and unevenly. */
const FEW = [
  ...['0,180/360', '0,120,240/360', '0,90,180,270/360', '0,72,144,216,288/360'],
  ...['0,60,120,180,240,300/360', '0,150/360', '0,160/360', '0,170/360', '0,60/360', '0,120/360'],
  ...['0,90/360', '0,30/360', '0,120,200/360', '0,100,240/360', '0,70,180,270/360'],
  ...['0,180,360,500/720', '0,90,180,270,300/360', '0,60,120,180,240,270/360'],
]

const one = <T>(of: readonly T[], uniform: () => number): T =>
  of[Math.floor(uniform() * of.length)]!

/** A rig drawn at random over all that a pickup may see. */
export function drawnRig(
  seed: number,
  wheels: readonly string[] = [...COMMON, ...FEW, THREE_GAPS],
): Rig {
  const uniform = uniformStream(7000 + seed)
  const between = (a: number, b: number): number => a + (b - a) * uniform()
  const pickup: Pickup = uniform() < 0.6 ? 'vr' : 'hall'
  const cranked = uniform() < 0.6
  return {
    ...{
      wheel: one(wheels, uniform),
      pickup,
      rpm: cranked ? between(120, 320) : between(600, 3000),
    },
    ...{ swing: cranked ? between(0, 0.25) : between(0, 0.04), phase: between(0, 6.28) },
    perTurn: one([0.5, 1, 1.5, 2, 3], uniform),
    ...{ width: between(0.3, 0.75), flank: between(0.1, 0.5) },
    samplesPerTooth: Math.exp(between(Math.log(pickup === 'hall' ? 12 : 4), Math.log(40))),
    ...{ turns: between(4, 14), noise: uniform() < 0.5 ? 0.003 : between(0.003, 0.04) },
    offset: uniform() < 0.7 ? 0 : between(-0.08, 0.08),
    clip: uniform() < 0.7 ? Infinity : between(0.4, 1.2),
    ...{ bits: uniform() < 0.5 ? 8 : 12, bursts: uniform() < 0.8 ? 0 : 3 },
    reversed: uniform() < 0.3,
  }
}

type DecodeTally = {
  tries: number
  sync: number
  unsure: number
  /** false starts where faults are named as well: a burst stood where an edge was due */
  doubted: number
  failures: string[]
}

/** Magnets of alternating poles before a coil, coarse and fine, with enough samples that each pole shows. */
export function drawnMagnets(seed: number): Rig {
  const drawn = drawnRig(seed, [...COMMON.filter((w) => !w.includes('+')), '0,120,200/360'])
  return {
    ...{ ...drawn, pickup: 'vr', poles: seed % 2 ? 'north first' : 'south first' },
    ...{ width: 0.1 + 0.5 * drawn.width, samplesPerTooth: Math.max(16, drawn.samplesPerTooth) },
    bursts: 0,
  }
}

/** What is told of a rig whose wheel is known, and what of it is false. */
export function readRig(rig: Rig, seed: number) {
  const { wheel, samples, sampleHz, startsS, pitchS } = captured(rig, seed)
  const got = decodeTrigger(samples, { sampleHz, wheel, pickup: rig.pickup })
  const apart = (s: number): number =>
    startsS.reduce((least, t) => Math.min(least, Math.abs(t - s)), Infinity)
  const end = samples.length / sampleHz - pitchS
  return {
    ...got,
    wrongWay: got.polarity === (rig.reversed ? 'right' : 'reversed'),
    falseStarts: [...got.cycleStartsS].filter(
      (s) => s > pitchS && s < end && apart(s) > 0.4 * pitchS,
    ),
  }
}

/** What is told of rigs whose wheel is known: sync that is said, and starts and polarity that are false where it is. */
export function readRigs(count: number, seed: number, drawn: (seed: number) => Rig = drawnRig) {
  const told: DecodeTally = { tries: 0, sync: 0, unsure: 0, doubted: 0, failures: [] }
  for (let k = 0; k < count; k++) {
    const rig = drawn(seed * 100_000 + k)
    const got = readRig(rig, seed + k)
    told.tries++
    if (!got.inSync) continue
    told.sync++
    if (got.polarity === 'unsure') told.unsure++
    const wrong = got.falseStarts
    // what is unsure of its polarity may stand at the other side of its teeth, and says so
    const falsely = got.polarity !== 'unsure' && wrong.length > 0
    if (falsely && !got.wrongWay && got.faults.length > 0) told.doubted++
    else if (got.wrongWay || falsely)
      told.failures.push(
        `${got.wrongWay ? 'turned round' : `${wrong.length} of ${got.cycleStartsS.length} false`}, ` +
          `${got.faults.length} faults: ${JSON.stringify({ k, ...rig })}`,
      )
  }
  return told
}

type Belief = { said: number; right: number; count: number; wrong: string[] }

/** How often the wheel that is named is the one, by how sure it was said to be: in tenths of it. */
export function namedRigs(count: number, seed: number, wheels?: readonly string[]) {
  const beliefs: Belief[] = Array.from({ length: 10 }, (_, i) => ({
    ...{ said: i / 10, right: 0, count: 0, wrong: [] },
  }))
  let refused = 0
  for (let k = 0; k < count; k++) {
    const rig = { ...drawnRig(seed * 100_000 + k, wheels) }
    const { wheel, samples, sampleHz } = captured(rig, seed + k)
    try {
      const got = identifyWheel(samples, { sampleHz, pickup: rig.pickup })
      const belief = beliefs[Math.min(9, Math.floor(10 * got.confidence))]!
      belief.count++
      if (alike(got.wheel, wheel)) belief.right++
      else
        belief.wrong.push(
          `${got.name} at ${got.confidence.toFixed(2)}: ${JSON.stringify({ k, ...rig })}`,
        )
    } catch (error) {
      if (!(error instanceof EchtError)) throw error
      refused++
    }
  }
  return { beliefs, refused }
}

/**
 * Whether two wheels are one: the same shares of a turn, from whichever edge they are told. Of a capture alone nobody
 * can say whether its wheel turns with the crank or with a cam.
 */
export function alike(a: Wheel, b: Wheel): boolean {
  const [one, two] = [a, b].map((w) => stepsOf(w).map((v) => v / w.cycleDegrees)) as [
    number[],
    number[],
  ]
  if (one.length !== two.length) return false
  return one.some((_, turn) =>
    two.every((v, k) => Math.abs(v - one[(k + turn) % one.length]!) < WITHIN * v),
  )
}
/** Of a step: what an angle may be off. */
const WITHIN = 0.12

/** Signals that are no trigger's, a second and a half of each at 16 kHz, V. */
export function notTriggers(seed: number): Record<string, Float32Array> {
  const uniform = uniformStream(seed)
  const normal = normalStream(uniform)
  const hz = NOT_TRIGGERS_HZ
  const made = (at: (t: number, i: number) => number): Float32Array =>
    Float32Array.from({ length: 1.5 * hz }, (_, i) => at(i / hz, i))
  const notes = Array.from({ length: 12 }, () => 110 * 2 ** (Math.floor(uniform() * 24) / 12))
  const tone = (f: number, t: number): number =>
    [1, 2, 3, 4].reduce((sum, h) => sum + Math.sin(2 * Math.PI * f * h * t) / h, 0)
  const pulse = 60 + 200 * uniform()
  const duty = 0.2 + 0.6 * uniform()
  const [f, beat] = [40 + 30 * uniform(), 0.5 + 3 * uniform()]
  return {
    music: made((t) => tone(notes[Math.floor(t * 8) % 12]!, t) * Math.exp(-6 * ((t * 8) % 1))),
    speech: made(
      (t) =>
        Math.max(0, Math.sin(2 * Math.PI * 3 * t)) *
        (tone(120 + 30 * Math.sin(9 * t), t) + 0.5 * normal()),
    ),
    hum: made((t) => Math.sin(2 * Math.PI * 50 * t) + 0.2 * Math.sin(2 * Math.PI * 150 * t)),
    'beating hum': made(
      (t) => Math.sin(2 * Math.PI * f * t) + Math.sin(2 * Math.PI * (f + beat) * t),
    ),
    pwm: made((t) => ((t * pulse) % 1 < duty ? 5 : 0)),
    'pwm that is turned up': made((t) => ((t * pulse) % 1 < 0.1 + 0.5 * t ? 5 : 0)),
    'constant pulses': made((t) => ((t * pulse) % 1 < 0.05 ? 5 : 0)),
    'alternating samples': made((_, i) => (i % 2 ? 1 : -1)),
    noise: made(() => normal()),
    'a level': made(() => 2.5),
  }
}
const NOT_TRIGGERS_HZ = 16_000

/** Which of them are taken for an engine in sync, and no fault said. */
export function takenForTriggers(seeds: number): { tries: number; failures: string[] } {
  const failures: string[] = []
  let tries = 0
  for (let seed = 1; seed <= seeds; seed++)
    for (const [what, samples] of Object.entries(notTriggers(seed)))
      for (const name of ['60-2', '36-1', '12-1', '6-1', '4-1', '3+1', ...FEW])
        for (const pickup of ['vr', 'hall'] as const) {
          const wheel = parseWheel(name)
          const got = decodeTrigger(samples, { sampleHz: NOT_TRIGGERS_HZ, wheel, pickup })
          tries++
          if (got.inSync && got.faults.length === 0)
            failures.push(`${what} as ${name} by ${pickup}`)
        }
  return { tries, failures }
}
