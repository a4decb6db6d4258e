import { finding } from '../recipe.ts'
import { amount, figures, number, say } from '../../quantity/said.ts'
import { lineFamily } from '../lineFamily.ts'
import { fixedAt, numberSetting, readOn, type Ask } from '../recipe.ts'

export {
  potentiometerPins,
  type PairOhms,
  type PotentiometerPin,
  type PotentiometerPins,
} from './pins.ts'
export { idleSwitch, type FourPins } from './idleSwitch.ts'
export { checkSweep, checkTracks, type Sweep, type SweepFault, type TwoTracks } from './sweep.ts'

const FINGERS = 'Electric throttles shut hard: fingers out, and unplug before reaching in.'
const CHECKED =
  'Anything that stops, steers or opens a throttle by wire: have it checked by a qualified person who did not build it.'
const SUPPLY: Ask = {
  role: 'supply',
  plausible: [1, 30],
  label: 'Supply at its plug',
  unit: 'V',
  with: 'meter',
  otherwise: 5,
  step: 0.01,
}

/** Throttle, pedal, damper travel, steering: a share of the supply, straight in the travel. */
export const position = lineFamily({
  id: 'position',
  name: 'Throttle, pedal or travel (potentiometer)',
  quantity: 'position',
  truthUnit: '%',
  signalUnit: 'V',
  signal: 'voltage',
  drive: (settings) => ({
    kind: 'voltage',
    sourceOhm: numberSetting(settings, 'trackOhm', 5000) / 4,
    nominalV: 5,
    supplyMa: 5000 / numberSetting(settings, 'trackOhm', 5000),
  }),
  needs: { range: [0, 100], best: [0, 40], accuracy: 1.5 },
  settings: [
    {
      id: 'trackOhm',
      label: 'Track, end to end',
      kind: 'number',
      unit: 'Ω',
      otherwise: 5000,
      low: 50,
      step: 100,
      first: true,
      why:
        'The pair of pins that does not change while it moves; it loads the supply, and a ' +
        'quarter of it stands before the input.',
    },
    {
      id: 'deadPercent',
      label: 'Dead band at each end',
      kind: 'number',
      unit: '%',
      otherwise: 1,
      low: 0,
      high: 20,
      step: 0.5,
      why: 'Shown as fully closed or open although the stop is not quite reached: wear and heat move the ends.',
    },
  ],
  plausible: [-10, 110],
  keyOn: {
    label: 'Where it stands',
    how: 'Closed on its stop is 0 %, the pedal pressed to its stop is 100 %. Fingers out.',
    sigma: 0.2,
  },
  firstSteps: ['closed is 0 %.', 'open, held by the pedal and not by the hand, is 100 %.'],
  methods: [
    {
      ...fixedAt(0, {
        id: 'closed',
        name: 'Closed, on its stop',
        uncertainty: 0.2,
        typicalTruth: 0,
        cautions: [FINGERS],
        steps: ['Key on, engine off, foot away.', 'Type the volts, or what the device reads.'],
      }),
      asks: [SUPPLY],
    },
    {
      ...fixedAt(100, {
        id: 'open',
        name: 'Open, by the pedal',
        uncertainty: 0.2,
        typicalTruth: 100,
        cautions: [FINGERS],
        steps: [
          'Press the pedal to its stop: a cable that does not open fully shows here.',
          'Type the volts.',
        ],
      }),
      asks: [SUPPLY],
    },
    {
      ...readOn(
        { role: 'truth', label: 'Travel', unit: '%', with: null, step: 5 },
        {
          id: 'travel',
          name: 'Part way, by rule or protractor',
          uncertainty: 1,
          cautions: [FINGERS],
          steps: ['Measure the travel against the whole.', 'Type both.'],
        },
      ),
      asks: [{ role: 'truth', label: 'Travel', unit: '%', with: null, step: 5 }, SUPPLY],
    },
  ],
  library: [
    {
      id: 'rising',
      name: 'Generic rising, 0.5 to 4.5 V',
      curve: { offset: 0.5, slope: 0.04 },
      tolerance: 0.02,
    },
    {
      id: 'falling',
      name: 'Generic falling, 4.5 to 0.5 V',
      curve: { offset: 4.5, slope: -0.04 },
      tolerance: 0.02,
    },
  ],
  spanSignal: 4,
  describe: (curve) => [
    { name: 'V closed', value: say('coefficient')`${number(curve.offset, 3)}` },
    { name: 'V open', value: say('coefficient')`${number(curve.offset + 100 * curve.slope, 3)}` },
  ],
  checks: (points, fit, settings) => {
    if (!fit) return []
    const closed = fit.curve.offset,
      open = closed + 100 * fit.curve.slope,
      throwV = Math.abs(open - closed)
    const dead = numberSetting(settings, 'deadPercent', 1)
    return [
      ...(fit.curve.slope < 0
        ? [
            finding(
              'doubt',
              'falls',
            )`It falls as it opens. Exchange supply and ground at its plug, or list the table
              falling: with the wires exchanged a broken ground wire reads closed, which is the
              safer fault.`,
          ]
        : []),
      ...(throwV < 1
        ? [
            finding(
              'wrong',
              'short-throw',
            )`It moves ${number(throwV, 2)} V of 5: the signal may be on an end of the track,
              or the lever does not turn it far. Measure the pins again, closed and open.`,
          ]
        : []),
      ...(Math.min(closed, open) < 0.15 || Math.max(closed, open) > 4.85
        ? [
            finding(
              'doubt',
              'end-at-rail',
            )`An end lies within 0.15 V of ground or supply: a broken wire cannot be told from it.`,
          ]
        : []),
      finding(
        'note',
        'dead-band',
      )`With a dead band of ${figures(dead, 3)} % the device shows 0 up to
        ${amount(closed + (dead / 100) * (open - closed), 'V')} and 100 from
        ${amount(open - (dead / 100) * (open - closed), 'V')}.`,
      ...(points.length > 2 && Math.max(...fit.residuals.map(Math.abs)) > 4
        ? [
            finding(
              'note',
              'not-straight',
            )`Part way it is off the straight line: a shaped track, or a cable that does not pull straight.`,
          ]
        : []),
    ]
  },
  cautions: [FINGERS, CHECKED],
})
