export { dueAgain, SEASON_DAYS, type Due } from './due.ts'
export { logbook, type Changed, type Entry, type EntryKind, type Happening } from './happened.ts'
export { ofMeasurement } from './about.ts'
