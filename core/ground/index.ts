export {
  groundCost,
  nodeVolts,
  type GroundCost,
  type GroundReader,
  type GroundTask,
} from './cost.ts'
export { edgeMargin, type Comparator, type EdgeMargin } from './comparator.ts'
export { groundNet, type GroundLoad, type GroundNet, type GroundWire } from './net.ts'
export {
  bestNextDrop,
  CONTRADICTS,
  estimateGround,
  readerBands,
  type Drop,
  type GroundEstimate,
  type NextDrop,
  type Watched,
} from './estimate.ts'
export { proposeRepairs, worstShare, type GroundPlan, type TriedRepair } from './repairs.ts'
export {
  effortOf,
  readerName,
  REPAIRS,
  repaired,
  repairsOf,
  repairText,
  type Recorded,
  type Repair,
} from './repairKinds.ts'
export { repairEdit } from './repairEdit.ts'
export {
  feetOfDevices,
  measuredStraps,
  meterSigmaV,
  offsetOf,
  solvedGround,
  vehicleGround,
  watchedIn,
  type Feet,
  type SolvedOrWhyNot,
  type SolvedGround,
  type VehicleGround,
} from './ofBuild.ts'
export { JOINTS, strapOhms } from './strapOhms.ts'
export {
  carriesAmpere,
  chooseWire,
  INSULATION_CLASSES,
  ohmByVolts,
  ratedAmpere,
  WIRE_SIZES,
  wireFor,
  wireThere,
  type ThereAlready,
  type WireChoice,
  type WireStandard,
} from './wire.ts'
export {
  NOISE_SOURCES,
  noiseOfRoute,
  shieldOhm,
  type Beside,
  type Cable,
  type NoiseSource,
} from './coupling.ts'
