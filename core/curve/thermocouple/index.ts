import { finding } from '../recipe.ts'
import { amount, figures, number, say, size, within } from '../../quantity/said.ts'
import { flagShape, oneOf, partlyOf, positiveShape } from '../shape.ts'
import { thermocoupleC, thermocoupleMv } from '../../standards/thermocouple.ts'
import { derivative } from '../line.ts'
import { lineFamily, type ShapedLine } from '../lineFamily.ts'
import { choiceSetting, numberSetting, readOn, type Settings } from '../recipe.ts'
import { METHODS, THERMOMETER } from '../temperature/index.ts'

export { exhaustFindings, type ExhaustPlace } from './placement.ts'

const isLinear = (settings: Settings): boolean =>
  choiceSetting(settings, 'output', 'linear') === 'linear'
/** Class 2 of type K: ±2.5 °C, or 0.75 % of the temperature where that is more (IEC 60584-1). */
const CLASS_2_C = 2.5
const CLASS_2_SHARE = 0.0075
/** How far an amplifier that knows nothing of its own warmth may be from the junction's stated temperature, ±°C. */
const JUNCTION_C = 10
const ROOT3 = Math.sqrt(3)
/** A temperature of hot exhaust, °C, at which what the junction does is shown. */
const HOT_C = 800

/**
 * 1σ, °C at the probe, of what a plain amplifier's own temperature leaves open; nothing for one that takes it
 * off.
 */
const junctionSigmaC = ({ linear, junctionC, junctionDoubtC }: ShapedLine, t: number): number =>
  linear
    ? 0
    : ((junctionDoubtC! / ROOT3) * derivative((c) => thermocoupleMv(c), junctionC!)) /
      derivative((c) => thermocoupleMv(c), t)

/** Volts, or volts of a millivolt, for one degree at the probe. */
const voltPerC = ({ linear, slope }: ShapedLine, t: number): number =>
  linear ? slope : slope * derivative((c) => thermocoupleMv(c), t)
const HOT =
  'Exhaust parts stay hot for an hour. Wait, or wear gloves; never touch the probe’s shank.'

/**
 * Thermocouple K behind its amplifier: linearised volts per degree, or plain gain with the cold
 * junction added in millivolts.
 */
export const thermocouple = lineFamily({
  id: 'thermocouple',
  name: 'Thermocouple K with amplifier',
  quantity: 'temperature',
  truthUnit: '°C',
  signalUnit: 'V',
  signal: 'voltage',
  drive: () => ({ kind: 'voltage', sourceOhm: 100, nominalV: null, supplyMa: 0 }),
  needs: { range: [0, 950], best: [600, 900], accuracy: 15 },
  // behind a plain gain as far as the standard's table
  reach: ({ linear }) => (linear ? [-Infinity, Infinity] : [-270, 1372]),
  otherSettings: {
    exhaust: partlyOf({
      fromHeadMm: positiveShape,
      boreMm: positiveShape,
      depthMm: positiveShape,
      probeMm: positiveShape,
      alike: flagShape,
      turbo: oneOf('none', 'before', 'after'),
      pointsUp: flagShape,
    }),
  },
  settings: [
    {
      id: 'output',
      label: 'Amplifier gives',
      kind: 'choice',
      otherwise: 'linear',
      first: true,
      why:
        'A linearising amplifier gives so many volts for each degree; a plain one multiplies ' +
        'the couple’s millivolts, which bend.',
      options: [
        { value: 'linear', label: 'volts per degree' },
        { value: 'gain', label: 'amplified millivolts' },
      ],
    },
    {
      id: 'voltPerC',
      label: 'Volts per degree',
      kind: 'number',
      unit: 'V/°C',
      otherwise: 0.005,
      low: 1e-6,
      first: true,
      step: 0.001,
      why: 'From its sheet: 5 mV/°C makes 5 V of 1000 °C.',
    },
    {
      id: 'offsetV',
      label: 'Volts at 0 °C',
      kind: 'number',
      unit: 'V',
      otherwise: 0,
      step: 0.1,
      why: 'Some amplifiers raise the output so that it can go below zero.',
    },
    {
      id: 'gain',
      label: 'Gain',
      kind: 'number',
      unit: 'counts',
      otherwise: 100,
      low: 1e-6,
      why: 'Of a plain amplifier: volts out for a volt of the couple.',
    },
    {
      id: 'junctionC',
      label: 'Cold junction at',
      kind: 'number',
      unit: '°C',
      otherwise: 25,
      low: -40,
      high: 120,
      why: 'A plain amplifier knows nothing of its own warmth: it counts in millivolts, not in degrees.',
    },
    {
      id: 'junctionDoubtC',
      label: 'Cold junction, give or take',
      kind: 'number',
      unit: 'Δ°C',
      otherwise: JUNCTION_C,
      low: 0,
      high: 60,
      why: 'How far the amplifier’s own temperature strays from that: under a bonnet by 10 °C and more.',
    },
  ],
  plausible: [-200, 1370],
  keyOn: {
    label: 'Thermometer in the shed',
    how: 'The vehicle has stood until engine and shed are one temperature. Lay the thermometer beside the sensor.',
    sigma: 0.3,
  },
  firstSteps: [
    'ice and boiling water check an amplifier without an oven.',
    'boiling water shows whether its degrees are the right size.',
  ],
  methods: [
    ...METHODS.filter((m) => ['ice', 'boiling', 'oil', 'other'].includes(m.id)),
    readOn(THERMOMETER, {
      id: 'simulator',
      name: 'Couple simulator or millivolt source',
      uncertainty: 0.5,
      cautions: [],
      steps: [
        'Unplug the couple, feed the amplifier with the millivolts of a temperature from the standard’s table.',
        'Mind the cold junction: subtract its millivolts, not its degrees.',
        'Type the temperature and the volts.',
      ],
    }),
  ],
  library: [],
  shape: (settings) => ({
    linear: isLinear(settings) ? 1 : 0,
    junctionC: numberSetting(settings, 'junctionC', 25),
    junctionDoubtC: numberSetting(settings, 'junctionDoubtC', JUNCTION_C),
  }),
  besides: junctionSigmaC,
  partSigma: (curve, tolerance, t) =>
    Math.hypot(
      (tolerance * Math.max(CLASS_2_C, CLASS_2_SHARE * Math.abs(t))) / ROOT3,
      junctionSigmaC(curve, t),
    ) * Math.abs(voltPerC(curve, t)),
  g: (t, s) => (s.linear ? t : thermocoupleMv(t, s.junctionC!)),
  inverseG: (x, s) => (s.linear ? x : thermocoupleC(x, s.junctionC!)),
  assumeFrom: (settings) => {
    const linear = isLinear(settings)
    return {
      name: linear
        ? say('assumed')`${figures(numberSetting(settings, 'voltPerC', 0.005) * 1000, 4)} mV/°C`
        : say('assumed')`${figures(numberSetting(settings, 'gain', 100), 4)} times the couple`,
      // class 2 of the couple
      tolerance: 1,
      curve: {
        linear: linear ? 1 : 0,
        junctionC: numberSetting(settings, 'junctionC', 25),
        junctionDoubtC: numberSetting(settings, 'junctionDoubtC', JUNCTION_C),
        offset: numberSetting(settings, 'offsetV', 0),
        slope: linear
          ? numberSetting(settings, 'voltPerC', 0.005)
          : numberSetting(settings, 'gain', 100) / 1000,
      },
    }
  },
  spanSignal: 5,
  describe: (curve) => [
    {
      name: curve.linear ? 'V per °C' : 'V per mV',
      value: say('coefficient')`${figures(curve.slope, 5)}`,
    },
    {
      name: curve.linear ? 'V at 0 °C' : 'V at the junction',
      value: say('coefficient')`${number(curve.offset, 4)}`,
    },
  ],
  checks: (_, fit, settings) => {
    if (!fit) return []
    if (fit.curve.slope < 0)
      return [
        finding(
          'wrong',
          'falls',
        )`It falls as it warms: the couple’s two wires are exchanged, at the probe or at a connector.`,
      ]
    const junction = numberSetting(settings, 'junctionC', 25)
    const doubtC = numberSetting(settings, 'junctionDoubtC', JUNCTION_C)
    return isLinear(settings)
      ? []
      : [
          finding(
            'note',
            'junction-worth',
          )`At ${amount(HOT_C, '°C', 0)} the junction’s ${amount(junction, '°C', 0)} are
            ${number(thermocoupleMv(junction), 3)} mV, worth
            ${size(HOT_C - thermocoupleC(thermocoupleMv(HOT_C) - thermocoupleMv(junction), 0), 'Δ°C', 1)}
            up there: degrees cannot simply be added.`,
          finding(
            'note',
            'junction-doubt',
          )`This amplifier knows nothing of its own temperature: ${within(doubtC, 'Δ°C', 0)} of
            it read as
            ${within(doubtC * junctionSigmaC({ ...fit.curve, junctionDoubtC: ROOT3 }, HOT_C), 'Δ°C', 1)}
            at ${amount(HOT_C, '°C', 0)}.`,
        ]
  },
  cautions: [HOT],
})
