import { finding } from '../recipe.ts'
import { figures, number, say, size } from '../../quantity/said.ts'
import {
  flagShape,
  listOf,
  numberShape,
  oneOf,
  partlyOf,
  positiveShape,
  textShape,
  thing,
} from '../shape.ts'
import { lineFamily, type ShapedLine } from '../lineFamily.ts'
import { readOn } from '../recipe.ts'

export {
  blendInTank,
  feedFindings,
  freeAirFinding,
  groundFromPoints,
  mistakenLambda,
  shownAfr,
  switchingVerdict,
  type Feed,
} from './controller.ts'
export { placementFindings, type Placement } from './placement.ts'

const PLACEMENT_SHAPE = partlyOf({
  angleDeg: numberShape,
  afterCollectorMm: numberShape,
  toJointMm: numberShape,
  toOpenEndMm: numberShape,
  turbo: oneOf('none', 'before', 'after'),
  gasC: numberShape,
  limitC: numberShape,
})
const FEED_SHAPE = partlyOf({
  heaterA: positiveShape,
  fuseA: positiveShape,
  crankingV: positiveShape,
  resetsBelowV: positiveShape,
  sharedFuse: flagShape,
  warmUpS: positiveShape,
})

const between = (v0: number, l0: number, v1: number, l1: number): ShapedLine => {
  const slope = (v1 - v0) / (l1 - l0)
  return { slope, offset: v0 - slope * l0 }
}
const HEATED =
  'A heated lambda sensor in free air burns skin and lights fuel vapour. Never power it cold ' +
  'and wet, never leave it unheated in running exhaust.'
const LEAN =
  'A lean mixture under load destroys engines, and a wrong table makes one: no load before lambda is proven.'

/** Wide-range lambda controllers with a straight volts output. */
export const lambda = lineFamily({
  id: 'lambda',
  name: 'Lambda controller, linear output',
  quantity: 'lambda',
  truthUnit: 'λ',
  signalUnit: 'V',
  signal: 'voltage',
  drive: () => ({ kind: 'voltage', sourceOhm: 220, nominalV: null, supplyMa: 0 }),
  needs: { range: [0.7, 1.3], best: [0.78, 1.02], accuracy: 0.02 },
  settings: [],
  otherSettings: {
    placement: PLACEMENT_SHAPE,
    feed: FEED_SHAPE,
    freeAir: listOf(thing({ at: textShape, oxygen: numberShape }), 500),
  },
  plausible: [0.5, 2],
  keyOn: {
    label: 'Lambda it is made to give',
    how:
      'Set the controller to a test output it is known by. Free air and running exhaust only ' +
      'where its maker allows.',
    sigma: 0.001,
  },
  firstSteps: [
    'take two lines of the controller’s manual.',
    'the controller’s own test outputs, as the device reads them, show the ground difference as well.',
  ],
  methods: [
    readOn(
      { role: 'truth', label: 'Lambda', unit: 'λ', with: null, step: 0.01 },
      {
        id: 'output',
        name: 'Test output, as the device reads it',
        includesGround: true,
        uncertainty: 0.001,
        cautions: [HEATED],
        steps: [
          'Set the controller to give a known output.',
          'Read the volts in the device, not at the controller: the ground difference is then in it.',
          'Type both.',
        ],
      },
    ),
    readOn(
      { role: 'truth', label: 'Lambda', unit: 'λ', with: null, step: 0.01 },
      {
        id: 'manual',
        name: 'From its manual',
        uncertainty: 0.002,
        cautions: [],
        steps: ['Take one line of its output table.', 'Type lambda and volts.'],
      },
    ),
  ],
  library: [
    {
      id: 'wide',
      name: 'Generic 0 to 5 V, λ 0.68 to 1.36',
      curve: between(0, 0.68, 5, 1.36),
      tolerance: 0.003,
    },
    {
      id: 'narrow',
      name: 'Generic 0.5 to 4.5 V, λ 0.70 to 1.30',
      curve: between(0.5, 0.7, 4.5, 1.3),
      tolerance: 0.003,
    },
    {
      id: 'short',
      name: 'Generic 1 to 4 V, λ 0.65 to 1.25',
      curve: between(1, 0.65, 4, 1.25),
      tolerance: 0.003,
    },
  ],
  spanSignal: 5,
  describe: (curve) => [
    { name: 'λ at 0 V', value: say('coefficient')`${number(-curve.offset / curve.slope, 4)}` },
    { name: 'λ per V', value: say('coefficient')`${number(1 / curve.slope, 5)}` },
  ],
  checks: (points, fit) => {
    if (!fit) return []
    const manual = points.filter((p) => p.method === 'manual'),
      read = points.filter((p) => p.method === 'output')
    const slips = points.filter((p) => p.truth < 0.5 || p.truth > 2)
    if (slips.length > 0)
      return [
        finding(
          'wrong',
          'no-lambda',
        )`${figures(slips[0]!.truth, 4)} is no λ of a running engine: was it an AFR? Type it with its unit.`,
      ]
    if (manual.length < 2 || read.length < 1)
      return fit.curve.slope < 0
        ? [
            finding(
              'note',
              'falls',
            )`Its output falls as the mixture leans: unusual but possible; check that the two
              lines were not exchanged.`,
          ]
        : []
    const [a, b] = [manual[0]!, manual.at(-1)!]
    const line = between(a.signal, a.truth, b.signal, b.truth)
    const offV =
      read.reduce((s, p) => s + p.signal - line.offset - line.slope * p.truth, 0) / read.length
    return Math.abs(offV) < 0.01
      ? [
          finding(
            'note',
            'grounds-agree',
          )`The device reads the controller’s outputs within ${number(Math.abs(offV) * 1000)}
            mV: no ground difference to speak of.`,
        ]
      : [
          finding('doubt', 'ground-difference')`The device reads ${number(Math.abs(offV) * 1000)} mV
            ${offV > 0 ? 'above' : 'below'} the controller’s own line:
            ${size(offV / line.slope, 'λ', 1)} of ground difference. Join the grounds at one
            place, use a differential input, or keep the points as the device reads them.`,
        ]
  },
  cautions: [HEATED, LEAN],
})
