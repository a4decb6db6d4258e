import { applyChange, type Build, type Edited } from '../build/index.ts'
import { assembleChain } from './spec.ts'
import { prepareChain, type Chain } from './chain.ts'

/** For tests: a build after so many named changes, stamped one after the other, and a reader's chain out of it. */
let stamped = 0
export const after = (build: Build, ...changes: Edited[]): Build =>
  changes.reduce(
    (b, change) =>
      applyChange(b, change, { id: `edited-${++stamped}`, at: '2026-11-24T20:00:00Z', by: '' }),
    build,
  )
export const chainOf = (build: Build, read: string): Chain =>
  prepareChain(assembleChain(build, read).spec!)
