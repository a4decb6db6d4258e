import {
  AIR_PRESSURE,
  airPressure,
  fixedAt,
  readOn,
  withCommon,
  type Ask,
  type GivenByRole,
  type PointMethod,
  type WorkedTruth,
} from '../recipe.ts'

const G = 9.80665,
  WATER_KG_PER_M3 = 998.2
const PUMP = 'Let the pump’s pressure off before undoing a fitting; eyes away from hoses.'

const GAUGE: Ask = {
  role: 'gauge',
  plausible: [-101.4, 40_000],
  label: 'Its gauge shows',
  unit: 'kPa g',
  with: 'gauge',
  step: 1,
}

/** A pressure above the air outside, given; and the air itself where the sensor is absolute. */
function above(
  face: 'absolute' | 'gauge',
  given: GivenByRole,
  aboveAir: WorkedTruth | null,
): WorkedTruth | null {
  if (!aboveAir || face === 'gauge') return aboveAir
  const air = airPressure(given)
  return (
    air && {
      value: aboveAir.value + air.value,
      own: Math.hypot(aboveAir.own, air.own),
      common: [...aboveAir.common, ...air.common],
      from: `${aboveAir.from} and the air`,
    }
  )
}

/** How a pressure is made in a shed: the air itself, a hand pump, a column of water, a weight on a piston. */
export const pressureMethods = (face: Face): PointMethod[] => [
  open(face),
  pump(face),
  column(face),
  weight(face),
  beside(face, SUPPLY),
]

type Face = 'absolute' | 'gauge'

const SUPPLY: Ask = {
  role: 'supply',
  plausible: [1, 30],
  label: 'Supply at its plug',
  unit: 'V',
  with: 'meter',
  otherwise: 5,
  step: 0.01,
}

/** What of the air is asked for: an absolute pressure stands on it. */
const airFor = (face: Face): Ask[][] => (face === 'absolute' ? [AIR_PRESSURE] : [])

function open(face: Face): PointMethod {
  const recipe: Omit<PointMethod, 'asks' | 'truth'> = {
    id: 'open',
    name: 'Open to the air',
    uncertainty: face === 'absolute' ? 0.1 : 0.05,
    cautions: [],
    ...(face === 'gauge' ? { typicalTruth: 0 } : { typicalTruth: 100 }),
    steps: [
      'Key on, engine off, the port open to the air.',
      face === 'absolute'
        ? 'Give the barometer, or the altitude of the shed.'
        : 'A gauge sensor must read zero now.',
      'Type the volts, and the supply if you can reach it.',
    ],
  }
  if (face === 'gauge') return { ...fixedAt(0, recipe), asks: [SUPPLY] }
  return {
    ...recipe,
    asks: [...airFor(face), SUPPLY],
    truth: (given) => {
      const a = airPressure(given)
      return a && { ...a, own: Math.hypot(a.own, recipe.uncertainty) }
    },
  }
}

const pump = (face: Face): PointMethod => ({
  id: 'pump',
  name: 'Hand pump, pressure or vacuum',
  uncertainty: 0.2,
  typicalTruth: face === 'absolute' ? 200 : 300,
  cautions: [PUMP],
  steps: [
    'Join pump, its gauge and the sensor with one short hose.',
    'Pump, wait until the needle rests: a leak shows as a fall.',
    'Type what the gauge shows, minus for vacuum, and the volts.',
  ],
  asks: [GAUGE, ...airFor(face), SUPPLY],
  truth: (given) =>
    above(
      face,
      given,
      given.gauge ? { ...withCommon(given.gauge), own: Math.hypot(0.2, given.gauge.own) } : null,
    ),
})

const column = (face: Face): PointMethod => ({
  id: 'column',
  name: 'Column of water',
  uncertainty: 0.01,
  cautions: [],
  steps: [
    'Hang a clear hose with water from the port; height counts from surface to surface.',
    'A metre of water is 9.8 kPa; minus where it pulls.',
    'Type the height and the volts.',
  ],
  asks: [
    {
      role: 'height',
      label: 'Height of water',
      unit: 'm',
      with: null,
      step: 0.01,
      plausible: [0, 30],
    },
    ...airFor(face),
    SUPPLY,
  ],
  // ρgh at 20 °C, the height read to 2 mm
  truth: (given) =>
    above(
      face,
      given,
      given.height
        ? {
            value: (WATER_KG_PER_M3 * G * given.height.value) / 1000,
            own: (WATER_KG_PER_M3 * G * Math.hypot(0.002, given.height.own)) / 1000,
            common: [],
            from: 'water column',
          }
        : null,
    ),
})

const weight = (face: Face): PointMethod => ({
  id: 'weight',
  name: 'Weight on a piston',
  uncertainty: 0.1,
  cautions: [PUMP],
  steps: [
    'Stand the weight on an oiled piston of known bore, upright, and spin it slowly.',
    'Type mass, bore and volts.',
  ],
  asks: [
    {
      role: 'mass',
      label: 'Mass with the piston',
      unit: 'kg',
      with: null,
      step: 0.1,
      plausible: [0.01, 500],
    },
    {
      role: 'diameter',
      label: 'Bore',
      unit: 'mm',
      with: null,
      step: 0.1,
      plausible: [0.001, 0.5],
    },
    ...airFor(face),
    SUPPLY,
  ],
  truth: (given) => {
    if (!given.mass || !given.diameter || !(given.diameter.value > 0)) return null
    // the bore in the core's metres; friction is 0.5 % of the weight
    const { mass, diameter } = given
    const kPa = (mass.value * G) / ((Math.PI / 4) * diameter.value ** 2) / 1000
    // the bore is one for all its points, and counts twice
    const bore = (2 * diameter.own) / diameter.value
    return above(face, given, {
      value: kPa,
      own: Math.hypot(0.005, mass.own / mass.value) * kPa,
      common: [{ id: 'bore', of: 'truth', sigma: bore * kPa }],
      from: 'weight and bore',
    })
  },
})

/** The pressure itself, as another gauge or a sheet says it: for many points at once. */
function beside(face: 'absolute' | 'gauge', supply: Ask): PointMethod {
  const pressure: Ask = {
    role: 'truth',
    label: 'Pressure',
    unit: face === 'absolute' ? 'kPa a' : 'kPa g',
    with: 'gauge',
    step: 10,
  }
  return {
    ...readOn(pressure, {
      id: 'beside',
      name: 'Beside a gauge you trust',
      uncertainty: 0.5,
      cautions: [PUMP],
      steps: [
        'Join both to one pressure that holds still, or take a line of the sensor’s own sheet.',
        face === 'absolute'
          ? 'Type the absolute pressure: what a gauge shows, plus the air.'
          : 'Type the pressure above the air.',
        'Type the volts or ohms it then gives.',
      ],
    }),
    asks: [pressure, supply],
  }
}
