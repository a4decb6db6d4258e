export { parseQuantity } from './parse.ts'
export { formatQuantity, fixed, signed, type FormatOptions } from './format.ts'
export { findUnit, convertFromCore, UNITS, type Unit } from './units.ts'
