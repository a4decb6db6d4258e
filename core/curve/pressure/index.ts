import { number, say } from '../../quantity/said.ts'
import { listOf, numberShape, oneOf, textShape, thing } from '../shape.ts'
import { lineFamily } from '../lineFamily.ts'
import { fromLibrary } from '../library.ts'
import { likelyPowers } from '../likelyPowers.ts'
import { monotoneFamily } from '../monotoneFamily.ts'
import { choiceSetting, type SettingField } from '../recipe.ts'
import { pressureChecks, senderChecks } from './checks.ts'
import { pressureMethods } from './methods.ts'
import { libraryOf } from './types.ts'

export { fuelOverManifoldKPa, lookAlikes, wrongRange } from './lookAlike.ts'
export { GENERIC_TYPES, pressureTypes, type PressureType } from './types.ts'

const SETTINGS: SettingField[] = [
  {
    id: 'supply',
    label: 'It follows its supply',
    kind: 'choice',
    otherwise: 'ratiometric',
    first: true,
    why:
      'A ratiometric sensor gives a share of its supply: where the converter’s reference is ' +
      'the same rail, supply errors cancel.',
    options: [
      { value: 'ratiometric', label: 'yes: ratiometric' },
      { value: 'fixed', label: 'no: own regulator' },
    ],
  },
  {
    id: 'ground',
    label: 'It grounds through',
    kind: 'choice',
    otherwise: 'wire',
    why: 'A single-wire sender grounds through its thread: sealant and a poor body ground read as pressure.',
    options: [
      { value: 'wire', label: 'its own wire' },
      { value: 'thread', label: 'its thread' },
    ],
  },
]
const FUEL =
  'Fuel: relieve the rail’s pressure before opening it, open air, no flame or spark, extinguisher at hand.'

const END_SHAPE = thing({ kPa: numberShape, volt: numberShape })
const TYPE_SHAPE = thing({
  id: textShape,
  name: textShape,
  face: oneOf('absolute', 'gauge'),
  low: END_SHAPE,
  high: END_SHAPE,
})

const bridge = (face: 'absolute' | 'gauge') =>
  lineFamily({
    id: `pressure-${face}`,
    name: `Pressure, ${face}, volts`,
    quantity: 'pressure',
    truthUnit: face === 'absolute' ? 'kPa a' : 'kPa g',
    signalUnit: 'V',
    signal: 'voltage',
    drive: (settings) => ({
      kind: 'voltage',
      sourceOhm: 100,
      nominalV: choiceSetting(settings, 'supply', 'ratiometric') === 'ratiometric' ? 5 : null,
      supplyMa: 5,
    }),
    needs:
      face === 'absolute'
        ? { range: [20, 250], best: [30, 200], accuracy: 3 }
        : { range: [0, 700], best: [100, 500], accuracy: 15 },
    settings: SETTINGS,
    otherSettings: { types: listOf(TYPE_SHAPE, 200) },
    plausible: face === 'absolute' ? [0, 3000] : [-101, 30000],
    keyOn:
      face === 'absolute'
        ? {
            label: 'Barometer',
            how: 'Engine off, the port open to the air: it must read the air pressure of the day.',
            sigma: 0.2,
          }
        : {
            label: 'True pressure',
            how: 'Engine off and nothing under pressure: it must read zero. Or with a gauge you trust beside it.',
            sigma: 0.2,
          },
    firstSteps: [
      face === 'absolute'
        ? 'open to the air it must read the barometer.'
        : 'open to the air it must read zero.',
      'a hand pump with a gauge gives the second, and shows the range.',
    ],
    methods: pressureMethods(face),
    library: libraryOf(face)({}),
    libraryOf: libraryOf(face),
    spanSignal: 4,
    describe: (curve) => [
      { name: 'V at 0 kPa', value: say('coefficient')`${number(curve.offset, 4)}` },
      { name: 'V per 100 kPa', value: say('coefficient')`${number(curve.slope * 100, 4)}` },
    ],
    checks: pressureChecks(face, (settings) => fromLibrary(libraryOf(face)(settings))(settings)),
    cautions: face === 'gauge' ? [FUEL] : [],
  })

export const pressureAbsolute = bridge('absolute')
export const pressureGauge = bridge('gauge')

/** Oil and fuel senders that change their ohms: no formula, a curve through points. */
export const pressureSender = monotoneFamily({
  id: 'pressure-sender',
  name: 'Pressure sender, ohms',
  quantity: 'pressure',
  truthUnit: 'kPa g',
  signalUnit: 'Ω',
  signal: 'resistance',
  drive: () => ({ kind: 'resistance' }),
  needs: { range: [0, 700], best: [100, 500], accuracy: 25 },
  settings: [{ ...SETTINGS[1]!, otherwise: 'thread', first: true } as SettingField],
  plausible: [-101, 2000],
  keyOn: {
    label: 'True pressure',
    how: 'Engine off: it must read zero. Then with a mechanical gauge beside it.',
    sigma: 1,
  },
  firstSteps: [
    'open to the air is zero.',
    'a hand pump with a gauge gives the others: four or five make a curve.',
  ],
  methods: pressureMethods('gauge').map((m) => ({
    ...m,
    asks: m.asks.filter((a) => Array.isArray(a) || a.role !== 'supply'),
  })),
  words: { point: 'point', unit: 'kPa' },
  likely: likelyPowers([0.6, 1.6], { rooted: false, seed: 23 }),
  types: [
    [
      'sender-rising',
      'Generic rising sender, 10 bar',
      [
        [10, 0],
        [52, 200],
        [88, 400],
        [124, 600],
        [155, 800],
        [184, 1000],
      ],
    ],
    [
      'sender-falling',
      'Generic falling sender, 7 bar',
      [
        [240, 0],
        [176, 150],
        [121, 300],
        [80, 450],
        [48, 600],
        [33, 700],
      ],
    ],
  ],
  checks: (points, _, settings) => senderChecks(points, settings),
  cautions: [
    'Oil pressure is the engine’s life: prove the reading against a mechanical gauge before the first run.',
    FUEL,
  ],
})
