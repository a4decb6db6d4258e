import { flagShape, oneOf, partOf, positiveShape } from '../shape.ts'
import { thermocoupleC, thermocoupleMv } from '../../standards/thermocouple.ts'
import { lineFamily } from '../lineFamily.ts'
import { choiceSetting, numberSetting, readOn, type Settings } from '../recipe.ts'
import { METHODS, THERMOMETER } from '../thermistor/methods.ts'

export { exhaustFindings, type ExhaustPlace } from './placement.ts'

const isLinear = (settings: Settings): boolean =>
  choiceSetting(settings, 'output', 'linear') === 'linear'
const STANDARD_LIMIT = 0.0075 / Math.sqrt(3)
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
  otherSettings: {
    exhaust: partOf({
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
      why: 'A linearising amplifier gives so many volts for each degree; a plain one multiplies the couple’s millivolts, which bend.',
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
  }),
  g: (t, s) => (s.linear ? t : thermocoupleMv(t, s.junctionC!)),
  inverseG: (x, s) => (s.linear ? x : thermocoupleC(x, s.junctionC!)),
  assumeFrom: (settings) => {
    const linear = isLinear(settings)
    return {
      name: linear
        ? `${numberSetting(settings, 'voltPerC', 0.005) * 1000} mV for each degree`
        : `${numberSetting(settings, 'gain', 100)} times the couple`,
      tolerance: STANDARD_LIMIT,
      curve: {
        linear: linear ? 1 : 0,
        junctionC: numberSetting(settings, 'junctionC', 25),
        offset: numberSetting(settings, 'offsetV', 0),
        slope: linear
          ? numberSetting(settings, 'voltPerC', 0.005)
          : numberSetting(settings, 'gain', 100) / 1000,
      },
    }
  },
  spanSignal: 5,
  describe: (curve) => [
    { name: curve.linear ? 'V per °C' : 'V per mV', value: curve.slope.toExponential(4) },
    { name: curve.linear ? 'V at 0 °C' : 'V at the junction', value: curve.offset.toFixed(4) },
  ],
  checks: (_, fit, settings) => {
    if (!fit) return []
    if (fit.curve.slope < 0)
      return [
        {
          level: 'wrong',
          text: 'It falls as it warms: the couple’s two wires are exchanged, at the probe or at a connector.',
        },
      ]
    const junction = numberSetting(settings, 'junctionC', 25)
    return isLinear(settings)
      ? []
      : [
          {
            level: 'note',
            text: `At 800 °C the junction’s ${junction} °C are ${thermocoupleMv(junction).toFixed(3)} mV, worth ${(thermocoupleC(thermocoupleMv(800), 0) - thermocoupleC(thermocoupleMv(800) - thermocoupleMv(junction), 0)).toFixed(1)} °C up there: degrees cannot simply be added.`,
          },
        ]
  },
  cautions: [HOT],
})
