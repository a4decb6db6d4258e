export { dueAgain, SEASON_DAYS, type ToDoAgain } from './due.ts'
export {
  entryOfLine,
  logbook,
  logLines,
  type LogLine,
  type Changed,
  type LogEntry,
  type EntryKind,
  type Happening,
} from './happened.ts'
export { ofMeasurement } from './about.ts'
