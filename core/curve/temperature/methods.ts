import { boiling, fixedAt, readOn, type Ask, type PointMethod } from '../recipe.ts'

const BOILING =
  'Boiling water and steam burn. Unplug the kettle or pour into a flask, never seal the lid, ' +
  'keep the leads out of the way of your arms.'
const OIL =
  'Hot oil burns and catches fire. Heat it only in a thermostatic bath, never on a flame, never near its flash point.'

export const THERMOMETER: Ask = {
  role: 'truth',
  label: 'Thermometer shows',
  unit: '°C',
  with: 'thermometer',
  step: 0.1,
}

/** How a temperature is made on a bench or a garage floor, cold first. */
export const METHODS: PointMethod[] = [
  fixedAt(0, {
    id: 'ice',
    name: 'Ice and water',
    uncertainty: 0.1,
    typicalTruth: 0,
    cautions: [],
    steps: [
      'Crush ice, fill a flask with it, add just enough water to fill the gaps.',
      'Stir, put the sensor in the middle, wait until the ohms rest.',
      'Type what the meter shows.',
    ],
  }),
  readOn(THERMOMETER, {
    id: 'air',
    name: 'Air of the shed',
    uncertainty: 0.3,
    typicalTruth: 18,
    cautions: [],
    steps: [
      'Lay sensor and thermometer side by side, out of the sun and off the bench.',
      'Wait ten minutes, do not breathe on them.',
      'Type both.',
    ],
  }),
  readOn(THERMOMETER, {
    id: 'body',
    name: 'Held in the hand',
    uncertainty: 0.5,
    typicalTruth: 35,
    cautions: [],
    steps: [
      'Hold sensor and thermometer together in a closed fist for five minutes.',
      'Type both while still holding.',
    ],
  }),
  boiling({
    id: 'boiling',
    name: 'Boiling water',
    uncertainty: 0.1,
    typicalTruth: 98,
    cautions: [BOILING],
    steps: [
      'Give the altitude or the barometer: water boils lower up here.',
      'Bring the kettle to a rolling boil, hang the sensor clear of the walls.',
      'Type the ohms while it boils.',
    ],
  }),
  readOn(THERMOMETER, {
    id: 'flask',
    name: 'Flask, cooling',
    uncertainty: 0.2,
    typicalTruth: 70,
    cautions: [BOILING],
    steps: [
      'Fill a flask from the kettle, tie sensor and thermometer together, put them in.',
      'Stir, and take a point each time it has fallen some degrees.',
      'Or let the bench record it.',
    ],
  }),
  readOn(THERMOMETER, {
    id: 'oil',
    name: 'Oil bath',
    uncertainty: 0.2,
    typicalTruth: 120,
    cautions: [OIL],
    steps: [
      'Set the thermostatic bath, put sensor and thermometer in together.',
      'Wait until both rest.',
      'Type both.',
    ],
  }),
  readOn(THERMOMETER, {
    id: 'other',
    name: 'Something else',
    uncertainty: 0.2,
    cautions: [],
    steps: [
      'Bring sensor and thermometer to one temperature.',
      'Wait until both rest.',
      'Type both.',
    ],
  }),
]

/** With the key on: the sensor has the temperature of the shed, which a thermometer knows. */
export const IN_THE_SHED = {
  label: 'Thermometer in the shed',
  how: 'The vehicle has stood until engine and shed are one temperature. Lay the thermometer beside the sensor.',
  sigma: 0.3,
}
