import { assembleChain, drawShown, prepareChain, type ChainSpec } from '../core/chain/index.ts'
import { familyOf } from '../core/curve/registry.ts'
import { orElse } from '../core/error.ts'
import { normalStream, uniformStream } from '../core/math/index.ts'
import { FAULTS, keyOnCheck, observe, type Observed } from '../core/prove/index.ts'
import { saltmarshNine } from '../demo/saltmarshNine.ts'

/** Readers of the sample, one of each family that can be checked at key-on. */
export const CHECKED: readonly string[] = [
  'rd-coolant',
  'rd-gearbox',
  'rd-map',
  'rd-oil-pressure',
  'rd-oil-sender',
  'rd-throttle',
  'rd-lambda',
  'rd-fuel',
  'rd-surge-pot',
  'rd-egt-1',
  'rd-air-flow',
  'rd-wheel',
]

const METER = 0.004

/** The ends of what a sensor gives, and two places between: where key-on checks are made. */
function placesOf(spec: ChainSpec): number[] {
  const family = familyOf(spec.sensor.family)
  const [low, high] = spec.range
  const reach = family.reach?.(spec.sensor.curve) ?? spec.range
  const inReach = (t: number): number => Math.min(reach[1], Math.max(reach[0], t))
  return [low, low + 0.3 * (high - low), spec.best[1], high].map(inReach)
}

const specOf = (read: string): ChainSpec => assembleChain(saltmarshNine(), read).spec!

/** How often healthy chains alarm at each place, read by what the device shows. */
export function healthyAlarms(
  read: string,
  tries: number,
  seed: number,
): { place: number; alarms: number; tries: number }[] {
  const spec = specOf(read),
    chain = prepareChain(spec)
  const family = familyOf(spec.sensor.family)
  const uniform = uniformStream(seed),
    normal = normalStream(uniform)
  const reach = family.reach?.(spec.sensor.curve) ?? [-Infinity, Infinity]
  return placesOf(spec).map((place) => {
    let alarms = 0
    for (let k = 0; k < tries; k++) {
      const off = place + family.keyOn.sigma * normal()
      const truth = Math.min(reach[1]!, Math.max(reach[0]!, off))
      const shown = drawShown(chain, truth, normal, uniform)()
      if (!keyOnCheck(spec, place, family.keyOn.sigma, { shown }).agrees) alarms++
    }
    return { place, alarms, tries }
  })
}

type Diagnosed = {
  /** of each fault: put in, noticed, named first */
  faults: Record<string, { put: number; noticed: number; first: number }>
  /** verdicts by the tenth of belief in their first cause, and how many of those were right */
  beliefs: { said: number; verdicts: number; right: number }[]
}

/**
 * Faults put into a reader, drawn as often as they are said to happen and in every size, at places a key-on check is
 * made, read with noise: by the device alone, with volts at the pin, with ohms as well.
 */
export function diagnosed(read: string, cases: number, seed: number): Diagnosed {
  const spec = specOf(read)
  const uniform = uniformStream(seed),
    normal = normalStream(uniform)
  const { keyOn, reach: reachOf } = familyOf(spec.sensor.family)
  const [least, most] = reachOf?.(spec.sensor.curve) ?? [-Infinity, Infinity]
  const places = placesOf(spec)
  const possible = FAULTS.filter((f) => f.isPossible(spec) && f.variants(spec).length > 0)
  const priors = possible.reduce((sum, f) => sum + f.prior, 0)
  const drawn = (): (typeof possible)[number] => {
    let at = uniform() * priors
    return possible.find((f) => (at -= f.prior) < 0) ?? possible.at(-1)!
  }
  const faults: Diagnosed['faults'] = {}
  const beliefs = Array.from({ length: 10 }, (_, i) => ({ said: i / 10, verdicts: 0, right: 0 }))
  for (let k = 0; k < cases; k++) {
    const fault = drawn()
    const variants = fault.variants(spec)
    const variant = variants[Math.floor(uniform() * variants.length)]!
    // place after place: the faulty chains of one are run once
    const place = places[Math.floor((k * places.length) / cases)]!
    const truth = Math.min(most, Math.max(least, place + keyOn.sigma * normal()))
    const given = orElse(() => observe(variant, truth), null)
    // such a sensor does not exist at that truth
    if (!given) continue
    const metered = (v: number): number => v * (1 + METER * normal())
    const shown = given.shown + spec.faceHalfStep * (2 * uniform() - 1)
    const observed: Observed = {
      shown,
      ...(k % 2 === 1 ? { pinV: metered(given.pinV) } : {}),
      ...(k % 4 === 3 && spec.drive.kind === 'resistance' ? { ohm: metered(given.ohm) } : {}),
    }
    const verdict = keyOnCheck(spec, place, keyOn.sigma, observed)
    const count = (faults[fault.id] ??= { put: 0, noticed: 0, first: 0 })
    count.put++
    if (verdict.agrees) continue
    count.noticed++
    const [first] = verdict.causes
    if (first?.id === fault.id) count.first++
    const belief = beliefs[Math.min(9, Math.floor(10 * (first?.probability ?? 0)))]!
    belief.verdicts++
    if (first?.id === fault.id) belief.right++
  }
  return { faults, beliefs }
}
