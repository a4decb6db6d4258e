/**
 * The core's public face: everything outside `core/` and `app/` that computes calls these names. Each throws an
 * `EchtError` for input that is wrong, and never gives NaN: beside the codes its comment names, `bad-input` for what is
 * no such thing (no list, no text) and `out-of-range` for a number no quantity can have.
 */
export { EchtError } from './error.ts'
export { parseQuantity, formatQuantity } from './quantity/index.ts'
export {
  boilingPointC,
  standardPressureKPa,
  platinumOhm,
  platinumC,
  thermocoupleMv,
  thermocoupleC,
  stoichiometricAfr,
  awgAreaMm2,
  wireOhm,
} from './standards/index.ts'
export { fitThermistor } from './curve/thermistor/inWords.ts'
export { thermistorBandC } from './curve/thermistor/band.ts'
export type { ThermistorFit } from './curve/thermistor/fit.ts'
export type { ThermistorPoint } from './curve/thermistor/points.ts'
export { thermistorC, thermistorOhm, type ThermistorCurve } from './curve/thermistor/model.ts'
export { bestNextPoint } from './curve/thermistor/nextPoint.ts'
export { potentiometerPins, type PairOhms } from './curve/potentiometer/pins.ts'
export { fitLevel, levelInterval, levelLitres, type LevelCurve } from './curve/level/level.ts'
export { designPullUp, type PullUp } from './input/pullUp.ts'
export { buildTable, interpolate } from './table/index.ts'
export {
  openBuild,
  readingAt,
  proposedTable,
  enterTable,
  keyOn,
  isProven,
  whyLapsed,
  type ReadingAt,
} from './whole/index.ts'
export {
  groundCost,
  wireFor,
  type GroundLoad,
  type GroundReader,
  type GroundWire,
} from './ground/index.ts'
export { solveCircuit, type CircuitElement } from './circuit/index.ts'
export {
  parseWheel,
  simulateTrigger,
  decodeTrigger,
  identifyWheel,
  lampFit,
  type DecodedTrigger,
  type IdentifiedWheel,
  type LampFit,
  type LampReading,
  type Wheel,
} from './trigger/index.ts'
