export { nameOfWheel, parseWheel, requireWheel, stepsOf, type Pickup, type Wheel } from './wheel.ts'
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
  type Evidence,
  type Polarity,
  type ReadCapture,
  type TriggerFault,
} from './decode.ts'
export { identifyWheel, type IdentifiedWheel } from './identify.ts'
export { bestNextLamp, lampFit, type LampFit, type LampReading, type NextLamp } from './lamp.ts'
