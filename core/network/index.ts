export { networkOf, NODE, onPulls, PART, type Is, type Network, type Part } from './network.ts'
export {
  nodesOf,
  viewFrom,
  type GroundOffset,
  type Nodes,
  type Role,
  type Seen,
  type View,
} from './view.ts'
