import { LEADS } from '../leads.ts'
import { numberSetting, type SettingField, type Settings } from '../recipe.ts'

/** What a temperature sensor sits in sets how much of its own heat it sheds, and how quickly it follows. */
export const MEDIUM_SETTINGS: SettingField[] = [
  {
    id: 'medium',
    label: 'It sits in',
    kind: 'choice',
    otherwise: 'liquid',
    first: true,
    why: 'Still air carries off a quarter of the heat that stirred liquid does, and the sensor follows more slowly.',
    options: [
      { value: 'liquid', label: 'coolant or oil', sets: { dissipationMwPerK: 6, lagS: 6 } },
      { value: 'air', label: 'air', sets: { dissipationMwPerK: 1.5, lagS: 15 } },
      { value: 'exhaust', label: 'exhaust', sets: { dissipationMwPerK: 4, lagS: 3 } },
    ],
  },
  LEADS,
  {
    id: 'dissipationMwPerK',
    label: 'Sheds heat at',
    kind: 'number',
    unit: 'mW/K',
    otherwise: 6,
    low: 0.01,
    step: 0.5,
    why: 'Still air about 1, stirred water 5 or more: what the measuring current heats it by.',
  },
  {
    id: 'lagS',
    label: 'Lag',
    kind: 'number',
    unit: 's',
    otherwise: 6,
    low: 0,
    why: 'Time constant: while it cools, the sensor reads behind.',
  },
]

/** A sensor nobody described sheds its heat like one in still air, mW/K. */
const STILL_AIR_MW_PER_K = 1

/** What each milliwatt of the measuring current warms a sensor with these settings by, °C. */
export const heatingPerMw = (settings: Settings): number =>
  1 / numberSetting(settings, 'dissipationMwPerK', STILL_AIR_MW_PER_K)

/** Time constant of a sensor with these settings, s. */
export const lagOf = (settings: Settings, otherwise: number): number =>
  numberSetting(settings, 'lagS', otherwise)
