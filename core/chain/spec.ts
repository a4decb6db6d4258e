import { proofHolds } from '../build/find.ts'
import type { Build } from '../build/types.ts'
import { onPulls, type GroundOffset } from '../network/index.ts'
import { computed, type Assembled, type Basis, type ChainSpec } from './computed.ts'
import { lapsesOf } from './lapses.ts'
import { basesOf, type StageId } from './stages.ts'

export type { Assembled, Basis, ChainSpec } from './computed.ts'

/**
 * The chain of one reader out of the record; `spec` is null with the reason in `problem` while
 * something is missing.
 */
export function assembleChain(build: Build, readId: string): Assembled {
  const { spec, ...parts } = computed(build, readId)
  if (!spec) return { ...parts, spec }
  return { ...parts, spec: { ...spec, basis: basisOf(build, parts, spec) } }
}

/** The same with a reader's sensor ground standing off by a voltage, whatever the record says of it. */
export function assembleOnGround(build: Build, readId: string, volt: number): Assembled {
  const offset: GroundOffset = { value: volt, basis: 'measured', from: [] }
  const { spec, ...parts } = computed(build, readId, offset)
  return { ...parts, spec: spec && { ...spec, basis: basisOf(build, parts, spec) } }
}

function basisOf(
  build: Build,
  { sensor, read, wired, input }: Pick<Assembled, 'sensor' | 'read' | 'wired' | 'input'>,
  { drive, stages }: Pick<ChainSpec, 'drive' | 'stages'>,
): ChainSpec['basis'] {
  const edges = drive.kind === 'frequency'
  const stated = basesOf(stages, {
    sensor,
    pulls: drive.kind === 'resistance' ? onPulls(input).map((p) => p.ohm) : [],
    ground: edges || input.differential ? [] : [wired.wire.groundOffsetV],
    reference: edges ? [] : [input.referenceV],
    table: Boolean(input.table?.entered),
  })
  const proven = isReaderProven(build, read.id)
  return Object.fromEntries(
    [...stated].map(([stage, basis]): [StageId, Basis] => [stage, proven ? 'proven' : basis]),
  )
}

/**
 * A read is proven while what was in force moves it by no more than a tenth of the need, and what
 * was read for it stands.
 */
export const isReaderProven = (build: Build, readId: string): boolean =>
  proofHolds(build, readId, (proof) => lapsesOf(build, readId, proof).length === 0)
