import { finding } from '../recipe.ts'
import { figures, number, percent, say, type Said } from '../../quantity/said.ts'
import { EchtError, requireFinite, requirePositive } from '../../error.ts'
import { aNumber, aSize, everyOf, thingWith } from '../../expects.ts'
import { stoichiometricAfr } from '../../quantity/fuel.ts'
import type { StraightLine } from '../line.ts'
import type { Finding } from '../recipe.ts'

/**
 * The ground difference between controller and device, V, and its 1σ: what the device reads above the
 * controller's own line, averaged over the points it was made to give. Points in λ and V as the device reads them.
 * Throws `EchtError` `too-few-points`.
 */
export function groundFromPoints(
  line: StraightLine,
  points: readonly { lambda: number; volt: number; sigmaV?: number }[],
): { volt: number; sigmaV: number; slopeAgrees: boolean } {
  if (points.length === 0)
    throw new EchtError(
      'too-few-points',
      'Let the controller give one known output at least, and type what the device reads.',
    )
  const off = points.map(
    (p) =>
      requireFinite(p.volt, 'The volts') -
      line.offset -
      line.slope * requireFinite(p.lambda, 'Lambda'),
  )
  const volt = off.reduce((a, b) => a + b, 0) / off.length
  const stated = Math.hypot(...points.map((p) => p.sigmaV ?? 0.005)) / points.length
  const scatter =
    points.length > 1
      ? Math.sqrt(
          off.reduce((s, v) => s + (v - volt) ** 2, 0) / (points.length - 1) / points.length,
        )
      : 0
  // a ground difference moves all points alike; one that grows with the output is a wrong scale
  return { volt, sigmaV: Math.max(stated, scatter), slopeAgrees: scatter < 3 * stated }
}

/** What a device shows of a λ in AFR when it believes a fuel: λ times that fuel's stoichiometric ratio. */
export const shownAfr = (lambda: number, ethanolBelieved: number): number =>
  requirePositive(lambda, 'Lambda') * stoichiometricAfr(ethanolBelieved)

/**
 * λ that a device works out of an AFR when sender and receiver believe different fuels: the error
 * of a gauge that speaks AFR.
 */
export const mistakenLambda = (
  lambda: number,
  senderEthanol: number,
  receiverEthanol: number,
): number => shownAfr(lambda, senderEthanol) / stoichiometricAfr(receiverEthanol)

const FILLINGS = everyOf(thingWith({ litres: aSize, ethanol: aNumber }))

/**
 * Stoichiometric ratio of what is in the tank after pouring one blend onto another; volumes in
 * litres, ethanol by volume.
 */
export function blendInTank(parts: readonly { litres: number; ethanol: number }[]): {
  ethanol: number
  afr: number
} {
  FILLINGS(parts, 'The fillings')
  const total = parts.reduce((s, p) => s + p.litres, 0)
  if (parts.some((p) => p.litres < 0))
    throw new EchtError('not-positive', 'A filling of less than nothing: give what was poured in.')
  if (!(total > 0))
    throw new EchtError('not-positive', 'The tank is empty: give at least one filling.')
  const ethanol = parts.reduce((s, p) => s + p.litres * p.ethanol, 0) / total
  return { ethanol, afr: stoichiometricAfr(ethanol) }
}

/** The controller's supply: what the heater draws, what the feed must survive. */
export type Feed = {
  heaterA: number
  fuseA: number
  /** lowest at its plug while cranking, V */ crankingV: number
  /** it resets below this, V */ resetsBelowV: number
  sharedFuse: boolean
  warmUpS: number
}

export function feedFindings(feed: Feed): Finding[] {
  const findings: Finding[] = []
  for (const [k, v] of Object.entries(feed))
    if (typeof v === 'number') requirePositive(v, `The ${k}`)
  if (feed.fuseA < 1.25 * feed.heaterA)
    findings.push(
      finding('wrong', 'fuse-small')`A ${figures(feed.fuseA, 3)} A fuse behind a heater that draws
        ${figures(feed.heaterA, 3)} A cold will blow: ${number(Math.ceil(1.5 * feed.heaterA))}
        A, and wire to carry it.`,
    )
  else if (feed.fuseA > 4 * feed.heaterA)
    findings.push(
      finding(
        'doubt',
        'fuse-large',
      )`A ${figures(feed.fuseA, 3)} A fuse lets the heater’s wire burn before it blows:
        ${number(Math.ceil(1.5 * feed.heaterA))} A is enough.`,
    )
  if (feed.crankingV < feed.resetsBelowV)
    findings.push(
      finding(
        'wrong',
        'resets',
      )`At ${figures(feed.crankingV, 3)} V while cranking the controller resets and starts its
        ${figures(feed.warmUpS, 3)} s warm-up again, with the sensor unheated in exhaust: feed
        it from a circuit that holds ${figures(feed.resetsBelowV, 3)} V.`,
    )
  if (feed.sharedFuse)
    findings.push(
      finding(
        'doubt',
        'shared-fuse',
      )`The heater shares its feed: its pulses move the supply and ground of what shares it. Give it its own fuse.`,
    )
  findings.push(
    finding(
      'note',
      'warm-up',
    )`For ${figures(feed.warmUpS, 3)} s after key-on the output means nothing: hold closed-loop
      correction off that long.`,
  )
  return findings
}

/**
 * Free air is 20.95 % oxygen: where the controller shows it, what it is off tells the sensor's age.
 * Shares, 0.2095 for right.
 */
export function freeAirFinding(shownOxygen: number, earlier?: number): Finding {
  requirePositive(shownOxygen, 'The oxygen shown')
  const off = shownOxygen / 0.2095 - 1
  const drift =
    earlier === undefined
      ? ''
      : say('drift')` ${percent(shownOxygen - earlier, 2)} since the last time.`
  if (Math.abs(off) > 0.08)
    return finding(
      'wrong',
      'air-worn',
    )`Free air reads ${percent(off, 1)} off: the sensor is worn or poisoned. Renew it before
      trusting a mixture.${drift}`
  return Math.abs(off) > 0.03
    ? finding(
        'doubt',
        'air-ageing',
      )`Free air reads ${percent(off, 1)} off: calibrate in free air, and note it: it is ageing.${drift}`
    : finding('note', 'air-right')`Free air reads within ${percent(Math.abs(off), 1)}.${drift}`
}

/** What a switching sensor's volts tell, and what they do not. */
export function switchingVerdict(volt: number): {
  side: 'rich' | 'lean' | 'crossing' | 'cold or dead'
  says: Said
} {
  requireFinite(volt, 'The volts')
  if (volt < -0.1 || volt > 1.2)
    return {
      side: 'cold or dead',
      says: say(
        'not-switching',
      )`${figures(volt, 3)} V is no switching sensor: supply on the signal, or another kind.`,
    }
  if (volt > 0.6)
    return {
      side: 'rich',
      says: say(
        'rich',
      )`Rich of stoichiometric; how rich it cannot say: above 0.8 V the volts follow its
        temperature more than the mixture.`,
    }
  if (volt < 0.3)
    return {
      side: 'lean',
      says: say(
        'lean',
      )`Lean of stoichiometric, or cold, or a leak upstream; how lean it cannot say.`,
    }
  return volt > 0.4 && volt < 0.5
    ? {
        side: 'cold or dead',
        says: say(
          'resting',
        )`Resting near 0.45 V is the bias of an unheated or dead sensor; a working one does not stay there.`,
      }
    : {
        side: 'crossing',
        says: say(
          'crossing',
        )`Crossing stoichiometric at this moment: count its swings, not its volts.`,
      }
}
