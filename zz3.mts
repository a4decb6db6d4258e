import { notTriggers } from './trials/wheels.ts'
import { readCapture } from './core/trigger/decode.ts'
import { parseWheel } from './core/trigger/index.ts'
for (let seed = 1; seed <= 3; seed++) {
  const samples = notTriggers(seed)['beating hum']!
  const got = readCapture(samples, { sampleHz: 16000, wheel: parseWheel('60-2'), pickup: 'vr' })
  console.log(seed, got.inSync, got.faults.length, got.tracked.at.length, got.edges.at.length, [...got.cycleStartsS], [...got.tracked.edge].slice(0,5), Math.max(...got.tracked.edge))
}
