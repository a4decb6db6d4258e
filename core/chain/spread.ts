import { circuitSensitivity } from '../circuit/sensitivity.ts'
import { sensorBand } from './sensor.ts'
import type { ShareId, StageId } from './spec.ts'
import { drivenBy, GROUND, PIN, PLUG_HIGH, PLUG_LOW, SUPPLY } from './transfer.ts'
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
  for (const stage of reach)
    sigma[stage] = Math.hypot(...effects.map((e) => (e.stages.has(stage) ? e.at(stage) : 0)))
  const byShare = new Map<ShareId, { sigma: number; label: string; largest: number }>()
  for (const e of effects) {
    const s = e.at('shown')
    const entry = byShare.get(e.share) ?? { sigma: 0, label: '', largest: 0 }
    entry.sigma = Math.hypot(entry.sigma, s)
    if (Math.abs(s) >= entry.largest) {
      entry.largest = Math.abs(s)
      entry.label = e.label
    }
    byShare.set(e.share, entry)
  }
  return {
    sigma,
    shares: [...byShare].map(([share, { sigma: s, label }]) => ({ share, sigma: s, label })),
    total: sigma.shown ?? 0,
  }
}

export type Effect = {
  id: string
  share: ShareId
  label: string
  kind: 'normal' | 'uniform'
  stages: Set<StageId>
  /** 1σ at a stage, truth unit, signed */ at: (stage: StageId) => number
}

const FROM: Record<'truth' | 'plug' | 'counts' | 'face', StageId[]> = {
  truth: ['element', 'plug', 'pin', 'converter', 'shown'],
  plug: ['plug', 'pin', 'converter', 'shown'],
  counts: ['converter', 'shown'],
  face: ['shown'],
}

/** How the values at the pin and across the plug answer to the element's signal and to each part of the circuit. */
function circuitAnswers(
  chain: Chain,
  signal: number,
): Record<'pin' | 'plug', { value: number; perSignal: number; perUnit: Record<string, number> }> {
  const { spec, real } = chain
  if (spec.drive.kind === 'frequency') {
    const same = { value: signal, perSignal: 1, perUnit: {} }
    return { pin: same, plug: same }
  }
  const circuit = {
    reference: GROUND,
    elements: [
      ...spec.circuits.at(-1)!.elements,
      ...drivenBy(spec.drive, signal, real.emfPerSignal),
    ],
  }
  const between = (plus: string, minus: string) => circuitSensitivity(circuit, plus, minus)
  const pin = between(PIN, GROUND),
    plug = between(PLUG_HIGH, PLUG_LOW)
  if (spec.drive.kind === 'resistance')
    return {
      pin: { value: pin.volt, perSignal: pin.perUnit.sensor!, perUnit: pin.perUnit },
      plug: { value: plug.volt, perSignal: plug.perUnit.sensor!, perUnit: plug.perUnit },
    }
  // what moves a ratiometric sensor's supply moves its e.m.f. by its share
  const nominalV = spec.drive.nominalV
  const supply = nominalV === null ? null : between(SUPPLY, PLUG_LOW)
  const followed = ({
    volt,
    perUnit,
  }: typeof pin): { value: number; perSignal: number; perUnit: Record<string, number> } => {
    const perEmf = perUnit['sensor emf']!
    return {
      value: volt,
      perSignal: perEmf * real.emfPerSignal,
      perUnit:
        supply === null
          ? perUnit
          : Object.fromEntries(
              Object.entries(perUnit).map(([id, v]) => [
                id,
                v + (perEmf * signal * (supply.perUnit[id] ?? 0)) / nominalV!,
              ]),
            ),
    }
  }
  return { pin: followed(pin), plug: followed(plug) }
}

/** Every single cause of spread at a truth, and what it does to each stage. */
export function spreadEffects(chain: Chain, truth: number): Effect[] {
  const { spec } = chain
  const { signal } = heatedElement(chain, truth)
  const { pin, plug } = circuitAnswers(chain, signal)
  // height per volt by the perfect chain, shown per height by the device's table
  const perValue = (v: number): number => {
    const dv = Math.max(1e-6, Math.abs(v) * 1e-5)
    return (pinHeight(chain, v + dv) - pinHeight(chain, v - dv)) / (2 * dv)
  }
  const pinSlope = perValue(pin.value),
    plugSlope = perValue(plug.value)
  const tableSlope = tableSlopeAt(chain, pin.value)
  const elementSlope = signalSlope(chain, truth)
  const scaled = (stage: StageId, plugC: number, pinC: number): number =>
    stage === 'plug' ? plugC : stage === 'shown' ? pinC * tableSlope : pinC
  return spec.spreads.map((s): Effect => {
    const size = s.kind === 'uniform' ? s.size / ROOT3 : s.size
    const base = { id: s.id, share: s.share, label: s.label, kind: s.kind }
    if (s.on.kind === 'truth') {
      const c = sensorBand(spec.sensor, truth)
      // where the curve stands still (a dead zone) the doubt goes through unchanged
      const through = (perSignal: number, slope: number): number => {
        const v = perSignal * elementSlope * c * slope
        return Number.isFinite(v) && v !== 0 ? v : c
      }
      const pinC = through(pin.perSignal, pinSlope),
        plugC = through(plug.perSignal, plugSlope)
      return {
        ...base,
        stages: new Set(FROM.truth),
        at: (stage) => (stage === 'element' ? c : scaled(stage, plugC, pinC)),
      }
    }
    if (s.on.kind === 'circuit') {
      const pinC = (pin.perUnit[s.on.element] ?? 0) * size * pinSlope,
        plugC = (plug.perUnit[s.on.element] ?? 0) * size * plugSlope
      return { ...base, stages: new Set(FROM.plug), at: (stage) => scaled(stage, plugC, pinC) }
    }
    if (s.on.kind === 'counts' || s.on.kind === 'reference') {
      const off = s.on.kind === 'counts' ? size / spec.converter!.perUnit : size * pin.value
      return {
        ...base,
        stages: new Set(FROM.counts),
        at: (stage) => scaled(stage, 0, off * pinSlope),
      }
    }
    return { ...base, stages: new Set(FROM.face), at: () => size }
  })
}

/** Signal per unit of truth at a truth; one-sided where the curve ends. */
function signalSlope(chain: Chain, truth: number): number {
  const h = 1e-4 * (chain.spec.range[1] - chain.spec.range[0])
  const at = (t: number): number => {
    try {
      return chain.signalAt(t)
    } catch {
      return NaN
    }
  }
  const up = at(truth + h),
    down = at(truth - h),
    here = at(truth)
  return Number.isNaN(up)
    ? (here - down) / h
    : Number.isNaN(down)
      ? (up - here) / h
      : (up - down) / (2 * h)
}

const safely = (f: () => number, otherwise: number): number => {
  try {
    return f()
  } catch {
    return otherwise
  }
}

/** How much the shown value moves for one unit of height: 1 for a good table, 0 where it holds its end. */
function tableSlopeAt(chain: Chain, volt: number): number {
  if (!chain.spec.table) return 1
  const height = pinHeight(chain, volt)
  const dv = Math.max(
    1e-4,
    Math.abs(
      volt -
        safely(
          () =>
            idealValue(chain, 'pin', height + (chain.spec.range[1] - chain.spec.range[0]) / 270),
          volt,
        ),
    ),
  )
  const side = (from: number, to: number): number => {
    const run = pinHeight(chain, to) - pinHeight(chain, from)
    return run === 0 ? 0 : (shownAt(chain, to) - shownAt(chain, from)) / run
  }
  const above = side(volt, volt + dv),
    below = side(volt - dv, volt)
  // at its very end a table holds one way only: the other way still moves
  return above === 0 ? below : below === 0 ? above : (above + below) / 2
}

export type MonteCarlo = {
  /** 2.5 %, 50 % and 97.5 % of shown − truth */ low: number
  middle: number
  high: number
  mean: number
  sigma: number
  draws: number
}

/**
 * Monte Carlo through the chain at a truth (JCGM 101). The sensor's resistance goes through the circuit
 * exactly (it enters as a ratio of two linear functions), other circuit values by their sensitivities, then
 * the converter rounds and the table looks up. `draws` rows from a repeatable stream.
 */
export function monteCarlo(
  chain: Chain,
  truth: number,
  options: { draws?: number; seed?: number; normal: () => number; uniform: () => number },
): MonteCarlo {
  const draws = options.draws ?? 20000
  const errors = new Float64Array(draws)
  const draw = drawShown(chain, truth, options.normal, options.uniform)
  let sum = 0
  for (let k = 0; k < draws; k++) {
    const e = draw() - truth
    errors[k] = e
    sum += e
  }
  const mean = sum / draws
  let squares = 0
  for (let k = 0; k < draws; k++) squares += (errors[k]! - mean) ** 2
  errors.sort()
  const at = (q: number): number => errors[Math.min(draws - 1, Math.floor(q * draws))]!
  return {
    low: at(0.025),
    middle: at(0.5),
    high: at(0.975),
    mean,
    sigma: Math.sqrt(squares / (draws - 1)),
    draws,
  }
}

/** One draw of the shown value, ready to be called many times. This is the hot loop: no objects, no solver inside. */
export function drawShown(
  chain: Chain,
  truth: number,
  normal: () => number,
  uniform: () => number,
): () => number {
  const { spec } = chain
  const { signal, heating } = heatedElement(chain, truth)
  const { pin } = circuitAnswers(chain, signal)
  const sizes: number[] = [],
    isNormal: boolean[] = []
  let curveC = 0,
    counts = 0,
    face = 0,
    reference = 0
  for (const s of spec.spreads) {
    if (s.on.kind === 'truth') curveC = sensorBand(spec.sensor, truth)
    else if (s.on.kind === 'counts') counts = s.size
    else if (s.on.kind === 'face') face = s.size
    else if (s.on.kind === 'reference') reference = s.size
    else {
      sizes.push((pin.perUnit[s.on.element] ?? 0) * s.size)
      isNormal.push(s.kind === 'normal')
    }
  }
  const atPin = pinNear(chain, truth + heating, signal, pin.value, pin.perSignal)
  const perUnit = spec.converter?.perUnit ?? 0
  return () => {
    let value = atPin(curveC * normal())
    for (let i = 0; i < sizes.length; i++)
      value += sizes[i]! * (isNormal[i] ? normal() : 2 * uniform() - 1)
    if (reference > 0) value *= 1 + reference * normal()
    // rounding to a count is a uniform half count either way
    if (perUnit > 0) value += (counts * (2 * uniform() - 1)) / perUnit
    return shownAt(chain, value) + face * (2 * uniform() - 1)
  }
}

/**
 * What stands at the pin when the sensor's truth is off by a little: its curve to second order
 * about the working point.
 */
function pinNear(
  chain: Chain,
  at: number,
  signal: number,
  pinValue: number,
  perSignal: number,
): (off: number) => number {
  const { range } = chain.spec
  const port = chain.real.port
  const near = (t: number): number => {
    try {
      return chain.signalAt(t)
    } catch {
      return NaN
    }
  }
  const h = (range[1] - range[0]) / 135
  const up = near(at + h),
    down = near(at - h)
  if (chain.spec.drive.kind === 'resistance' && port && up > 0 && down > 0) {
    // ln R to second order: a thermistor within 1e-4 over ±10 °C; the resistance goes through the circuit exactly
    const l0 = Math.log(signal),
      slope = (Math.log(up) - Math.log(down)) / (2 * h),
      bend = (Math.log(up) - 2 * l0 + Math.log(down)) / (2 * h * h)
    const { portV, portOhm, outputs } = port
    const { openV, transferOhm } = outputs[0]!
    return (off) =>
      openV - (transferOhm * portV) / (portOhm + signal * Math.exp(off * (slope + bend * off)))
  }
  const slope = Number.isNaN(up)
    ? (signal - down) / h
    : Number.isNaN(down)
      ? (up - signal) / h
      : (up - down) / (2 * h)
  const bend = Number.isNaN(up + down) ? 0 : (up - 2 * signal + down) / (2 * h * h)
  return (off) => pinValue + perSignal * off * (slope + bend * off)
}

/** The error of a chain at a truth: known bias, 95 % half-width about it, and both together against a need. */
export function errorAt(
  chain: Chain,
  truth: number,
): { bias: number; band: number; worst: number } {
  const bias = walkForward(chain, truth).shown - truth
  const band = K95 * linearSpread(chain, truth).total
  return { bias, band, worst: Math.abs(bias) + band }
}
