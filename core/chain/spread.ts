import { circuitSensitivity } from '../circuit/sensitivity.ts'
import type { CircuitElement } from '../circuit/circuit.ts'
import { sensorBand } from './sensor.ts'
import { GROUND, PIN, PLUG_HIGH, PLUG_LOW, type ShareId, type StageId } from './spec.ts'
import { heatedElement, idealValue, pinHeight, shownAt, walkForward, type Chain } from './walk.ts'

const ROOT3 = Math.sqrt(3)
/** Half-width of a 95 % band in σ of a normal. */
export const K95 = 1.96

export type SpreadAt = {
  /** 1σ at each stage, truth unit: what has been lost so far */
  sigma: Partial<Record<StageId, number>>
  /** 1σ each share adds to the shown value, truth unit, largest cause named */
  shares: { share: ShareId; sigma: number; label: string }[]
  total: number
}

/**
 * Linear propagation of every spread to every stage (JCGM 100): circuit sensitivities from one adjoint
 * solve, turned into the truth unit by the slope of the perfect chain. Uniform parts count as half-width/√3.
 */
export function linearSpread(chain: Chain, truth: number): SpreadAt {
  const effects = spreadEffects(chain, truth)
  const reach: StageId[] = chain.spec.stages
  const sigma: SpreadAt['sigma'] = {}
  for (const stage of reach) sigma[stage] = Math.hypot(...effects.map((e) => (e.stages.has(stage) ? e.at(stage) : 0)))
  const byShare = new Map<ShareId, { sigma: number; label: string; largest: number }>()
  for (const e of effects) {
    const s = e.at('shown')
    const entry = byShare.get(e.share) ?? { sigma: 0, label: '', largest: 0 }
    entry.sigma = Math.hypot(entry.sigma, s)
    if (Math.abs(s) >= entry.largest) { entry.largest = Math.abs(s); entry.label = e.label }
    byShare.set(e.share, entry)
  }
  return { sigma, shares: [...byShare].map(([share, { sigma: s, label }]) => ({ share, sigma: s, label })), total: sigma.shown ?? 0 }
}

type Effect = { id: string; share: ShareId; label: string; kind: 'normal' | 'uniform'; stages: Set<StageId>; /** 1σ at a stage, truth unit, signed */ at: (stage: StageId) => number }

const FROM: Record<'truth' | 'plug' | 'counts' | 'face', StageId[]> = {
  truth: ['element', 'plug', 'pin', 'converter', 'shown'],
  plug: ['plug', 'pin', 'converter', 'shown'],
  counts: ['converter', 'shown'],
  face: ['shown'],
}

function spreadEffects(chain: Chain, truth: number): Effect[] {
  const { spec } = chain
  const { ohm } = heatedElement(chain, truth)
  const elements: CircuitElement[] = [...spec.circuits.at(-1)!.elements, { id: 'sensor', kind: 'resistor', a: PLUG_HIGH, b: PLUG_LOW, ohm }]
  const circuit = { reference: GROUND, elements }
  const pin = circuitSensitivity(circuit, PIN, GROUND), plug = circuitSensitivity(circuit, PLUG_HIGH, PLUG_LOW)
  // height per volt by the perfect chain, shown per height by the device's table
  const h = 0.01
  const perVolt = (v: number): number => { const dv = Math.max(1e-6, Math.abs(v) * 1e-5); return (pinHeight(chain, v + dv) - pinHeight(chain, v - dv)) / (2 * dv) }
  const pinSlope = perVolt(pin.volt), plugSlope = perVolt(plug.volt)
  const tableSlope = tableSlopeAt(chain, pin.volt)
  const elementSlope = (spec.sensor.curve === undefined ? 0 : (chain.signalAt(truth + h) - chain.signalAt(truth - h)) / (2 * h))
  const scaled = (stage: StageId, plugC: number, pinC: number): number => (stage === 'plug' ? plugC : stage === 'shown' ? pinC * tableSlope : pinC)
  return spec.spreads.map((s): Effect => {
    const size = s.kind === 'uniform' ? s.size / ROOT3 : s.size
    const base = { id: s.id, share: s.share, label: s.label, kind: s.kind }
    if (s.on.kind === 'truth') {
      const c = sensorBand(spec.sensor, truth)
      const perOhm = elementSlope * c
      const pinC = pin.perUnit.sensor! * perOhm * pinSlope, plugC = plug.perUnit.sensor! * perOhm * plugSlope
      return { ...base, stages: new Set(FROM.truth), at: (stage) => (stage === 'element' ? c : scaled(stage, plugC, pinC)) }
    }
    if (s.on.kind === 'circuit') {
      const pinC = (pin.perUnit[s.on.element] ?? 0) * size * pinSlope, plugC = (plug.perUnit[s.on.element] ?? 0) * size * plugSlope
      return { ...base, stages: new Set(FROM.plug), at: (stage) => scaled(stage, plugC, pinC) }
    }
    if (s.on.kind === 'counts') {
      const perCount = (spec.converter!.referenceV / 2 ** spec.converter!.bits) * pinSlope
      return { ...base, stages: new Set(FROM.counts), at: (stage) => scaled(stage, 0, perCount * size) }
    }
    return { ...base, stages: new Set(FROM.face), at: () => size }
  })
}

/** How much the shown value moves for one unit of height: 1 for a good table, 0 where it holds its end. */
function tableSlopeAt(chain: Chain, volt: number): number {
  if (!chain.spec.table) return 1
  const height = pinHeight(chain, volt)
  const dv = Math.max(1e-4, Math.abs(volt - idealValue(chain, 'pin', height + 0.5)))
  const rise = shownAt(chain, volt + dv) - shownAt(chain, volt - dv)
  const run = pinHeight(chain, volt + dv) - pinHeight(chain, volt - dv)
  return run === 0 ? 0 : rise / run
}

export type MonteCarlo = { /** 2.5 %, 50 % and 97.5 % of shown − truth */ low: number; middle: number; high: number; mean: number; sigma: number; draws: number }

/**
 * Monte Carlo through the chain at a truth (JCGM 101). The sensor's resistance goes through the circuit
 * exactly (it enters as a ratio of two linear functions), other circuit values by their sensitivities, then
 * the converter rounds and the table looks up. `draws` rows from a repeatable stream.
 */
export function monteCarlo(chain: Chain, truth: number, options: { draws?: number; seed?: number; normal: () => number; uniform: () => number }): MonteCarlo {
  const draws = options.draws ?? 20000
  const errors = new Float64Array(draws)
  const draw = drawShown(chain, truth, options.normal, options.uniform)
  let sum = 0
  for (let k = 0; k < draws; k++) { const e = draw() - truth; errors[k] = e; sum += e }
  const mean = sum / draws
  let squares = 0
  for (let k = 0; k < draws; k++) squares += (errors[k]! - mean) ** 2
  errors.sort()
  const at = (q: number): number => errors[Math.min(draws - 1, Math.floor(q * draws))]!
  return { low: at(0.025), middle: at(0.5), high: at(0.975), mean, sigma: Math.sqrt(squares / (draws - 1)), draws }
}

/** One draw of the shown value, ready to be called many times. This is the hot loop: no objects, no solver inside. */
export function drawShown(chain: Chain, truth: number, normal: () => number, uniform: () => number): () => number {
  const { spec } = chain
  const { ohm, heatingC } = heatedElement(chain, truth)
  const sensitivity = circuitSensitivity({ reference: GROUND, elements: [...spec.circuits.at(-1)!.elements, { id: 'sensor', kind: 'resistor', a: PLUG_HIGH, b: PLUG_LOW, ohm }] }, PIN, GROUND)
  const sizes: number[] = [], isNormal: boolean[] = []
  let curveC = 0, counts = 0, face = 0
  for (const s of spec.spreads) {
    if (s.on.kind === 'truth') curveC = sensorBand(spec.sensor, truth)
    else if (s.on.kind === 'counts') counts = s.size
    else if (s.on.kind === 'face') face = s.size
    else { sizes.push((sensitivity.perUnit[s.on.element] ?? 0) * s.size); isNormal.push(s.kind === 'normal') }
  }
  // the sensor's curve around the working point: ln R to second order, within 1e-4 over ±10 °C
  const h = 1, l0 = Math.log(ohm)
  const up = Math.log(chain.signalAt(truth + heatingC + h)), down = Math.log(chain.signalAt(truth + heatingC - h))
  const slope = (up - down) / (2 * h), bend = (up - 2 * l0 + down) / (2 * h * h)
  const { portV, portOhm, outputs } = chain.real
  const { openV, transferOhm } = outputs[0]!
  const perVolt = spec.converter ? 2 ** spec.converter.bits / spec.converter.referenceV : 0
  return () => {
    const dT = curveC * normal()
    const r = ohm * Math.exp(dT * (slope + bend * dT))
    let volt = openV - (transferOhm * portV) / (portOhm + r)
    for (let i = 0; i < sizes.length; i++) volt += sizes[i]! * (isNormal[i] ? normal() : 2 * uniform() - 1)
    // rounding to a count is a uniform half count either way
    if (perVolt > 0) volt += (counts * (2 * uniform() - 1)) / perVolt
    return shownAt(chain, volt) + face * (2 * uniform() - 1)
  }
}

/** The error of a chain at a truth: known bias, 95 % half-width about it, and both together against a need. */
export function errorAt(chain: Chain, truth: number): { bias: number; band: number; worst: number } {
  const bias = walkForward(chain, truth).shown - truth
  const band = K95 * linearSpread(chain, truth).total
  return { bias, band, worst: Math.abs(bias) + band }
}
