import { describe, expect, it } from 'vitest'
import { decodeTrigger, parseWheel, simulateTrigger } from './index.ts'

// Wheels of two to four edges, each place of which some swing of the speed would explain.

const swinging =
  (share: number, perTurn: number) =>
  (timeS: number): number =>
    220 * (1 + share * Math.sin((2 * Math.PI * timeS * 220 * perTurn) / 60))
const RUNS: Record<string, (timeS: number) => number> = {
  steady: () => 600,
  'once a turn': swinging(0.2, 1),
  'three in two turns': swinging(0.2, 1.5),
  'twice a turn': swinging(0.2, 2),
}
const WHEELS = [
  ...['0,150/360', '0,160/360', '0,170/360', '0,120/360', '0,60/360', '0,90/360', '0,30/360'],
  ...['0,180,360,500/720', '0,120,200/360', '0,100,240/360', '0,70,180,270/360'],
]

function readBy(name: string, pickup: 'vr' | 'hall', run: string, seed: number) {
  const wheel = parseWheel(name)
  const { samples, trueCycleStartsS } = simulateTrigger({
    ...{ wheel, pickup, sampleHz: 8000, durationS: 3, rpm: RUNS[run]!, seed },
    ...(pickup === 'vr' ? { noiseV: 0.01 } : {}),
  })
  const read = decodeTrigger(samples, { sampleHz: 8000, wheel, pickup })
  const falseStarts = [...read.cycleStartsS].filter(
    (s) => !trueCycleStartsS.some((t) => Math.abs(t - s) < 0.004),
  )
  return { ...read, falseStarts }
}

describe.each(['hall', 'vr'] as const)('few edges by %s', (pickup) => {
  it.each(WHEELS)('%s: never in sync at a wrong edge, nor turned round', (name) => {
    for (const run of Object.keys(RUNS))
      for (const seed of [1, 2, 3]) {
        const { inSync, falseStarts, polarity, faults } = readBy(name, pickup, run, seed)
        if (inSync) expect([run, falseStarts, polarity]).toEqual([run, [], 'right'])
        for (const f of faults) expect(f.text).not.toMatch(/number \./)
      }
  })
  it.each(WHEELS)('%s: in sync, without a fault, where the engine turns evenly', (name) => {
    const { inSync, faults, cycleStartsS } = readBy(name, pickup, 'steady', 4)
    expect([inSync, faults]).toEqual([true, []])
    expect(cycleStartsS.length).toBeGreaterThan(10)
  })
  it.each(['0,60/360', '0,120/360', '0,30/360'])(
    '%s: read while it is cranked, since no engine changes its speed as much as its steps differ',
    (name) => {
      for (const run of Object.keys(RUNS)) expect(readBy(name, pickup, run, 5).inSync).toBe(true)
    },
  )
})

/** A switching sensor before teeth that are not equally wide: low over each, degrees from its edge on. */
function unequalTeeth(name: string, widths: readonly number[], rpm: (timeS: number) => number) {
  const wheel = parseWheel(name)
  const { cycleDegrees: cycle, edgesDegrees: edges } = wheel
  const sampleHz = 8000
  const samples = new Float32Array(3 * sampleHz)
  const startsS: number[] = []
  let angle = 57
  for (let i = 0; i < samples.length; i++) {
    const over = edges.some((e, k) => (((angle - e) % cycle) + cycle) % cycle < widths[k]!)
    samples[i] = over ? 0 : 5
    const next = angle + (6 * rpm(i / sampleHz)) / sampleHz
    if (Math.floor(next / cycle) > Math.floor(angle / cycle)) startsS.push((i + 1) / sampleHz)
    angle = next
  }
  const { inSync, cycleStartsS } = decodeTrigger(samples, { sampleHz, wheel, pickup: 'hall' })
  const isTrue = (s: number): boolean => startsS.some((t) => Math.abs(t - s) < 0.004)
  return { inSync, falseStarts: [...cycleStartsS].filter((s) => !isTrue(s)) }
}

it.each([
  ['0,150/360', [75, 40]],
  ['0,150/360', [40, 75]],
  ['0,100,240/360', [60, 20, 40]],
  ['0,100,240/360', [20, 60, 60]],
  ['0,180,360,500/720', [40, 90, 40, 60]],
  ['0,120/360', [30, 80]],
] as const)('%s with teeth of %j° is never in sync at a wrong edge', (name, widths) => {
  for (const run of Object.keys(RUNS)) {
    const { inSync, falseStarts } = unequalTeeth(name, widths, RUNS[run]!)
    if (inSync) expect([run, falseStarts]).toEqual([run, []])
  }
})
