import type { SettingField } from '../recipe.ts'
import { finding } from '../recipe.ts'
import { amount, bare, figures, list, say } from '../../quantity/said.ts'
import { orElse } from '../../error.ts'
import { anyOf, listOf, numberShape, oneOf, positiveShape, thing } from '../shape.ts'
import { linspace } from '../../math/linspace.ts'
import type { CurvePoint, Family } from '../family.ts'
import type { KnotCurve } from '../knots.ts'
import { knotDeadZones, knotReach, knotTruth } from '../knots.ts'
import { fitMonotone, monotoneSignal, type MonotoneFit } from '../monotone.ts'
import { likelyTanks } from './likelyTanks.ts'
import { monotoneFamily } from '../monotoneFamily.ts'
import {
  choiceSetting,
  fixedAt,
  readOn,
  type Ask,
  type Finding,
  type PointMethod,
  type Settings,
} from '../recipe.ts'

export {
  chooseDamping,
  damped,
  judgeDamping,
  reserveLamp,
  slosh,
  type Damping,
  type DampingVerdict,
} from './damping.ts'
export {
  fillsWorthTaking,
  heightAt,
  predictLevel,
  requireTank,
  senderSignal,
  tankHeight,
  tankLitres,
  type Sender,
  type Tank,
} from './tank.ts'
export { fitLevel, levelInterval, levelLitres, type LevelCurve } from './level.ts'
export {
  litresThatFit,
  predictedHalf,
  twoSenders,
  type Arrangement,
  type TankHalf,
  type TwoSenders,
} from './two.ts'

const FUEL =
  'Fuel: open air, no flame or spark, extinguisher at hand; bond can and tank before ' +
  'pouring; meter and laptop away from the filler, low-energy meters only.'
const INSIDE: Ask = { role: 'truth', label: 'In the tank now', unit: 'l', with: 'can', step: 1 }

const WORDS = { point: 'fill', unit: 'l' }

const METHODS: PointMethod[] = [
  fixedAt(0, {
    id: 'empty',
    name: 'Empty, drained',
    uncertainty: 0.05,
    typicalTruth: 0,
    cautions: [FUEL],
    steps: ['Park level; say if the ground slopes.', 'Drain until it drips.', 'Type the signal.'],
  }),
  readOn(INSIDE, {
    id: 'fill',
    name: 'Filling from cans',
    uncertainty: 0.05,
    cautions: [FUEL],
    steps: [
      'Pour a can of known size, wait half a minute for the float.',
      'Type all that is in the tank now, not what was poured.',
      'Type the signal.',
    ],
  }),
  readOn(INSIDE, {
    id: 'drain',
    name: 'Emptying into cans',
    uncertainty: 0.05,
    cautions: [FUEL],
    steps: [
      'Draw off a can, wait half a minute.',
      'Type what is left in the tank.',
      'Type the signal: a float sticks differently on the way down.',
    ],
  }),
]

/** Fills and drains of a float that sticks, fitted apart, and how far they stand from each other, l. */
export function directionGap(
  points: readonly CurvePoint[],
): { gapL: number; atSignal: number } | null {
  const up = points.filter((p) => p.method !== 'drain'),
    down = points.filter((p) => p.method === 'drain')
  if (down.length < 2 || up.length < 2) return null
  return orElse(() => {
    const a = fitMonotone(up, WORDS, null).curve,
      b = fitMonotone(down, WORDS, null).curve
    const low = Math.max(a.signal[0]!, b.signal[0]!),
      high = Math.min(a.signal.at(-1)!, b.signal.at(-1)!)
    let gapL = 0,
      atSignal = low
    for (let k = 0; k <= 20; k++) {
      const s = low + ((high - low) * k) / 20,
        gap = Math.abs(knotTruth(a, s) - knotTruth(b, s))
      if (gap > gapL) {
        gapL = gap
        atSignal = s
      }
    }
    return high > low ? { gapL, atSignal } : null
  }, null)
}

/**
 * What a straight line between the two ends of a curve would be off by, at truths from one end to
 * the other in even steps, l.
 */
export function twoEndsErrors(curve: KnotCurve, steps = 24): { litres: number; errorL: number }[] {
  const [least, most] = knotReach(curve),
    from = curve.rising ? 0 : curve.signal.length - 1
  const s0 = curve.signal[from]!,
    s1 = curve.signal[curve.signal.length - 1 - from]!
  return linspace(least, most, steps + 1).map((litres) => ({
    litres,
    errorL: least + ((most - least) * (monotoneSignal(curve, litres) - s0)) / (s1 - s0) - litres,
  }))
}

const TANK_SHAPE = thing({
  corners: listOf(thing({ x: numberShape, y: numberShape }), 100, 3),
  lengthMm: positiveShape,
})
const ENDS = { emptySignal: numberShape, fullSignal: numberShape }
const SENDER_SHAPE = anyOf(
  thing({ kind: oneOf('straight'), lowMm: numberShape, highMm: numberShape, ...ENDS }),
  thing({
    kind: oneOf('arm'),
    pivotMm: numberShape,
    armMm: numberShape,
    lowDeg: numberShape,
    highDeg: numberShape,
    ...ENDS,
  }),
)

/** The worst of it, and where. */
export const twoEndsError = (curve: KnotCurve): { errorL: number; atL: number } =>
  twoEndsErrors(curve, 60).reduce(
    (worst, e) =>
      Math.abs(e.errorL) > Math.abs(worst.errorL) ? { errorL: e.errorL, atL: e.litres } : worst,
    { errorL: 0, atL: 0 },
  )

function levelChecks(signalName: string) {
  return (
    points: readonly CurvePoint[],
    fit: MonotoneFit | null,
    settings: Settings,
  ): Finding[] => {
    const findings: Finding[] = []
    if (!fit) return findings
    const stated = choiceSetting(settings, 'emptyReads', 'unknown')
    if (stated !== 'unknown' && (stated === 'low') !== fit.curve.rising)
      findings.push(
        finding(
          'wrong',
          'ends-swapped',
        )`Empty should read ${stated === 'low' ? 'few' : 'many'} ${signalName} and reads
          ${stated === 'low' ? 'many' : 'few'}: the ends are swapped. Full and empty were
          exchanged in the points, or the sender is fitted the other way up.`,
      )
    const dead = knotDeadZones(fit.curve).map(
      ([low, high]) => say('zone')`${bare(low, 'l')} to ${amount(high, 'l')}`,
    )
    if (dead.length > 0)
      findings.push(
        finding(
          'note',
          'dead-zones',
        )`${list(dead)}: cannot tell. The arm lies on its stop there, and any number between is a guess.`,
      )
    const gap = directionGap(points)
    if (gap && gap.gapL > 0.3)
      findings.push(
        finding(
          'note',
          'float-sticks',
        )`Filling and emptying stand ${amount(gap.gapL, 'l')} apart near
          ${figures(gap.atSignal, 3)} ${signalName}: the float sticks.`,
      )
    if (choiceSetting(settings, 'ground', 'unknown') !== 'level')
      findings.push(
        choiceSetting(settings, 'ground', 'unknown') === 'slope'
          ? finding(
              'doubt',
              'sloped',
            )`The ground sloped while filling: the readings are those of a tilted tank.`
          : finding(
              'note',
              'level-unknown',
            )`Say whether the car stood level: a slope of 3° moves the fuel of a long tank by litres.`,
      )
    const two = twoEndsError(fit.curve)
    if (points.length > 2 && Math.abs(two.errorL) > 0.3)
      findings.push(
        finding(
          'note',
          'two-ends',
        )`The two ends alone would be off by ${amount(two.errorL, 'l')} near ${amount(two.atL, 'l', 0)}.`,
      )
    return findings
  }
}

const SETTINGS: SettingField[] = [
  {
    id: 'emptyReads',
    label: 'Empty reads',
    kind: 'choice',
    otherwise: 'unknown',
    first: true,
    why: 'Known ends show at once when they are swapped.',
    options: [
      { value: 'unknown', label: 'not known' },
      { value: 'low', label: 'the low end' },
      { value: 'high', label: 'the high end' },
    ],
  },
  {
    id: 'ground',
    label: 'While filling the car stood',
    kind: 'choice',
    otherwise: 'unknown',
    why: 'On a slope the readings are those of a tilted tank.',
    options: [
      { value: 'unknown', label: 'not noted' },
      { value: 'level', label: 'level' },
      { value: 'slope', label: 'on a slope' },
    ],
  },
]

type Types = Parameters<typeof monotoneFamily>[0]['types']
const OHM_TYPES: Types = [
  [
    'rising',
    'Generic rising sender, 50 l',
    [
      [10, 0],
      [50, 12],
      [90, 27],
      [135, 41],
      [180, 50],
    ],
  ],
  [
    'falling',
    'Generic falling sender, 50 l',
    [
      [33, 50],
      [80, 38],
      [130, 24],
      [185, 10],
      [240, 0],
    ],
  ],
]
const VOLT_TYPES: Types = [
  [
    'volts',
    'Generic level sensor, 0.5 to 4.5 V, 50 l',
    [
      [0.5, 0],
      [1.5, 13],
      [2.5, 26],
      [3.5, 39],
      [4.5, 50],
    ],
  ],
]

const level = (signal: 'resistance' | 'voltage'): Family<KnotCurve, MonotoneFit> =>
  monotoneFamily({
    id: signal === 'resistance' ? 'level' : 'level-volts',
    name: signal === 'resistance' ? 'Fuel level sender, ohms' : 'Fuel level sender, volts',
    quantity: 'fuel level',
    truthUnit: 'l',
    signalUnit: signal === 'resistance' ? 'Ω' : 'V',
    signal,
    drive: () =>
      signal === 'resistance'
        ? { kind: 'resistance' }
        : { kind: 'voltage', sourceOhm: 1000, nominalV: 5, supplyMa: 5 },
    needs: { range: [0, 50], best: [0, 15], accuracy: 2 },
    otherSettings: {
      tank: TANK_SHAPE,
      sender: SENDER_SHAPE,
      secondHalf: thing({ tank: TANK_SHAPE, sender: SENDER_SHAPE }),
    },
    settings: SETTINGS,
    plausible: [0, 2000],
    keyOn: {
      label: 'Litres in the tank',
      how: 'On level ground, with a fill you know: drained, or brim full.',
      sigma: 0.2,
    },
    firstSteps: [
      'begin empty, drained: the first litres matter most.',
      'fill in equal cans, and type each: two ends alone can be litres off.',
    ],
    methods: METHODS,
    words: WORDS,
    likely: likelyTanks,
    types: signal === 'resistance' ? OHM_TYPES : VOLT_TYPES,
    fit: (points) => {
      const up = points.filter((p) => p.method !== 'drain')
      const fit = fitMonotone(up.length >= 2 ? up : points, WORDS, likelyTanks)
      // a sticking float leaves its two ways apart: any reading may be on either
      const gap = directionGap(points)
      const indexOf = new Map(up.map((p, i) => [p, i]))
      return {
        ...fit,
        shared: gap ? [...fit.shared, fit.own.map(() => gap.gapL / 2 / Math.sqrt(3))] : fit.shared,
        residuals: points.map(
          (p) => fit.residuals[indexOf.get(p) ?? -1] ?? p.truth - knotTruth(fit.curve, p.signal),
        ),
      }
    },
    adds: true,
    checks: levelChecks(signal === 'resistance' ? 'Ω' : 'V'),
    cautions: [FUEL],
  })

export const levelOhms = level('resistance')
export const levelVolts = level('voltage')
