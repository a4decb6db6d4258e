import { drawnRig, captured, drawnMagnets, readRig } from './trials/wheels.ts'
import { readCapture } from './core/trigger/decode.ts'
for (const k of [238,577]) { const r = readRig(drawnMagnets(600000+k), 6+k); console.log(r.polarity, r.wrongWay) }
const k = 1289
for (const spt of [undefined, 6, 8, 12]) {
const rig = drawnRig(500000 + k)
if (spt) rig.samplesPerTooth = spt
const { wheel, samples, sampleHz } = captured(rig, 5 + k)
const got = readCapture(samples, { sampleHz, wheel, pickup: 'vr' })
console.log(spt, got.polarity, JSON.stringify(got.edges.evidence), got.faults.length)
}
