/** What the browser tests compare the page with: the core itself. */
export {
  assembleChain,
  leftOpen,
  prepareChain,
  sumOfReaders,
  unevenly,
  proposeTable,
  stageBy,
  readStatus,
  walkForward,
} from '../core/chain/index.ts'
export { isProvenOnOff, taskOf, thresholdsOf, usualSwitched } from '../core/onOff/index.ts'
export { entriesOf, entryOf, statusOf } from '../core/channel/index.ts'
export { expectedReadings } from '../core/prove/index.ts'
export { sensorOf } from '../core/chain/index.ts'
export { familyOf } from '../core/curve/registry.ts'
export { wrongRange, GENERIC_TYPES } from '../core/curve/pressure/index.ts'
export { potentiometerPins } from '../core/curve/potentiometer/index.ts'
export { chooseDamping, predictLevel } from '../core/curve/level/index.ts'
export { stoichiometricAfr, standardPressureKPa } from '../core/standards/index.ts'
export { hertzPerKmh, pulsesPerKm } from '../core/curve/speed/index.ts'
export {
  groundAdvice,
  groundPicture,
  groundSlopes,
  offsetByStrap,
  railBudgets,
} from '../core/earths/index.ts'
export { edgeMargin, noiseOfRoute, solvedGround, wireThere } from '../core/ground/index.ts'
export {
  correctedAngle,
  camPhase,
  inputTask,
  csvOfCapture,
  gapWindow,
  lampFit,
  parseWheel,
  readCapture,
  sceneTask,
  simulateTrigger,
  strengthOf,
  wavOfCapture,
} from '../core/trigger/index.ts'

export { designSwitchedInput, switchedInput, USUAL_FRONT_END } from '../core/input/index.ts'
export { inputOf } from '../core/build/index.ts'
