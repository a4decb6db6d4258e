export { interpolate, invertTable, lookUp, requireTable, type Table } from './interpolate.ts'
export { buildTable, worstError, type BuiltTable, type TableTask } from './build.ts'
export {
  fromDeviceOrder,
  inert,
  readTable,
  valueRangeShown,
  TABLE_FORMATS,
  toDeviceOrder,
  writeTable,
  type TableFormat,
  type TableNote,
} from './text.ts'
export { readPairs, type PairColumns, type PastedPair } from './pairs.ts'
