export { networkOf } from './network.ts'
export {
  NODE,
  onPulls,
  type Hanging,
  type Is,
  type Network,
  type Part,
  type PartKind,
  type WireIs,
} from './parts.ts'
export { wiring } from './wiring.ts'
export { sensorElements, type SensorAt, type Standing } from './others.ts'
export {
  hangingBeside,
  nodesOf,
  seenPart,
  viewFrom,
  type Around,
  type GroundOffset,
  type Nodes,
  type PartRole,
  type Seen,
  type View,
} from './view.ts'
