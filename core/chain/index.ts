export {
  assembleChain,
  assembleOnGround,
  isReaderProven,
  type Assembled,
  type Basis,
  type ChainSpec,
} from './spec.ts'
export { lapsesOf, whyReaderLapsed, type Lapse } from './lapses.ts'
export type { ShareId } from './shares.ts'
export type { StageId } from './stages.ts'
export { measuredIn, sensorBand, sensorOf, type Sensor } from './sensor.ts'
export { needsOf, partName, readersAlike, sourceBy, sourceOf } from './source.ts'
export {
  givenBy,
  lastPlace,
  limitsOf,
  takenPoints,
  readingUncertainty,
  type TakenPoint,
} from './points.ts'
export {
  branches,
  deadZones,
  leftOpen,
  standstill,
  walkBackward,
  partsAt,
  walkForward,
  type Walked,
} from './walk.ts'
export { heightOf, idealSlope, idealValue } from './stages.ts'
export { prepareChain, unevenly, type Chain } from './chain.ts'
export { errorAt, linearSpread, type SpreadAt } from './spread.ts'
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
export { adviceTask, adviseOn, NO_ADVICE, type Advice, type AdviceTask } from './advice.ts'
export { curveRemedy, makeableTruths, type Remedy } from './curveRemedy.ts'
export { keepPrepared, partFor, pointsToFit, preparedFor, type Prepared } from './prepared.ts'
export { isRemembered, remembered } from './remember.ts'
export { statusRestsOn } from './rests.ts'
export type { NextStep } from './next.ts'
export { readStatus, type ReadStatus, type State } from './status.ts'
export {
  faceText,
  needleAt,
  needleMarks,
  readerChains,
  readersAt,
  settleS,
  lampAt,
  warningOn,
  type ReaderAt,
  type ReaderChain,
  type Readers,
} from './face.ts'
export { sumOfReaders, type Sum, type SummedPart } from './sum.ts'
export type { Share } from './shares.ts'
export {
  isCut,
  isStep,
  lastOf,
  metered,
  shareBy,
  shares,
  STAGE,
  stageBy,
  STAGES,
  type Stage,
} from './stages.ts'
export type { StagePlace } from './places.ts'
