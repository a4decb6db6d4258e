import { finding, type Finding } from '../recipe.ts'
import { number } from '../../quantity/said.ts'
import type { Family } from '../family.ts'
import { likelyPowers } from '../likelyPowers.ts'
import { monotoneFamily, type MonotoneRecipe } from '../monotoneFamily.ts'
import { numberSetting, readOn, type Settings } from '../recipe.ts'

// invented meters of the usual shapes: hot wires bend as the fourth root, counters are nearly straight at the top
const VOLT_TYPES: MonotoneRecipe['types'] = [
  [
    'meter-60',
    'Generic 60 mm hot wire, volts',
    [
      [0.8, 0],
      [1.2, 12],
      [1.6, 29],
      [2.1, 66],
      [2.6, 118],
      [3.1, 188],
      [3.6, 281],
      [4.1, 402],
      [4.6, 556],
    ],
  ],
  [
    'meter-80',
    'Generic 80 mm hot wire, volts',
    [
      [0.9, 0],
      [1.3, 19],
      [1.7, 47],
      [2.2, 106],
      [2.7, 190],
      [3.2, 304],
      [3.7, 455],
      [4.2, 651],
      [4.7, 905],
    ],
  ],
]
const HERTZ_TYPES: MonotoneRecipe['types'] = [
  [
    'meter-hz',
    'Generic counting meter',
    [
      [1400, 0],
      [2000, 14],
      [2800, 42],
      [3800, 98],
      [5000, 190],
      [6500, 345],
      [8200, 570],
      [10000, 860],
    ],
  ],
]

const SHEET = readOn(
  { role: 'truth', label: 'Air flow', unit: 'kg/h', with: null, step: 1 },
  {
    id: 'sheet',
    name: 'From its transfer table',
    uncertainty: 1,
    cautions: [],
    steps: ['Take a row of the meter’s own table.', 'Type flow and signal.'],
  },
)
const BENCH = readOn(
  { role: 'truth', label: 'Flow bench', unit: 'kg/h', with: null, step: 1 },
  {
    id: 'flow-bench',
    name: 'Flow bench or orifice',
    uncertainty: 2,
    cautions: [],
    steps: [
      'Fit the meter with its own straight pipe before it.',
      'Hold a steady flow and type it with the signal.',
    ],
  },
)
const STILL = readOn(
  { role: 'truth', label: 'Air flow', unit: 'kg/h', with: null },
  {
    id: 'still',
    name: 'Still air',
    uncertainty: 0.5,
    typicalTruth: 0,
    cautions: [],
    steps: ['Key on, engine off, both ends covered.', 'Type 0 and the signal.'],
  },
)

const LIKELY_VOLTS = likelyPowers([0.35, 0.75], { rooted: true, seed: 21 })
const LIKELY_HERTZ = likelyPowers([0.4, 1.1], { rooted: false, seed: 22 })

const straightPipe = (settings: Settings): Finding => {
  const diameter = 1000 * numberSetting(settings, 'boreM', 0.07),
    before = 1000 * numberSetting(settings, 'straightM', 0)
  const wanted = 5 * diameter
  return before >= wanted
    ? finding(
        'note',
        'straight-enough',
      )`${number(before)} mm of straight pipe before it: enough for a ${number(diameter)} mm bore.`
    : finding(
        'doubt',
        'not-straight',
      )`${number(before)} mm of straight pipe before a ${number(diameter)} mm bore: five bores,
        ${number(wanted)} mm, are usual. Behind a bend the flow is one-sided and the meter can
        err by 10 % and more.`
}

const meter = (
  signal: 'voltage' | 'frequency',
): Family<import('../knots.ts').KnotCurve, import('../monotone.ts').MonotoneFit> =>
  monotoneFamily({
    id: signal === 'voltage' ? 'air-meter-volts' : 'air-meter-hertz',
    name: signal === 'voltage' ? 'Air meter, volts' : 'Air meter, frequency',
    quantity: 'air flow',
    truthUnit: 'kg/h',
    signalUnit: signal === 'voltage' ? 'V' : 'Hz',
    signal,
    drive: () =>
      signal === 'voltage'
        ? { kind: 'voltage', sourceOhm: 1000, nominalV: null, supplyMa: 0 }
        : { kind: 'frequency' },
    needs: { range: [0, 550], best: [10, 300], accuracy: 8 },
    settings: [
      {
        id: 'boreM',
        label: 'Bore',
        kind: 'number',
        unit: 'mm',
        otherwise: 0.07,
        low: 0.01,
        high: 0.5,
        first: true,
        step: 1,
        why: 'The straight pipe it needs is counted in bores.',
      },
      {
        id: 'straightM',
        label: 'Straight pipe before it',
        kind: 'number',
        unit: 'mm',
        otherwise: 0,
        low: 0,
        high: 5,
        first: true,
        step: 10,
        why: 'Behind a bend the flow is one-sided: five bores of straight pipe even it out.',
      },
    ],
    plausible: [0, 5000],
    keyOn: {
      label: 'True air flow',
      how: 'Engine off and both ends covered: nothing flows.',
      sigma: 0.5,
    },
    firstSteps: [
      'paste its transfer table, or take still air as zero.',
      'a flow bench, or the other bank’s meter, gives the second.',
    ],
    methods: [STILL, SHEET, BENCH],
    words: { point: 'point', unit: 'kg/h' },
    likely: signal === 'voltage' ? LIKELY_VOLTS : LIKELY_HERTZ,
    types: signal === 'voltage' ? VOLT_TYPES : HERTZ_TYPES,
    checks: (points, _, settings) => [
      straightPipe(settings),
      ...(points.length >= 3 &&
      points.every(
        (p) => Math.abs(p.signal - points[0]!.signal) < 0.02 * Math.abs(points[0]!.signal),
      )
        ? [
            finding(
              'wrong',
              'stuck',
            )`The signal hardly moves whatever the flow: crumbled insulation, a shorted signal or a dead element.`,
          ]
        : []),
    ],
    cautions: [
      'A meter that reads low makes a lean mixture, and lean under load destroys engines: no ' +
        'load before lambda is proven.',
    ],
  })

export { compareBanks, countingLimits, type BankCheck } from './banks.ts'
export const airMeterVolts = meter('voltage')
export const airMeterHertz = meter('frequency')
