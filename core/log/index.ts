export { cellNumber } from './number.ts'
export { delimiterOf } from './begin.ts'
export {
  BEGINNING,
  likelyColumn,
  logBuilder,
  logParsing,
  rateOf,
  readLogText,
  sayUnread,
  trustedColumn,
  type Log,
  type ReadLogOptions,
  type Unread,
} from './read.ts'
