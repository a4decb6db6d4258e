export { MEMBERS, memberOf, type Member } from './members.ts'
export {
  isClosed,
  switchedAt,
  thresholdFindings,
  thresholdOf,
  thresholdsOf,
  wayOf,
  type Threshold,
  type Way,
} from './thresholds.ts'
export { fittedInput, taskOf, usualSwitched, type SwitchedOnOff } from './input.ts'
export { isProvenOnOff, onOffOf, onOffRestsOn, onOffStatus, type OnOffStatus } from './status.ts'
