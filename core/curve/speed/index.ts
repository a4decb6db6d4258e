import { finding } from '../recipe.ts'
import { number, say } from '../../quantity/said.ts'
import { textShape } from '../shape.ts'
import { lineFamily } from '../lineFamily.ts'
import { numberSetting, readOn, type Settings } from '../recipe.ts'

export { factorFromLog, rollOut } from './satellite.ts'

/** Edges per second for one km/h: teeth and gearing against what the tyre rolls. */
export function hertzPerKmh(settings: Settings): number {
  const teeth = numberSetting(settings, 'teeth', 40),
    gear = numberSetting(settings, 'gear', 1)
  return (teeth * gear) / (3.6 * circumferenceOf(settings))
}
/** What the tyre rolls in one turn, m. */
const circumferenceOf = (settings: Settings): number =>
  numberSetting(settings, 'circumferenceM', 1.9)

/** Edges in one kilometre: what a display usually wants. */
export const pulsesPerKm = (hertzPerKmhValue: number): number => hertzPerKmhValue * 3600

const ODOMETER =
  'Speedometers and odometers are regulated: local rules and licensed inspection decide. ' +
  'Echt never makes an odometer read less than was driven.'
const ROLLING = 'Measure on level private ground with a helper; a driver never reads an instrument.'

/** Wheel or shaft speed: edges of a toothed wheel, straight through zero. */
export const speed = lineFamily({
  id: 'speed',
  name: 'Wheel or shaft speed (edges)',
  quantity: 'speed',
  truthUnit: 'km/h',
  signalUnit: 'Hz',
  signal: 'frequency',
  drive: () => ({ kind: 'frequency' }),
  needs: { range: [5, 220], best: [30, 130], accuracy: 2 },
  otherSettings: { circumferenceFrom: textShape },
  settings: [
    {
      id: 'teeth',
      label: 'Teeth',
      kind: 'number',
      unit: 'counts',
      otherwise: 40,
      low: 1,
      first: true,
      why: 'Edges for one turn of the toothed wheel; count only the edge the input counts.',
    },
    {
      id: 'gear',
      label: 'Turns of it for one turn of the wheel',
      kind: 'number',
      unit: 'counts',
      otherwise: 1,
      low: 0.01,
      first: true,
      step: 0.1,
      why: '1 at the hub; the final drive’s ratio on the propeller shaft.',
    },
    {
      id: 'circumferenceM',
      label: 'The tyre rolls',
      kind: 'number',
      unit: 'm',
      otherwise: 1.9,
      low: 0.3,
      high: 4,
      first: true,
      step: 0.01,
      why:
        'One turn, measured by roll-out with the car’s weight on it: a tyre rolls less than its ' +
        'free circumference.',
    },
  ],
  plausible: [0, 500],
  keyOn: {
    label: 'Satellite speed',
    how: 'A helper reads both at a steady speed on a closed road; a driver never does.',
    sigma: 0.3,
  },
  firstSteps: [
    'satellite speed at a steady pace gives the factor.',
    'a second pace shows whether it holds.',
  ],
  methods: [
    readOn(
      { role: 'truth', label: 'Satellite speed', unit: 'km/h', with: null, step: 1 },
      {
        id: 'satellite',
        name: 'Satellite speed',
        uncertainty: 0.3,
        cautions: [ROLLING],
        steps: [
          'Hold a steady speed on a straight, level stretch for ten seconds.',
          'A helper notes satellite speed and the frequency the device counts.',
          'Type both.',
        ],
      },
    ),
    readOn(
      { role: 'truth', label: 'Stopwatch speed', unit: 'km/h', with: null, step: 1 },
      {
        id: 'stopwatch',
        name: 'Measured stretch and stopwatch',
        uncertainty: 1,
        cautions: [ROLLING],
        steps: [
          'Drive a measured stretch at a steady speed and time it.',
          'Speed is 3.6 times metres over seconds.',
          'Type it and the frequency.',
        ],
      },
    ),
  ],
  library: [],
  throughZero: true,
  // kept with the curve, so that the turns of the wheel are drawn
  shape: (settings) => ({ circumferenceM: circumferenceOf(settings) }),
  between: {
    name: 'wheel',
    unit: 'rev/s',
    at: (curve, kmh) => kmh / 3.6 / curve.circumferenceM!,
    truthAt: (curve, turns) => turns * 3.6 * curve.circumferenceM!,
  },
  assumeFrom: (settings) => ({
    curve: { offset: 0, slope: hertzPerKmh(settings), circumferenceM: circumferenceOf(settings) },
    tolerance: 0.01,
    name: 'teeth, gearing and tyre',
  }),
  spanSignal: 1000,
  describe: (curve) => [
    { name: 'Hz per km/h', value: say('coefficient')`${number(curve.slope, 4)}` },
    { name: 'pulses per km', value: say('coefficient')`${number(pulsesPerKm(curve.slope))}` },
  ],
  checks: (_, fit, settings) => {
    if (!fit) return []
    const factor = fit.curve.slope / hertzPerKmh(settings)
    const rolls = circumferenceOf(settings) / factor
    return Math.abs(factor - 1) < 0.005
      ? []
      : [
          finding(
            Math.abs(factor - 1) > 0.3 ? 'wrong' : 'note',
            'other-count',
          )`Against satellite speed the device counts ${number(factor, 4)} times what teeth,
            gearing and tyre give: the tyre rolls ${number(rolls, 3)} m, or a tooth is counted
            twice or missed. Enter ${number(pulsesPerKm(fit.curve.slope))} pulses per km.`,
        ]
  },
  cautions: [ODOMETER],
})
