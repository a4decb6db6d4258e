export { interpolate, invertTable, lookUp, requireTable, type Table } from './interpolate.ts'
export { buildTable, worstError, type BuiltTable, type TableTask } from './build.ts'
