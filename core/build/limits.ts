/** Bumped when the shape of a build changes; `migrate.ts` brings older files up. */
export const SCHEMA = 10

/** Longest name of a build, text anybody types, and how many of each thing a build holds. */
export const MOST = {
  name: 200,
  text: 2000,
  typed: 80,
  pulls: 16,
  cells: 256,
  inputs: 200,
  reads: 16,
  instruments: 500,
  devices: 500,
  elements: 2000,
  channels: 2000,
  measurements: 50_000,
  proofs: 5000,
  changes: 100_000,
  attachments: 5000,
  posts: 500,
  straps: 1000,
  loads: 500,
  states: 50,
  stands: 2000,
  triggers: 50,
} as const

/** The lists of a build whose things can be edited by their ids. */
export const COLLECTIONS = [
  'instruments',
  'devices',
  'elements',
  'channels',
  'measurements',
  'proofs',
  'attachments',
  'posts',
  'straps',
  'loads',
  'states',
  'stands',
  'triggers',
] as const
export type Collection = (typeof COLLECTIONS)[number]
