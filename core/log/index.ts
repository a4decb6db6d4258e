export {
  cellNumber,
  CHUNK_CHARACTERS,
  likelyColumn,
  logBuilder,
  logParsing,
  rateOf,
  readLogText,
  type Log,
  type ReadLogOptions,
} from './read.ts'
