import type { LibraryCurve } from '../family.ts'
import { fitModel } from './fit.ts'
import { cleanPoints } from './points.ts'
import type { ThermistorCurve } from './model.ts'

// Invented generic types: round resistances on curves of the usual shape. None is a real part.
const TYPES: [id: string, name: string, points: [number, number][]][] = [
  [
    'generic-2k2',
    'Generic 2.2 kΩ at 25 °C',
    [
      [-20, 18200],
      [25, 2200],
      [100, 172],
    ],
  ],
  [
    'generic-2k5',
    'Generic 2.5 kΩ at 20 °C',
    [
      [-20, 15600],
      [20, 2500],
      [100, 187],
    ],
  ],
  [
    'generic-5k',
    'Generic 5 kΩ at 25 °C',
    [
      [-20, 47800],
      [25, 5000],
      [100, 339],
    ],
  ],
  [
    'generic-10k',
    'Generic 10 kΩ at 25 °C',
    [
      [-20, 96500],
      [25, 10000],
      [100, 680],
    ],
  ],
  [
    'generic-1k',
    'Generic 1 kΩ at 25 °C',
    [
      [-20, 7350],
      [25, 1000],
      [100, 88],
    ],
  ],
  [
    'generic-430',
    'Generic gauge sender, 430 Ω at 40 °C',
    [
      [20, 975],
      [60, 208],
      [120, 36],
    ],
  ],
]

export const THERMISTOR_LIBRARY: LibraryCurve<ThermistorCurve>[] = TYPES.map(
  ([id, name, points]) => ({
    id,
    name,
    tolerance: 0.03,
    curve: fitModel(
      cleanPoints(
        points.map(([temperatureC, resistanceOhm]) => ({ temperatureC, resistanceOhm })),
        0,
      ),
      'steinhart-hart',
    ).curve,
  }),
)
