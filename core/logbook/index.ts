export { dueAgain, SEASON_DAYS, type Due } from './due.ts'
export {
  entryOfLine,
  logbook,
  logLines,
  type Line,
  type Changed,
  type Entry,
  type EntryKind,
  type Happening,
} from './happened.ts'
export { ofMeasurement } from './about.ts'
