export { parseQuantity, readQuantity, type ReadQuantity } from './parse.ts'
export {
  asSentence,
  formatQuantity,
  decimalsOf,
  fixed,
  counted,
  roundFigures,
  roundTo,
  scientific,
  signed,
  significant,
  type FormatOptions,
} from './format.ts'
export { afrUnit, findUnit, unitsLike, convertFromCore, UNITS, type Unit } from './units.ts'
export { stoichiometricAfr } from './fuel.ts'
export { plainly, quantityIn, type Quantity, type Write } from './shown.ts'
export {
  besideDifference,
  amount,
  bare,
  engineering,
  figures,
  list,
  number,
  off,
  percent,
  say,
  size,
  within,
  written,
  type Amount,
  type Phrase,
  type Said,
  type Value,
} from './said.ts'
