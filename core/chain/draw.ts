import { orElse } from '../error.ts'
import { linspace } from '../math/linspace.ts'
import { lookUp } from '../table/interpolate.ts'
import { limitShareOf, sensorBand } from './sensor.ts'
import { circuitAnswers, movedBy } from './spread.ts'
import { heatedElement, smallStep, type Chain } from './chain.ts'
import { stepsOf } from './stages.ts'

const ROOT3 = Math.sqrt(3)

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
  const curveC = sensorBand(spec.sensor, truth),
    limitC = curveC * limitShareOf(spec.sensor, truth, curveC)
  const inCircuit = spec.spreads.flatMap(({ circuit, size, kind }) =>
    circuit ? [{ size: size * movedBy(chain, circuit, pin), isNormal: kind === 'normal' }] : [],
  )
  const sizes = inCircuit.map((c) => c.size),
    isNormal = inCircuit.map((c) => c.isNormal)
  const steps = stepsOf(spec).map((step) => ({
    step,
    causes: spec.spreads.filter((s) => s.at === step.id && !s.circuit),
  }))
  const atPin = pinNear(chain, truth + heating, pin.value - chain.real.toPin(signal), curveC)
  const ownC = Math.sqrt(curveC ** 2 - limitC ** 2),
    limit = ROOT3 * limitC
  const drawn = (size: number, normally: boolean): number =>
    size * (normally ? normal() : 2 * uniform() - 1)
  return () => {
    let value = atPin(ownC * normal() + limit * (2 * uniform() - 1))
    for (let i = 0; i < sizes.length; i++) value += drawn(sizes[i]!, isNormal[i]!)
    for (const { step, causes } of steps) {
      value = step.scale(chain, value)
      // rounding to a count is a uniform half count either way, a gate's edges are counted by a normal
      for (const c of causes) value += drawn(c.size, c.kind === 'normal')
      if (step.cut) value = step.cut(chain, value)
    }
    return value
  }
}

/** Places the pin is worked out at for the draws of a curve's own doubt, and how many σ they span. */
const NEAR_PLACES = 129
const NEAR_SIGMAS = 6

/**
 * What stands at the pin when the sensor's truth is off by so much: worked out at even places about the working
 * point and straight between them, so that a bend, a dead zone and the end of a curve are all in it. Where the
 * curve ends it goes on as its last piece.
 */
function pinNear(chain: Chain, at: number, shift: number, sigma: number): (off: number) => number {
  const half = Math.max(NEAR_SIGMAS * sigma, smallStep(chain))
  const offs = linspace(-half, half, NEAR_PLACES)
  const known = offs.flatMap((off): { off: number; atPin: number }[] => {
    return orElse(() => {
      const atPin = chain.real.toPin(chain.signalAt(at + off)) + shift
      return Number.isFinite(atPin) ? [{ off, atPin }] : []
    }, [])
  })
  const table = { x: known.map((k) => k.off), y: known.map((k) => k.atPin) }
  return known.length < 2
    ? () => known[0]?.atPin ?? NaN
    : (off) => lookUp(table, off, 'extrapolate')
}
