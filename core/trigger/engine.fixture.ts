import { normalStream, uniformStream } from '../math/index.ts'
import { parseWheel, degreesBetween, type Wheel } from './wheel.ts'

/** Wheels that are common, coarse and fine, and two that are neither. */
export const WHEELS = [
  ...[
    '60-2',
    '60-1',
    '58-2',
    '48-2',
    '36-1',
    '36-2',
    '36-4',
    '32-2',
    '30-1',
    '30-2',
    '24-1',
    '24-2',
  ],
  ...['22-1', '20-1', '18-1', '16-1', '15-1', '12-1', '12-2', '12-3', '8-1', '6-1', '5-1', '4-1'],
  ...['3+1', '4+1', '6+1', '8+1', '12+1', '24+1', '120-2'],
  ...['0,10,25.5,90,150,200,270/360', '0,25,90,150,240,300/360'],
]

type PulseShape = 'sine' | 'bell' | 'lopsided'

/** V over the peak at x pitches from a tooth's centre: rises as it comes, falls through zero at its centre. */
const SHAPES: Record<PulseShape, (x: number) => number> = {
  sine: (x) => (Math.abs(x) < 0.5 ? -Math.sin(2 * Math.PI * x) : 0),
  bell: (x) => -(x / 0.16) * Math.exp(0.5 - 0.5 * (x / 0.16) ** 2),
  // the side that leaves is higher than the side that comes
  lopsided: (x) =>
    -(x / 0.18) *
    Math.exp(0.5 - 0.5 * (x / 0.18) ** 2) *
    (x > 0 ? 1 : 0.75 + 0.25 * Math.exp(-((x / 0.1) ** 2))),
}

export type Run = {
  wheel: string
  sampleHz: number
  durationS: number
  /** mean speed at a time */
  rpm: (timeS: number) => number
  /** share by which the speed swings within a turn, and how often */
  swing?: number
  swingsPerTurn?: number
  shape?: PulseShape
  /** 1σ over the local peak */
  noise?: number
  reversed?: boolean
  /** share by which a wheel off its centre makes the signal higher on one side and lower on the other */
  runout?: number
  /** edges that do not show, and edges too many between two others, by their count from the beginning */
  dropped?: readonly number[]
  extra?: readonly number[]
  seed?: number
}

/** What a pickup gives, made without the simulator of the app: angle by angle, a tooth at a time. */
export function turn(run: Run) {
  const { sampleHz, durationS, noise = 0, runout = 0, seed = 1 } = run
  const wheel: Wheel = parseWheel(run.wheel)
  const uniform = uniformStream(seed)
  const normal = normalStream(uniform)
  const n = Math.round(sampleHz * durationS)
  const pitch = Math.min(...degreesBetween(wheel))
  const f = SHAPES[run.shape ?? 'sine']
  const start = uniform() * wheel.cycleDegrees
  const samples = new Float32Array(n)
  const { speed, edgesS, startsS, teeth } = passings(run, wheel, start, n)
  let angle = start
  let near = 0
  for (let i = 0; i < n; i++) {
    while (
      near + 1 < teeth.length &&
      Math.abs(teeth[near + 1]! - angle) < Math.abs(teeth[near]! - angle)
    )
      near++
    let v = 0
    for (let t = Math.max(0, near - 1); t <= Math.min(teeth.length - 1, near + 1); t++)
      v += f((angle - teeth[t]!) / pitch)
    const peak = 0.011 * speed[i]! * (1 + runout * Math.cos((angle * Math.PI) / 180))
    samples[i] = (run.reversed ? -1 : 1) * peak * v + noise * peak * normal()
    angle += (6 * speed[i]!) / sampleHz
  }
  return { wheel, samples, sampleHz, speed, edgesS, startsS, teeth }
}

/** When each edge passes, and where the teeth stand that are there. */
function passings(run: Run, wheel: Wheel, start: number, n: number) {
  const { sampleHz, rpm, swing = 0, swingsPerTurn = 1.5 } = run
  const { cycleDegrees: cycle, edgesDegrees: edges } = wheel
  const speed = new Float64Array(n)
  const edgesS: number[] = []
  const startsS: number[] = []
  let angle = start
  // every edge that may pass, in the order it does
  let turnOf = 0
  let k = edges.findIndex((e) => e > start)
  if (k < 0) [k, turnOf] = [0, 1]
  const all: number[] = []
  for (let i = 0; i < n; i++) {
    const now = rpm(i / sampleHz) * (1 + swing * Math.sin((angle * swingsPerTurn * Math.PI) / 180))
    speed[i] = now
    const moved = (6 * now) / sampleHz
    for (let due = turnOf * cycle + edges[k]!; angle + moved >= due;) {
      const timeS = (i + (due - angle) / moved) / sampleHz
      all.push(due)
      edgesS.push(timeS)
      if (k === 0) startsS.push(timeS)
      if (++k === edges.length) [k, turnOf] = [0, turnOf + 1]
      due = turnOf * cycle + edges[k]!
    }
    angle += moved
  }
  // the teeth as they are there, the ones before and after among them
  const first =
    edges
      .map((e) => e)
      .filter((e) => e <= start)
      .at(-1) ?? edges.at(-1)! - cycle
  const next = turnOf * cycle + edges[k]!
  const dropped = new Set(run.dropped)
  const teeth = [
    first,
    ...all.filter((_, i) => !dropped.has(i)),
    ...(run.extra ?? []).map((i) => all[i]! + 0.5 * (all[i + 1]! - all[i]!)),
    next,
  ].sort((a, b) => a - b)
  return { speed, edgesS, startsS, teeth }
}

/** Cranked from rest: up to speed in a third of a second, as a starter does it. */
export const crankedFromRest =
  (rpm: number) =>
  (timeS: number): number =>
    rpm * Math.min(1, 0.02 + timeS / 0.35)
