import { cranked, turn, WHEELS } from './core/trigger/engine.fixture.ts'
import { readCapture } from './core/trigger/decode.ts'
const SHAPES = ['sine', 'bell', 'lopsided'] as const
const SWINGS = [1, 1.5, 2, 3]
WHEELS.forEach((wheel, i) => [false, true].forEach((reversed, k) => {
  const s = 2 * i + k
  const run = { wheel, reversed, seed: s + 3, noise: 0.1, swing: 0.35, durationS: 1.9, shape: SHAPES[s % 3]!, swingsPerTurn: SWINGS[(s + i) % 4]!, sampleHz: s % 2 ? 48000 : 25000, rpm: cranked(200 + (s % 9) * 12) }
  const made = turn(run)
  const got = readCapture(made.samples, { sampleHz: made.sampleHz, wheel: made.wheel, pickup: 'vr' })
  if (got.polarity === 'unsure') console.log(wheel, reversed, run.shape, run.swingsPerTurn, JSON.stringify(got.edges.evidence))
}))
