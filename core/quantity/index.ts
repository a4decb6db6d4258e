export { parseQuantity } from './parse.ts'
export { formatQuantity, decimalsOf, fixed, inUnit, signed, type FormatOptions } from './format.ts'
export { findUnit, convertFromCore, UNITS, type Unit } from './units.ts'
