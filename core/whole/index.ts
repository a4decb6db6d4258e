import { applyChange } from '../build/changes.ts'
import { checkBuild } from '../build/file.ts'
import { SCHEMA } from '../build/limits.ts'
import { pathOf, readOf } from '../build/find.ts'
import type { Build, DeviceTable } from '../build/types.ts'
import {
  assembleChain,
  isReaderProven as provenNow,
  axisAt,
  errorAt,
  prepareChain,
  proposeTable,
  walkForward,
  type Chain,
  type StageId,
  stageBy,
} from '../chain/index.ts'
import { entryOf, isEntryProven } from '../channel/index.ts'
import { familyOf } from '../curve/registry.ts'
import { EchtError, requireFinite } from '../error.ts'
import { aFlag, aNumber, wordOf, optional, thingWith } from '../expects.ts'
import { keyOnCheck, type Observed } from '../prove/index.ts'
import { requireTable, type Table } from '../table/interpolate.ts'

/**
 * A build out of parsed JSON as docs/formats.md writes it: checked, and brought up from an older schema.
 * Throws `EchtError` `not-a-build`, `newer-schema`, `damaged-build`.
 */
export function openBuild(json: unknown): Build {
  const { build } = checkBuild(json)
  whole.add(build)
  return build
}

/** Builds that were found whole: they are not changed in place, so once is enough. */
const whole = new WeakSet<object>()

/** A build from a caller that has no compiler. Throws as `openBuild` where it is no build. */
function requireBuild(build: Build): Build {
  if (typeof build === 'object' && build !== null && whole.has(build)) return build
  if ((build as Partial<Build> | null)?.schema !== SCHEMA)
    throw new EchtError(
      'not-a-build',
      'What was given is no build of this version: open it with openBuild first.',
    )
  checkBuild(build)
  whole.add(build)
  return build
}

const OBSERVED = thingWith(
  Object.fromEntries(['shown', 'pinV', 'sensorOhm'].map((name) => [name, optional(aNumber)])),
)
const PLACED = thingWith({
  placement: optional(wordOf('best', 'even')),
  onCurve: optional(aFlag),
})

/** What one reader shows at a truth, in the core's units, and what stands at every stage on the way. */
export type ReadingAt = {
  shown: number
  /** shown − truth, known */
  bias: number
  /** half-width that holds 95 % about shown, truth unit */
  band: number
  stages: { id: StageId; value: number; unit: string }[]
}

/**
 * What a reader of a build shows at a truth in its family's unit. Throws `EchtError` `not-ready` with the reason where
 * its chain is not whole, `not-a-build`, `damaged-build`, `beyond-curve` where the curve does not
 * reach, `below-absolute-zero`, `not-found`, `not-a-number`, `out-of-range` where a value of the record makes
 * nothing that could be told.
 */
export function readingAt(build: Build, readId: string, truth: number): ReadingAt {
  const chain = wholeChain(build, readId)
  requireFinite(truth, 'The truth')
  const { stages, shown } = walkForward(chain, truth)
  const { bias, band } = errorAt(chain, truth)
  if (![shown, bias, band, ...stages.map((s) => s.value)].every(Number.isFinite))
    throw new EchtError(
      'out-of-range',
      `What is shown at ${truth} cannot be told: a resistor, supply, reference or doubt of this ` +
        'reader is far too small or too large. Look at what was typed there, and at its unit.',
    )
  return {
    shown,
    bias,
    band,
    stages: stages.map(({ id, value }) => ({ id, value, unit: unitOf(chain, id) })),
  }
}

/**
 * The table to enter for a reader: x on the device's axis, ascending, y in the core's unit. Throws `EchtError`
 * `no-table` where its device takes none, `not-a-build`, `damaged-build`, `not-ready`, `not-found`, `beyond-curve`.
 */
export function proposedTable(
  build: Build,
  readId: string,
  options: { placement?: 'best' | 'even'; onCurve?: boolean } = {},
): Table & { worstError: number; worstX: number } {
  PLACED(options, 'The options')
  const chain = wholeChain(build, readId)
  const spec = tableOf(build, readId)
  const { placement = 'best', onCurve = false } = options
  const { table, worst, worstAt } = proposeTable(chain, spec, placement, {
    at: '',
    name: '',
    onCurve,
  })
  return { x: table.x, y: table.y, worstError: worst, worstX: axisAt(chain, spec, worstAt) }
}

/** The same build with a table in the device. Throws `EchtError` `bad-table`, `no-table`, `not-found`,
 * `not-a-build`, `damaged-build`. */
export function enterTable(build: Build, readId: string, table: Table): Build {
  requireTable(table)
  tableOf(requireBuild(build), readId)
  const { input } = pathOf(build, readId).wired
  const at = build.changes.at(-1)?.at ?? build.createdAt
  const { x, y } = table
  const entered = applyChange(
    build,
    { kind: 'enterTable', args: { input, entered: { x, y, at, name: 'entered' } } },
    { id: `entered-${build.revision + 1}`, at, by: '' },
  )
  return openBuild(JSON.parse(JSON.stringify(entered)))
}

/**
 * The key-on check of a reader at a known truth: whether what was read agrees, and if not the likely causes with
 * their share of belief, likeliest first. `pinV` is Hz where edges are counted. Throws `EchtError`
 * `nothing-read`, `not-a-build`, `damaged-build`, `not-a-number`, `not-ready`, `not-found`,
 * `beyond-curve`, `below-absolute-zero`.
 */
export function keyOn(
  build: Build,
  readId: string,
  truth: number,
  observed: { shown?: number; pinV?: number; sensorOhm?: number },
): { agrees: boolean; causes: { id: string; share: number }[] } {
  const { spec } = wholeChain(build, readId)
  requireFinite(truth, 'The truth')
  OBSERVED(observed, 'What was observed')
  const { shown, pinV, sensorOhm } = observed
  const read: Observed = {
    ...(shown === undefined ? {} : { shown }),
    ...(pinV === undefined ? {} : { pinV }),
    ...(sensorOhm === undefined ? {} : { ohm: sensorOhm }),
  }
  const { sigma } = familyOf(spec.sensor.family).keyOn
  const { agrees, causes } = keyOnCheck(spec, truth, sigma, read)
  return { agrees, causes: causes.map(({ id, probability }) => ({ id, share: probability })) }
}

/** Whether a reader is proven and nothing its proof rests on has changed since. Throws `EchtError` `not-found`,
 * `not-a-build`, `damaged-build`. */
export function isProven(build: Build, readId: string): boolean {
  readOf(requireBuild(build), readId)
  return provenNow(build, readId)
}

/**
 * What changed since a reader, or a trigger, was proven, in words; empty while its proof holds, and where it never was
 * proven. Throws `EchtError` `not-a-build`, `damaged-build`, `not-found`.
 */
export function whyLapsed(build: Build, readId: string): string[] {
  const entry = entryOf(requireBuild(build), readId)
  if (!entry)
    throw new EchtError(
      'not-found',
      `There is no reader "${String(readId).slice(0, 40)}" in this build.`,
    )
  const proven = build.proofs.some((p) => p.read === readId)
  if (!proven || isEntryProven(build, entry)) return []
  const said: string[] = entry.kind.whyLapsed?.(build, entry) ?? []
  return said.length > 0 ? said : ['Something it rested on has changed']
}

function wholeChain(build: Build, readId: string): Chain {
  const { spec, problem } = assembleChain(requireBuild(build), readId)
  if (!spec)
    throw new EchtError('not-ready', problem ?? 'Something is still missing of this channel.')
  return prepareChain(spec)
}

function tableOf(build: Build, readId: string): DeviceTable {
  const { sends, input } = pathOf(build, readId)
  if (!input.table)
    throw new EchtError('no-table', `${sends.name} has no table: it moves a needle by itself.`)
  return input.table
}

function unitOf({ spec }: Chain, id: StageId): string {
  return stageBy(id).unit(familyOf(spec.sensor.family))
}
