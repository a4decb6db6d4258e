import { measurementOf, pathOf, readOf } from '../build/find.ts'
import {
  changedAt,
  changedParts,
  inForceOf,
  replacedSince,
  REST_PARTS,
  type InForce,
  type RestPart,
} from '../build/inForce.ts'
import type { Build, Id, Proof } from '../build/types.ts'
import { familyOf } from '../curve/registry.ts'
import { orElse } from '../error.ts'
import { linspace } from '../math/linspace.ts'
import { dayOf, decimalsOf, signed, withUnit } from '../quantity/format.ts'
import { prepareChain, type Chain } from './chain.ts'
import { atRest, computed } from './computed.ts'
import { remembered } from './remember.ts'
import { statusRestsOn } from './rests.ts'
import { needsOf } from './source.ts'
import { errorAt } from './spread.ts'
import { walkForward } from './walk.ts'

/**
 * Why a proof holds no more: a part of what was in force that changed, or else what happened, as a sentence begins;
 * and by how much that moves the reading or its band, truth unit, where that can be told. Plain data.
 */
export type Lapse = { part: RestPart['id'] | null; what: string; by: number | null }

/** Of what is needed, the most that a reading or its band may move under a proof. */
const MOST_MOVED = 0.1
/** Of the same, what a part must move by itself to be named beside others. */
const NAMED = 0.02
/** Places of the needed range at which bands are looked at, and readings, which take less. */
const PLACES = 5
const MANY = 17

/**
 * Why the proof of a reader holds no more; none while it does: something was replaced, or what changed since moves the
 * reading or its band by more than a tenth of the need somewhere in the needed range, by the arithmetic of today on
 * both sides.
 */
export function lapsesOf(build: Build, readId: Id, proof: Proof): Lapse[] {
  const { read, channel } = readOf(build, readId)
  return remembered(read, `lapses ${proof.id}`, statusRestsOn(build, channel), () =>
    lapses(atRest(build), readId, proof),
  )
}

function lapses(build: Build, readId: Id, proof: Proof): Lapse[] {
  const { inForce: then } = proof
  if (!then) return [{ part: null, what: OLDER, by: null }]
  const now = inForceOf(build, readId)
  const replaced = replacedSince(now, then)
  if (replaced.length > 0) return replaced.map((what) => ({ part: null, what, by: null }))
  const here = chainOf(build, readId)
  const strayed = strayedFrom(build, here, proof)
  if (strayed) return [strayed]
  const parts = changedParts(now, then)
  if (parts.length === 0) return []
  const moved = mover(build, readId, here)
  const all = moved(parts, then)
  if (all !== null && Math.abs(all) <= 1) return []
  const each = parts.map((part) => ({ part, by: parts.length === 1 ? all : moved([part], then) }))
  const most = Math.max(...each.map(({ by }) => Math.abs(by ?? Infinity)))
  return each
    .filter(({ by }) => by === null || Math.abs(by) >= Math.min(most, NAMED / MOST_MOVED))
    .map(({ part, by }) => ({
      part: part.id,
      what: part.name(now),
      by: by === null ? null : by * MOST_MOVED * needOf(build, readId),
    }))
}

const OLDER = 'It was proven by an older Echt, which did not keep what was in force'

/** Of its own band, what the reading of a check may stand off beside the need before the chain is another. */
const STRAYS = 2

/** A reading of its check that the chain does not explain any more, whatever changed it; null where it does. */
function strayedFrom(build: Build, chain: Chain | null, { measurements }: Proof): Lapse | null {
  if (!chain) return { part: null, what: 'The chain is not whole any more', by: null }
  for (const id of measurements) {
    const { about, readings = [] } = measurementOf(build, id) ?? {}
    const [truth, shown] = ['truth', 'shown'].map((role) => readings.find((r) => r.role === role))
    const now = about?.kind === 'keyOn' && truth && shown ? at(chain, truth.value) : null
    if (!now) continue
    const by = now.shown - shown!.value
    if (Math.abs(by) <= chain.spec.accuracy + STRAYS * now.band) continue
    return { part: null, what: 'What was read for it is not what its chain shows now', by }
  }
  return null
}

/**
 * By how much what is shown, or its band, differs with some parts put back, over the most it may; null where it cannot
 * be told.
 */
function mover(
  build: Build,
  readId: Id,
  here: Chain | null,
): (parts: readonly RestPart[], then: InForce) => number | null {
  const { wired, channel } = pathOf(build, readId)
  const { range, accuracy } = needsOf(build, channel, wired)
  const few = linspace(...range, PLACES)
  return (parts, then) => {
    const before = orElse(
      () =>
        chainOf(
          parts.reduce((b, part) => part.putBack(b, then), build),
          readId,
        ),
      null,
    )
    if (!here || !before) return null
    const bands = few.flatMap((truth) =>
      difference(here, before, (chain) => at(chain, truth)?.band),
    )
    // a single cell of a table may be another: what is shown is looked at there as well
    const cells = [here, before]
      .flatMap(({ spec }) => spec.table?.y ?? [])
      .filter((y) => y > range[0] && y < range[1])
    const readings = [...linspace(...range, MANY), ...new Set(cells)].flatMap((truth) =>
      difference(here, before, (chain) => orElse(() => walkForward(chain, truth).shown, undefined)),
    )
    const differences = [...bands, ...readings]
    const most = differences.reduce((m, d) => (Math.abs(d) > Math.abs(m) ? d : m), 0)
    return Number.isFinite(most) ? most / (MOST_MOVED * accuracy) : null
  }
}

/** By how much a chain differs from another in what can be told of both; nothing where of neither. */
function difference(a: Chain, b: Chain, of: (chain: Chain) => number | undefined): number[] {
  const [here, there] = [of(a), of(b)]
  if (here === undefined || there === undefined) return here === there ? [] : [Infinity]
  return [here - there]
}

function chainOf(build: Build, readId: Id): Chain | null {
  const { spec } = computed(build, readId)
  return spec && prepareChain({ ...spec, basis: {} })
}

const at = (chain: Chain, truth: number): { shown: number; band: number } | null =>
  orElse(() => {
    const { bias, band } = errorAt(chain, truth)
    return { shown: truth + bias, band }
  }, null)

function needOf(build: Build, readId: Id): number {
  const { wired, channel } = pathOf(build, readId)
  return needsOf(build, channel, wired).accuracy
}

/** A lapse in a sentence, with the day of its change where the history holds it. */
function said(build: Build, readId: Id, { part, what, by }: Lapse, since: string): string {
  const own = REST_PARTS.find((p) => p.id === part)
  if (!own) return what
  const now = inForceOf(build, readId)
  const when = changedAt(build, own, now, since)
  const changed = `${what} changed${when ? ` on ${dayOf(when)}` : ''}`
  if (by === null) return changed
  const { truthUnit } = familyOf(now.elements[0]!.family)
  // eslint-disable-next-line no-restricted-syntax -- the contract asks for text, in the unit of the truth
  return `${changed}: up to ${withUnit(signed(by, decimalsOf(truthUnit)), truthUnit)}`
}

/** The same of a reader in sentences, with what was read for its proof and struck since; none of one never proven. */
export function whyReaderLapsed(build: Build, readId: Id): string[] {
  const proof = build.proofs.find((p) => p.read === readId)
  if (!proof) return []
  const struck = proof.measurements.filter((id) => measurementOf(build, id)?.struck !== null)
  return [
    ...struck.map(() => 'What was read for it was struck'),
    ...lapsesOf(build, readId, proof).map((l) => said(build, readId, l, proof.at)),
  ]
}
