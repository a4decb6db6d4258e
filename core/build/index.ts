export * from './types.ts'
export {
  applyChange,
  undo,
  redo,
  type ChangeArgs,
  type ChangeKind,
  type Edited,
  type Stamp,
} from './changes.ts'
export { applyEdits, diffBuilds, invertEdits } from './diff.ts'
export { editsOf, undoState } from './history.ts'
export { patched } from './patch.ts'
export { recoverBuild, type Recovered } from './recover.ts'
export { inForceOf, type InForce } from './inForce.ts'
export { LISTS, MOST, SCHEMA } from './limits.ts'
export {
  channelOf,
  deviceOf,
  elementOf,
  findInput,
  findPath,
  inputOf,
  isWired,
  keyOnsOf,
  NOT_CHOSEN,
  pathOf,
  pinName,
  pointsOf,
  proofHolds,
  readOf,
  wiredReads,
  type Path,
  type InputAtPin,
} from './find.ts'
export {
  bundleOf,
  BundleReader,
  hashOfBytes,
  isBundle,
  readBundle,
  type Lacking,
  type ReadBundle,
} from './bundle.ts'
export { checkBuild, fileNameOf, LARGEST_FILE_BYTES, readBuild, writeBuild } from './file.ts'
export { type PlacedInput } from './inputChanges.ts'
export { type CoilReader } from './triggerChanges.ts'
export { describeDifferences, type Difference } from './compare.ts'
export {
  maker,
  onOffChannel,
  withInput,
  type FamilyAsked,
  type InputAsked,
  type Made,
  type Maker,
  type MemberAsked,
  type NewInput,
} from './make.ts'
export { copyBuild, createBuild } from './create.ts'
export { hashOf } from './hash.ts'
