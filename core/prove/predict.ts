import { orElse } from '../error.ts'
import type { ChainSpec } from '../chain/spec.ts'
import type { StageId } from '../chain/stages.ts'
import { sensorBand } from '../chain/sensor.ts'
import { spreadEffects } from '../chain/spread.ts'
import { curveReach, heatedElement, prepareChain, smallStep, type Chain } from '../chain/chain.ts'
import { shownAt } from '../chain/fold.ts'
import { idealSlope, lastOf, STAGE } from '../chain/stages.ts'
import { leftOpen, walkForward } from '../chain/walk.ts'
import { familyOf } from '../curve/registry.ts'
import { madeOnce } from '../math/madeOnce.ts'
import { slopeAt } from '../math/slope.ts'
import { weighed } from '../math/observationErrors.ts'
import type { Fault, Variant } from './faults/index.ts'

/**
 * What was read at key-on, engine off. `ohm` is across a resistive sensor with its plug off; `pinV`
 * is Hz where edges are counted.
 */
export type Observed = { shown?: number; pinV?: number; ohm?: number }
export type Observable = keyof Observed
export type Readings = Required<Observed>

/**
 * What a chain would give, and how that may err: each of `effects` is what 1σ of one cause does to all readings at
 * once, `own` what each has by itself. Ohms go from a short to an open circuit: they err and compare by their
 * logarithm.
 */
export type Prediction = {
  variant: Variant
  readings: Readings
  effects: Readings[]
  own: Readings
}

/** A hand-held meter, 1σ: a share of the reading, and volts beside. */
const METER_SHARE = 0.005
const METER_V = 0.001
/** Least 1σ of what is shown, as a share of the accuracy asked for. */
const LEAST_SHOWN = 1 / 40
/** Half the distance between two sizes of a fault stands for all between them: a uniform of that half-width. */
const ROOT3 = Math.sqrt(3)

/** Edges have no volts at the pin: what is read there is their frequency. */
export const stageOf = (spec: ChainSpec, what: Observable): StageId =>
  what === 'shown'
    ? lastOf(spec)
    : what === 'ohm' || spec.drive.kind === 'frequency'
      ? STAGE.element
      : STAGE.pin

export const OBSERVABLES: Observable[] = ['shown', 'pinV', 'ohm']
const each = (f: (what: Observable) => number): Readings => ({
  shown: f('shown'),
  pinV: f('pinV'),
  ohm: f('ohm'),
})
const compared = (what: Observable, value: number): number =>
  what === 'ohm' ? Math.log(Math.max(value, 1e-3)) : value

/**
 * Where a check is made: beyond the ends of a curve at its end, with all that lies between in the doubt of the truth.
 * Where no truth can be, less than nothing in a tank, the sensor cannot be either: that adds no doubt.
 */
export function checkedAt(
  spec: ChainSpec,
  truth: number,
  truthSigma: number,
): { truth: number; truthSigma: number } {
  const possible = within(familyOf(spec.sensor.family).plausible, truth)
  const near = within(curveReach(prepareChain(spec)), possible)
  return { truth: near, truthSigma: Math.hypot(truthSigma, near - possible) }
}

const within = ([least, most]: readonly [number, number], value: number): number =>
  Math.min(most, Math.max(least, value))

/** What the healthy chain's own doubt amounts to, apart from the truth and the curve. */
type Doubt = {
  /** of the element warmed by its own current, and with its plug off */
  signal: number
  unplugged: number
  signalSigma: number
  circuitV: number
  shown: number
}

function doubtAt(chain: Chain, truth: number, truthSigma: number): Doubt {
  const { sensor } = chain.spec
  const slope = slopeAt(chain.signalAt, truth, smallStep(chain), curveReach(chain))
  const effects = spreadEffects(chain, truth).filter((e) => e.id !== 'curve')
  const inCircuit = effects.filter((e) => e.stages.has(STAGE.pin))
  const behind = effects.filter((e) => !e.stages.has(STAGE.pin))
  const [least, most] = leftOpen(chain, truth)
  // in a dead zone a hair at the pin may show either of its ends
  const { shown } = walkForward(chain, truth)
  const open = most > least ? Math.max(Math.abs(shown - least), Math.abs(most - shown)) : 0
  const frequency = chain.spec.drive.kind === 'frequency'
  return {
    signal: heatedElement(chain, truth).signal,
    unplugged: chain.signalAt(truth),
    signalSigma: Math.abs(slope || 0) * Math.hypot(truthSigma, sensorBand(sensor, truth)),
    circuitV: frequency
      ? 0
      : Math.hypot(...inCircuit.map((e) => e.at(STAGE.pin))) *
        Math.abs(idealSlope(chain, STAGE.pin, truth) || 0),
    shown: Math.hypot(
      ...behind.map((e) => e.at(lastOf(chain.spec))),
      open / ROOT3,
      chain.spec.accuracy * LEAST_SHOWN,
    ),
  }
}

/** What a chain with a fault shows at a truth. */
export function observe(variant: Variant, truth: number): Readings {
  const chain = prepareChain(variant.spec)
  const healthy = heatedElement({ ...chain, real: chain.ideal }, truth).signal
  return readingsOf(chain, variant, healthy, chain.signalAt(truth))
}

function readingsOf(chain: Chain, variant: Variant, healthy: number, unplugged: number): Readings {
  const given = variant.signal ?? ((signal: number) => signal)
  const pinV = chain.real.toPin(given(healthy))
  return { shown: shownAt(chain, pinV), pinV, ohm: given(unplugged) }
}

function predict(variant: Variant, doubt: Doubt): Prediction {
  const chain = prepareChain(variant.spec)
  const at = (off: number): Readings =>
    readingsOf(chain, variant, doubt.signal + off, doubt.unplugged + off)
  const readings = at(0)
  const low =
    chain.spec.drive.kind === 'resistance'
      ? Math.max(-0.9 * Math.min(doubt.signal, doubt.unplugged), -doubt.signalSigma)
      : -doubt.signalSigma
  const [up, down] = [at(doubt.signalSigma), at(low)]
  const shownFor = (pinV: number): number => shownAt(chain, pinV)
  // at the end of a table or a curve one side holds: the other says how far readings go
  const larger = (up: number, down: number): number => (Math.abs(up) > Math.abs(down) ? up : down)
  const moved = (by: number): number =>
    larger(
      shownFor(readings.pinV + by) - readings.shown,
      readings.shown - shownFor(readings.pinV - by),
    )
  return {
    variant,
    readings,
    effects: [
      each((what) => {
        const here = compared(what, readings[what])
        return larger(compared(what, up[what]) - here, here - compared(what, down[what]))
      }),
      { shown: moved(doubt.circuitV), pinV: doubt.circuitV, ohm: 0 },
    ],
    own: {
      shown: doubt.shown,
      pinV: Math.hypot(METER_SHARE * readings.pinV, METER_V),
      ohm: METER_SHARE,
    },
  }
}

/**
 * The healthy chain, and every fault at every size it comes in. Faults that nothing can be computed of are left out.
 */
export type Predictions = {
  healthy: Prediction
  /** run when they are asked for: some hundred chains */
  faults: () => { fault: Fault; sizes: Prediction[] }[]
}

export function predictAll(
  spec: ChainSpec,
  faults: readonly Fault[],
  truth: number,
  truthSigma: number,
): Predictions {
  const chain = prepareChain(spec)
  const doubt = doubtAt(chain, truth, truthSigma)
  return {
    healthy: predict({ label: '', spec }, doubt),
    faults: madeOnce(() =>
      faults
        .filter((f) => f.isPossible(spec))
        .map((fault) => {
          const sizes = fault
            .variants(spec)
            .flatMap((v) => orElse(() => [predict(v, doubt)], []))
            .filter(isWhole)
          return {
            fault,
            sizes: sizes.map((p, i) => ({ ...p, effects: [...p.effects, ...gap(sizes, i)] })),
          }
        }),
    ),
  }
}

/** Whether all of it is a number: a curve that does not reach here makes no suspect. */
const isWhole = ({ readings, effects, own }: Prediction): boolean =>
  [readings, own, ...effects].every((r) => OBSERVABLES.every((what) => Number.isFinite(r[what])))

/** What lies between a size of a fault and its neighbours. */
function gap(sizes: readonly Prediction[], i: number): Readings[] {
  const here = sizes[i]!
  if (here.variant.size === undefined) return []
  const beside = [sizes[i - 1], sizes[i + 1]].filter((p) => p?.variant.size !== undefined)
  if (beside.length === 0) return []
  return [
    each((what) => {
      const steps = beside.map((p) =>
        Math.abs(compared(what, p!.readings[what]) - compared(what, here.readings[what])),
      )
      const toHigher = sizes[i + 1]?.readings[what] ?? here.readings[what]
      const sign = Math.sign(compared(what, toHigher) - compared(what, here.readings[what])) || 1
      return (sign * Math.max(...steps)) / 2 / ROOT3
    }),
  ]
}

/** How far readings lie from a prediction, as χ² over as many as were taken, and their log-likelihood. */
export function likelihood(
  { readings, effects, own }: Prediction,
  observed: Observed,
  taken: readonly Observable[],
): { chiSquared: number; log: number } {
  const { chiSquared, logDeterminant } = weighed(
    taken.map((what) => compared(what, observed[what]!) - compared(what, readings[what])),
    {
      own: taken.map((what) => own[what] ** 2),
      shared: effects
        .map((e) => taken.map((what) => e[what]))
        .filter((s) => s.some((v) => v !== 0)),
    },
  )
  return { chiSquared, log: -0.5 * (chiSquared + logDeterminant) }
}

/** How the readings taken spread over all that could stand there if nothing named here were the cause. */
export function unnamedLog(spec: ChainSpec, taken: readonly Observable[]): number {
  const rail = Math.max(
    1,
    ...spec.circuits
      .at(-1)!
      .elements.flatMap((e) => (e.kind === 'voltage' ? [Math.abs(e.volt)] : [])),
  )
  const family = familyOf(spec.sensor.family)
  const top =
    spec.drive.kind === 'frequency'
      ? Math.abs(family.forward(spec.sensor.curve, spec.best[1]))
      : rail
  const width: Readings = {
    shown: 1.5 * (spec.range[1] - spec.range[0]),
    pinV: Math.max(top, 1e-6),
    ohm: Math.log(1e6),
  }
  // the constant of the normal that the others leave out
  return taken.reduce((sum, what) => sum - Math.log(width[what] / Math.sqrt(2 * Math.PI)), 0)
}
