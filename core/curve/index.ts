/** The public face of the curves: families by their id, what each asks and allows, and sensors of several. */
export { families, familyOf, findFamily, type AnyFamily } from './registry.ts'
export {
  choiceSetting,
  numberSetting,
  type Ask,
  type Finding,
  type InstrumentKind,
  type PointMethod,
  type AskedRole,
  type SettingField,
} from './recipe.ts'
export type { Drive, SignalKind } from './family.ts'
export { knotCurve, type KnotCurve } from './knots.ts'
export { joinHalves } from './joined.ts'
export { SOURCES } from './sources.ts'
