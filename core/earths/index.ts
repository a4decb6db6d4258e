export {
  busiestState,
  groundPicture,
  isCranking,
  offsetByStrap,
  type GroundPicture,
  type ReaderCost,
} from './costs.ts'
export { groundAdvice, planOf, schemesOf, type GroundAdvice, type Scheme } from './plan.ts'
export { brokenRules, type BrokenRule } from './rules.ts'
export { groundSlopes, offBy, type GroundSlope } from './slopes.ts'
export { groundFrom, TEMPLATES, type GroundTemplate } from './templates.ts'
export {
  coilCircuit,
  dropouts,
  feedOf,
  NEAR_LIMIT,
  railBudgets,
  type Dropout,
  type SupplyFeed,
  type FeedTest,
  type RailBudget,
} from './supplies.ts'
export { shieldCosts, shieldEnds, wantedFor, type ShieldCost, type ShieldEnd } from './shields.ts'
