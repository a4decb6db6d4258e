export {
  isSpeedRing,
  nameOfWheel,
  parseWheel,
  requireWheel,
  degreesBetween,
  type Pickup,
  type Wheel,
} from './wheel.ts'
export {
  simulateTrigger,
  type SimulatedTrigger,
  type TriggerFaults,
  type TriggerTask,
} from './simulate.ts'
export {
  decodeTrigger,
  readCapture,
  type DecodedTrigger,
  type ReadCapture,
  type TriggerFault,
} from './decode.ts'
export type { Evidence, Polarity } from './edges.ts'
export { identifyWheel, type IdentifiedWheel } from './identify.ts'
export {
  bestNextLamp,
  DEG_PER_RPM_S,
  lampFit,
  type LampFit,
  type LampReading,
  type NextLamp,
} from './lamp.ts'
export { drawnStretch, envelopeOf, type Envelope } from './view.ts'
export { bentTooth, gapRatio, toothOffsets, type ToothOffset } from './teeth.ts'
export {
  correctedAngle,
  edgeBefore,
  enteredAngle,
  signatureOf,
  topDeadCentre,
  type Counts,
  type Signature,
} from './angle.ts'
export {
  gapWindow,
  kindOfPickup,
  pinsOf,
  waysToTry,
  widthsOf,
  type GapTask,
  type GapWindow,
  type LeadOhms,
  type PickupKind,
  type PinTry,
  type Pins,
} from './pickup.ts'
export {
  inputTask,
  lampNow,
  lampsOf,
  pinNames,
  readBy,
  readingOf,
  tellsOf,
  triggerRestsOn,
  triggerStatus,
  USUAL_SWITCHED_TRIGGER,
  type LampMeasurement,
  type Tells,
  type TriggerStatus,
} from './ofBuild.ts'
export {
  sceneTask,
  SCENE_FAULTS,
  RUNNINGS,
  type Scene,
  type SceneFault,
  type Running,
} from './scene.ts'
export {
  againstComparator,
  strengthOf,
  type AgainstComparator,
  type Strength,
  type TurnStrength,
} from './strength.ts'
export { waysOut, type WayOut } from './waysOut.ts'
export { camPhase, inGap, type CamEdge, type CamPhase } from './cam.ts'
export { captureOfVcd, vcdOfCapture, vcdPieces, VcdReader } from './vcd.ts'
export {
  recordingOfColumns,
  recordingOfDump,
  recordingOfVcd,
  recordingOfSound,
  recordingOfWav,
  type TriggerRecording,
} from './recording.ts'
export {
  captureAtRate,
  captureOfColumns,
  csvOfCapture,
  csvPieces,
  type Capture,
} from './captures.ts'
export { captureOfWav, WavReader, wavOfCapture } from './wav.ts'
export { coilReader, USUAL_COIL_READER } from './coil.ts'
