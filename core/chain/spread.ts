import type { Phrase } from '../quantity/said.ts'
import { orElse } from '../error.ts'
import { slopeAt } from '../math/slope.ts'
import { half95, type ErrorPart } from '../math/half95.ts'
import { familyOf } from '../curve/registry.ts'
import { circuitSensitivity } from '../circuit/sensitivity.ts'
import { limitShareOf, sensorBand } from './sensor.ts'
import type { InCircuit, Spread } from './causes.ts'
import { afterPin, beforeTable, shownAt, through } from './fold.ts'
import {
  idealBefore,
  isStep,
  lastOf,
  STAGE,
  stageBefore,
  stageBy,
  stagesFrom,
  type StageId,
  type Step,
} from './stages.ts'
import type { ShareId } from './shares.ts'
import { drivenBy } from './transfer.ts'
import { curveReach, smallStep, heatedElement, pinHeight, type Chain } from './chain.ts'
import { walkForward } from './walk.ts'

const ROOT3 = Math.sqrt(3)

export type SpreadAt = {
  /** 1σ at each stage, truth unit: what has been lost so far */
  sigma: Partial<Record<StageId, number>>
  /** half-width that holds 95 % at each stage, truth unit */
  half: Partial<Record<StageId, number>>
  /** what each share adds to the shown value, truth unit: 1σ, the half-width of 95 %, and its largest cause */
  shares: { share: ShareId; sigma: number; half: number; label: Phrase }[]
  total: number
  /** half-width that holds 95 % of what is shown, truth unit */
  band: number
}

/**
 * Linear propagation of every spread to every stage (JCGM 100): circuit sensitivities from one adjoint
 * solve, turned into the truth unit by the slope of the perfect chain. Uniform parts count as half-width/√3.
 */
export function linearSpread(chain: Chain, truth: number): SpreadAt {
  const effects = spreadEffects(chain, truth)
  const sigma: SpreadAt['sigma'] = {},
    half: SpreadAt['half'] = {}
  for (const stage of chain.spec.stages) {
    const parts = effects
      .filter((e) => e.stages.has(stage))
      .flatMap((e) => errorParts(e, e.at(stage)))
    sigma[stage] = Math.hypot(...parts.map((p) => p.sigma))
    half[stage] = half95(parts)
  }
  const byShare = new Map<ShareId, Effect[]>()
  for (const e of effects) byShare.set(e.share, [...(byShare.get(e.share) ?? []), e])
  const last = lastOf(chain.spec)
  return {
    sigma,
    half,
    shares: [...byShare].map(([share, of]) => {
      const sigmas = of.map((e) => Math.abs(e.at(last)))
      const largest = sigmas.reduce((at, s, i) => (s >= sigmas[at]! ? i : at), 0)
      return {
        share,
        sigma: Math.hypot(...sigmas),
        half: half95(of.flatMap((e, i) => errorParts(e, sigmas[i]!))),
        label: of[largest]!.label,
      }
    }),
    total: sigma[last] ?? 0,
    band: half[last] ?? 0,
  }
}

type Effect = {
  id: string
  share: ShareId
  label: Phrase
  kind: 'normal' | 'uniform'
  /** of a normal one, the share of its 1σ that is a single limit all the same: uniform */
  limitShare?: number
  remedy: Spread['remedy']
  stages: Set<StageId>
  /** 1σ at a stage, truth unit, signed */ at: (stage: StageId) => number
}

/** The parts an effect adds to a sum of errors where its 1σ is `sigma`. */
export function errorParts(
  { kind, limitShare = 0 }: Pick<Effect, 'kind' | 'limitShare'>,
  sigma: number,
): ErrorPart[] {
  if (kind === 'uniform' || limitShare === 0) return [{ sigma, uniform: kind === 'uniform' }]
  return [
    { sigma: sigma * limitShare, uniform: true },
    { sigma: sigma * Math.sqrt(1 - limitShare ** 2), uniform: false },
  ]
}

/** How the values at the pin and across the plug answer to the element's signal and to each part of the circuit. */
export function circuitAnswers(
  chain: Chain,
  signal: number,
): Record<'pin' | 'plug', { value: number; perSignal: number; perUnit: Record<string, number> }> {
  const { spec, real } = chain
  if (spec.drive.kind === 'frequency') {
    const same = { value: signal, perSignal: 1, perUnit: {} }
    return { pin: same, plug: same }
  }
  const { nodes } = spec
  const circuit = {
    reference: nodes.ground,
    elements: [
      ...spec.circuits.at(-1)!.elements,
      ...drivenBy(spec.drive, signal, real.emfPerSignal, nodes),
    ],
  }
  const between = (plus: string, minus: string) => circuitSensitivity(circuit, plus, minus)
  const pin = between(nodes.pin, nodes.ground),
    plug = between(nodes.high, nodes.low)
  if (spec.drive.kind === 'resistance')
    return {
      pin: { value: pin.volt, perSignal: pin.perUnit.sensor!, perUnit: pin.perUnit },
      plug: { value: plug.volt, perSignal: plug.perUnit.sensor!, perUnit: plug.perUnit },
    }
  // what moves a ratiometric sensor's supply moves its e.m.f. by its share
  const nominalV = spec.drive.nominalV
  const supply = nominalV === null ? null : between(nodes.supply, nodes.low)
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

/** What one unit at the pin and across the plug is worth in height, and what moves them. */
type Working = {
  answers: ReturnType<typeof circuitAnswers>
  /** truth for one unit, by the perfect chain */
  perPin: number
  perPlug: number
  /** how much of a height at one stage is left at a later one */
  passing: (from: StageId, to: StageId) => number
}

/** Every single cause of spread at a truth, and what it does to each stage. */
export function spreadEffects(chain: Chain, truth: number): Effect[] {
  const { spec } = chain
  const { signal } = heatedElement(chain, truth)
  const answers = circuitAnswers(chain, signal)
  const { pin, plug } = answers
  const sigmaAt = (stage: StageId): number =>
    Math.hypot(...effects.map((e) => (e.stages.has(stage) ? e.at(stage) : 0)))
  const working: Working = {
    answers,
    perPin: heightPerPin(chain, pinHeight(chain, pin.value)),
    perPlug: heightPerPin(chain, pinHeight(chain, plug.value)),
    passing: passingOf(chain, pin.value, sigmaAt),
  }
  const effects = spec.spreads.map((s) => effectOf(chain, truth, s, working))
  const before = beforeTable(spec)
  const near = half95(
    effects.filter((e) => e.stages.has(before)).flatMap((e) => errorParts(e, e.at(before))),
  )
  return [...effects, ...jumps(chain, truth, near, working)]
}

/** What one cause does to every stage from where it enters. */
function effectOf(chain: Chain, truth: number, s: Spread, working: Working): Effect {
  const { spec } = chain
  const { passing } = working
  const base = { id: s.id, share: s.share, label: s.label, kind: s.kind, remedy: s.remedy }
  const stages = new Set(stagesFrom(spec, s.at))
  if (s.ofCurve) {
    const c = s.size * sensorBand(spec.sensor, truth)
    const heights = curveHeights(chain, truth, c, working)
    const at = (stage: StageId): number => heights[stage] ?? heights.pin! * passing(PIN, stage)
    return { ...base, limitShare: limitShareOf(spec.sensor, truth, c), stages, at }
  }
  const size = s.kind === 'uniform' ? s.size / ROOT3 : s.size
  if (!s.circuit) {
    const entered = stageBy(s.at)
    const height =
      size * (isStep(entered) ? entered.perUnit(chain, working.perPin) : working.perPin)
    return { ...base, stages, at: (stage) => height * passing(s.at, stage) }
  }
  const atPin = size * movedBy(chain, s.circuit, working.answers.pin) * working.perPin
  const atPlug = size * movedBy(chain, s.circuit, working.answers.plug) * working.perPlug
  return {
    ...base,
    stages,
    at: (stage) => (stage === PLUG ? atPlug : atPin * passing(PIN, stage)),
  }
}

const [PIN, PLUG] = ['pin', 'plug'] as const

/** What the curve's doubt comes to at each stage up to the pin, truth unit. */
function curveHeights(
  chain: Chain,
  truth: number,
  c: number,
  { answers: { pin, plug }, perPin, perPlug }: Working,
): Partial<Record<StageId, number>> {
  const elementSlope = signalSlope(chain, truth)
  // where the curve stands still (a dead zone) the doubt goes through unchanged
  const through = (perSignal: number, slope: number): number => {
    const v = perSignal * elementSlope * c * slope
    return Number.isFinite(v) && v !== 0 ? v : c
  }
  return {
    [STAGE.truth]: c,
    [STAGE.element]: c,
    [PLUG]: through(plug.perSignal, perPlug),
    [PIN]: through(pin.perSignal, perPin),
  }
}

/**
 * How much of a height at one stage is left at a later one. A step's slope is taken over what the doubt before it
 * spans: a single cell of a table may be steeper or flatter than its neighbours.
 */
function passingOf(
  chain: Chain,
  atPin: number,
  sigmaAt: (stage: StageId) => number,
): Working['passing'] {
  const { stages } = chain.spec
  const gains = new Map<StageId, number>()
  let height = pinHeight(chain, atPin)
  const heights = new Map<StageId, number>()
  for (const { step, value } of afterPin(chain, atPin)) {
    heights.set(step.id, height)
    if (!step.isStraight(chain))
      height = step.realHeight?.(chain, value) ?? step.height(chain, value)
  }
  const gainOf = (step: Step): number => {
    const known = gains.get(step.id)
    if (known !== undefined) return known
    const before = stageBefore(chain.spec, step.id)
    const gain = step.isStraight(chain)
      ? 1
      : slopeThrough(chain, step, heights.get(step.id)!, sigmaAt(before))
    gains.set(step.id, gain)
    return gain
  }
  return (from, to) => {
    const [i, j] = [stages.indexOf(from), stages.indexOf(to)]
    return stages
      .slice(i + 1, j + 1)
      .map(stageBy)
      .filter(isStep)
      .reduce((product, step) => product * gainOf(step), 1)
  }
}

/**
 * In a dead zone, and so near one that the chain's own doubt reaches it, a little at the pin makes the device show one
 * side of it or the other. `near` holds 95 % of all before the table, truth unit.
 */
function jumps(chain: Chain, truth: number, near: number, { passing }: Working): Effect[] {
  const { family, curve } = chain.spec.sensor
  const zone = familyOf(family)
    .deadZones?.(curve)
    .find(([low, high]) => truth > low - near && truth < high + near)
  if (!zone) return []
  const still = chain.real.toPin(chain.signalAt((zone[0] + zone[1]) / 2))
  const { shown } = walkForward(chain, truth)
  const perPin = heightPerPin(chain, zone[0])
  const little = perPin === 0 ? 0 : near / Math.abs(perPin)
  const far = Math.max(
    ...[-little, 0, little].map((volt) => Math.abs(shownAt(chain, still + volt) - shown)),
  )
  // all of a uniform of this half-width is within 95 %
  const sigma = far / K95_UNIFORM / ROOT3
  return far > 0
    ? [
        {
          id: 'stands still',
          share: 'element',
          label: 'either side of where it stands still',
          kind: 'uniform',
          stages: new Set(stagesFrom(chain.spec, STAGE.table)),
          at: (stage) => sigma * passing(STAGE.table, stage),
          remedy: { text: 'Only another place, arm or sender can tell there.', leaves: 0 },
        },
      ]
    : []
}

/** Share of its half-width within which 95 % of a uniform lie. */
const K95_UNIFORM = 0.95

type Answer = ReturnType<typeof circuitAnswers>['pin']

/**
 * What one unit of what a cause moves in the circuit moves a value by. Of a reference a unit is all of it: all rails
 * that follow it, less what the converter that measures against it takes off again.
 */
export function movedBy(chain: Chain, moved: InCircuit, { value, perUnit }: Answer): number {
  if ('part' in moved) return perUnit[moved.part] ?? 0
  const rails = chain.spec.circuits
    .at(-1)!
    .elements.filter((e) => e.kind === 'voltage' && moved.rails.includes(e.id))
  const all = rails.reduce(
    (sum, e) => sum + (perUnit[e.id] ?? 0) * (e.kind === 'voltage' ? e.volt : 0),
    0,
  )
  return all - (moved.own ? value : 0)
}

/** Signal per unit of truth at a truth. */
const signalSlope = (chain: Chain, truth: number): number =>
  slopeAt(chain.signalAt, truth, smallStep(chain), curveReach(chain))

/**
 * Truth for one unit at the pin of the perfect chain, at a truth. In a dead zone, where the pin stands still, and
 * beyond the ends of the curve, that of the nearest part that moves. 0 where nothing does.
 */
function heightPerPin(chain: Chain, truth: number): number {
  const family = familyOf(chain.spec.sensor.family)
  const { curve } = chain.spec.sensor
  const [least, most] = curveReach(chain)
  const h = smallStep(chain)
  const at = Math.min(most, Math.max(least, truth))
  const zone = family.deadZones?.(curve).find(([low, high]) => at > low - h && at < high + h)
  const pinAt = (t: number): number => chain.ideal.toPin(chain.signalAt(t))
  const slopes = zone
    ? [slopeAt(pinAt, zone[0], h, [least, zone[0]]), slopeAt(pinAt, zone[1], h, [zone[1], most])]
    : [slopeAt(pinAt, at, h, [least, most])]
  const moving = slopes.filter((s) => Number.isFinite(s) && s !== 0).map((s) => 1 / s)
  return moving.reduce((widest, s) => (Math.abs(s) > Math.abs(widest) ? s : widest), 0)
}

/** A side of a table whose slope is below this share of the other's is one that holds. */
const HOLDING = 0.6

/** How far to either side a table is looked at for its slope at least, as a share of the range. */
const LOOK_SHARE = 1 / 270

/**
 * How much the height after a step moves for one unit of height before it: 1 for a good table, 0 where it holds its
 * end. In a dead zone and beyond the ends of the curve, what the nearest part that moves would do.
 */
function slopeThrough(chain: Chain, step: Step, before: number, doubt: number): number {
  const [least, most] = curveReach(chain)
  const height = Math.min(most, Math.max(least, before))
  const { range, sensor } = chain.spec
  const look = Math.max(doubt || 0, LOOK_SHARE * (range[1] - range[0]))
  const zone = familyOf(sensor.family)
    .deadZones?.(sensor.curve)
    .find(([low, high]) => height >= low && height <= high)
  const after = (t: number): number =>
    step.height(chain, through(chain, step, idealBefore(chain, step.id, t)))
  // a step outward from a height, where the curve goes on
  const side = (from: number, by: number): number => {
    if (from + by < least || from + by > most) return 0
    return orElse(() => (after(from + by) - after(from)) / by || 0, 0)
  }
  const hair = zone ? smallStep(chain) : 0
  const above = side((zone?.[1] ?? height) + hair, look),
    below = side((zone?.[0] ?? height) - hair, -look)
  // near its end a table holds one way only, and the other way still moves
  const [less, more] = Math.abs(above) < Math.abs(below) ? [above, below] : [below, above]
  return Math.abs(less) < HOLDING * Math.abs(more) ? more : (above + below) / 2
}

/** The error of a chain at a truth: known bias, 95 % half-width about it, and both together against a need. */
export function errorAt(
  chain: Chain,
  truth: number,
): { bias: number; band: number; worst: number } {
  const bias = walkForward(chain, truth).shown - truth
  const { band } = linearSpread(chain, truth)
  return { bias, band, worst: Math.abs(bias) + band }
}
