/** Judging a bench: when a reading is at rest, and what a cooling log says of both probes. */
export * from './settle.ts'
export * from './cooling.ts'
