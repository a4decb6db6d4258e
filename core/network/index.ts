export {
  networkOf,
  NODE,
  onPulls,
  wiring,
  type Hanging,
  type Is,
  type Network,
  type Part,
  type PartKind,
  type WireIs,
} from './network.ts'
export { sensorElements, type SensorAt, type Standing } from './others.ts'
export {
  hangingBeside,
  nodesOf,
  partOf,
  viewFrom,
  type Around,
  type GroundOffset,
  type Nodes,
  type Role,
  type Seen,
  type View,
} from './view.ts'
