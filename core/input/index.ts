export {
  designPullUp,
  designPullUpFor,
  resolutionOverRange,
  type PullUp,
  type PullUpTask,
} from './pullUp.ts'
export { findPullUp } from './unknownPull.ts'
export { sharedStates, type SharedFeed, type SharedState } from './sharing.ts'
export {
  levelParts,
  switchedTask,
  USUAL_FRONT_END,
  type FrontEnd,
  type Switched,
} from './frontEnd.ts'
export { edgeInput, type EdgeInput, type EdgeVerdict } from './edges.ts'
export {
  designSwitchedInput,
  switchedInput,
  type InputDesign,
  type InputParts,
  type InputSchool,
  type SwitchedInputTask,
} from './switched.ts'
