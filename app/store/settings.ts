import useSWR from 'swr'

/** A person's choices; not part of any build. */
export type Settings = {
  temperature: '°C' | '°F'
  pressure: 'kPa' | 'bar' | 'psi' | 'inHg'
  altitude: 'm' | 'ft'
  volume: 'l' | 'gal' | 'imp gal'
  speed: 'km/h' | 'mph'
  lambda: 'λ' | 'AFR'
}

const KEY = 'echt-settings'
const DEFAULTS: Settings = {
  temperature: '°C',
  pressure: 'kPa',
  altitude: 'm',
  volume: 'l',
  speed: 'km/h',
  lambda: 'λ',
}

const read = (): Settings => {
  try {
    return { ...DEFAULTS, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Settings>) }
  } catch {
    return DEFAULTS
  }
}

// read once: every number on every page asks for these
const START = read()

export function useSettings(): [Settings, (patch: Partial<Settings>) => void] {
  const { data = START, mutate } = useSWR<Settings>(KEY, read, { fallbackData: START })
  return [
    data,
    (patch) => {
      const next = { ...data, ...patch }
      // a browser that refuses storage still keeps the choice for this visit
      try {
        localStorage.setItem(KEY, JSON.stringify(next))
      } catch {
        /* kept in memory */
      }
      void mutate(next, { revalidate: false })
    },
  ]
}
