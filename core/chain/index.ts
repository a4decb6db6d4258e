export {
  assembleChain,
  isProven,
  restsOn,
  type Assembled,
  type Basis,
  type ChainSpec,
  type ShareId,
  type StageId,
} from './spec.ts'
export { sensorBand, sensorOf, sourceOf, needsOf, type Sensor } from './sensor.ts'
export { givenBy, lastPlace, takenPoints, readingUncertainty, type TakenPoint } from './points.ts'
export {
  branches,
  deadZones,
  heightOf,
  idealSlope,
  idealValue,
  leftOpen,
  prepareChain,
  standstill,
  walkBackward,
  halvesAt,
  walkForward,
  type Chain,
  type Walked,
} from './walk.ts'
export { errorAt, K95, linearSpread, type SpreadAt } from './spread.ts'
export { drawShown, monteCarlo, type MonteCarlo } from './draw.ts'
export { errorBudget, type Budget, type BudgetLine } from './budget.ts'
export {
  axisAt,
  judgeTable,
  proposePairs,
  proposeTable,
  tableErrors,
  type DeviceProposal,
} from './deviceTable.ts'
export type { Beyond } from './guards.ts'
export { curveRemedy, makeableTruths, type Remedy } from './curveRemedy.ts'
export {
  hasManyPoints,
  isHeavy,
  keepPrepared,
  partFor,
  prepare,
  type Prepared,
} from './prepared.ts'
export { isRemembered, remembered } from './remember.ts'
export { statusRestsOn } from './rests.ts'
export { readStatus, type NextStep, type ReadStatus, type State } from './status.ts'
export {
  faceText,
  needleAt,
  needleMarks,
  readerChains,
  readersAt,
  settleS,
  warningOn,
  type ReaderAt,
  type ReaderChain,
  type Readers,
} from './face.ts'
export { sumOfHalves, type Sum, type SummedHalf } from './sum.ts'
