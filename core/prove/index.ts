export { expectedReadings, type Expected } from './expected.ts'
export {
  keyOnCheck,
  observe,
  type Cause,
  type Comparison,
  type KeyOnVerdict,
  type Observable,
  type Observed,
} from './keyOn.ts'
export { checkedAt, stageOf } from './predict.ts'
export { FAULTS, type Fault } from './faults/index.ts'
