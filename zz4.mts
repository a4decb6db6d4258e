import { notTriggers } from './trials/wheels.ts'
import { readCapture } from './core/trigger/decode.ts'
import { parseWheel } from './core/trigger/index.ts'
for (let seed = 1; seed <= 2; seed++) {
  const samples = notTriggers(seed)['beating hum']!
  const got = readCapture(samples, { sampleHz: 16000, wheel: parseWheel('60-2'), pickup: 'vr' })
  const { at, edge } = got.tracked
  const i = edge.indexOf(0)
  const e = got.edges
  const k = e.at.findIndex(x => Math.abs(x - at[i]!) < 1)
  console.log(got.faults.map(f => f.text + f.timeS), [...e.steep!].slice(k-4,k+4), [...e.steep!].sort((a,b)=>a-b)[32], [...at].slice(i-3,i+3))
}
