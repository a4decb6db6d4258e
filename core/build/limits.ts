/** Bumped when the shape of a build changes; `migrate.ts` brings older files up. */
export const SCHEMA = 11

/** Longest name of a build, text anybody types, and how many of each part a thing holds. */
export const MOST = {
  name: 200,
  text: 2000,
  typed: 80,
  pulls: 16,
  cells: 256,
  inputs: 200,
  pins: 400,
  reads: 16,
  changes: 100_000,
} as const

/** A list of a build: how many it holds, and its things in words. */
type List = {
  most: number
  /** one, and many */
  noun: [one: string, many: string]
  /**
   * of things that came at once the logbook speaks of the one whose list is lowest: a channel before its sensor and its
   * pin; null where they stand in the log by themselves
   */
  spoken: number | null
}

/**
 * The lists of a build whose things can be edited by their ids, what a thing refers to before it. Checking, recovery,
 * comparing, the logbook and the schema go through this table; what each thing refers to and claims is `rules.ts`. A
 * list left out of any of them does not compile.
 */
export const LISTS = {
  instruments: { most: 500, noun: ['instrument', 'instruments'], spoken: 4 },
  devices: { most: 500, noun: ['device', 'devices'], spoken: 3 },
  elements: { most: 2000, noun: ['sensor', 'sensors'], spoken: 1 },
  posts: { most: 500, noun: ['ground post', 'ground posts'], spoken: 6 },
  straps: { most: 1000, noun: ['ground wire', 'ground wires'], spoken: 7 },
  wires: { most: 5000, noun: ['wire', 'wires'], spoken: 11 },
  states: { most: 50, noun: ['state of the vehicle', 'states of the vehicle'], spoken: 9 },
  loads: { most: 500, noun: ['load', 'loads'], spoken: 8 },
  channels: { most: 2000, noun: ['channel', 'channels'], spoken: 0 },
  stands: { most: 2000, noun: ['sensor ground', 'sensor grounds'], spoken: 10 },
  triggers: { most: 50, noun: ['trigger', 'triggers'], spoken: 2 },
  measurements: { most: 50_000, noun: ['measurement', 'measurements'], spoken: null },
  proofs: { most: 5000, noun: ['proof', 'proofs'], spoken: null },
  attachments: { most: 5000, noun: ['capture', 'captures'], spoken: 5 },
} satisfies Record<string, List>

export type Collection = keyof typeof LISTS
export const COLLECTIONS = Object.keys(LISTS) as Collection[]
