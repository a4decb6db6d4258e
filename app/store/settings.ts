import useSWR from 'swr'

/** A person's choices; not part of any build. */
export type AppSettings = {
  temperature: '°C' | '°F'
  pressure: 'kPa' | 'bar' | 'psi' | 'inHg'
  altitude: 'm' | 'ft'
  volume: 'l' | 'gal' | 'imp gal'
  speed: 'km/h' | 'mph'
  lambda: 'λ' | 'AFR'
}

const KEY = 'echt-settings'
/** What a person reads until they choose. */
export const DEFAULTS: AppSettings = {
  temperature: '°C',
  pressure: 'kPa',
  altitude: 'm',
  volume: 'l',
  speed: 'km/h',
  lambda: 'λ',
}

const read = (): AppSettings => {
  try {
    const kept = globalThis.localStorage?.getItem(KEY) ?? '{}'
    return { ...DEFAULTS, ...(JSON.parse(kept) as Partial<AppSettings>) }
  } catch (error) {
    // storage refused, or another program's text in it
    if (error instanceof DOMException || error instanceof SyntaxError) return DEFAULTS
    throw error
  }
}

// read once: every number on every page asks for these
const START = read()

export function useSettings(): [AppSettings, (patch: Partial<AppSettings>) => void] {
  const { data = START, mutate } = useSWR<AppSettings>(KEY, read, { fallbackData: START })
  return [
    data,
    (patch) => {
      const next = { ...data, ...patch }
      // a browser that refuses storage still keeps the choice for this visit
      try {
        localStorage.setItem(KEY, JSON.stringify(next))
      } catch (error) {
        if (!(error instanceof DOMException)) throw error
      }
      void mutate(next, { revalidate: false })
    },
  ]
}
