import { numberSetting, type SettingField, type Settings } from './recipe.ts'

/** What a meter's own leads add to every reading of a resistance. */
export const LEADS: SettingField = {
  id: 'leadOhm',
  label: 'Probe leads, shorted',
  kind: 'number',
  unit: 'Ω',
  otherwise: 0,
  low: 0,
  step: 0.1,
  why: 'What the meter’s leads add is taken off every point.',
}

/** Ω to take off every reading of a sensor with these settings. */
export const leadOhmOf = (settings: Settings): number => numberSetting(settings, LEADS.id, 0)
