import type { Edited } from '../build/changes.ts'
import type { SaidByDrops } from '../build/groundChanges.ts'
import type { Build, Id } from '../build/types.ts'
import type { SolvedGround } from './ofBuild.ts'
import { changeFor, repairText, type Recorded, type Repair } from './repairKinds.ts'

/** Drops that moved what was believed by less than this told nothing of it: a share. */
const TOLD = 1e-4

/** What drops said of straps and loads, but of those that were measured by themselves and of one that goes. */
function saidByDrops(
  build: Build,
  { ground, estimate }: SolvedGround,
  gone: Id | null,
): SaidByDrops {
  const isTold = (was: number, is: number): boolean => Math.abs(is / was - 1) > TOLD
  const straps = new Map(build.straps.map((s) => [s.id, s]))
  const loads = new Map(build.loads.map((l) => [l.id, l]))
  return {
    ohms: estimate.wires.flatMap(({ id, ohm, doubt }, i) => {
      const [strap, was] = [straps.get(id), ground.wires[i]!]
      if (!strap || id === gone || strap.ohm?.basis === 'measured') return []
      const told = isTold(was.ohm, ohm) || isTold(was.doubt, doubt)
      return told ? [{ strap: id, ohm, doubt }] : []
    }),
    amperes: estimate.loads.flatMap(({ id, ampere }, i) => {
      const load = loads.get(id)
      if (!load || load.ampere.basis === 'measured') return []
      return isTold(ground.loads[i]!.ampere, ampere) ? [{ load: id, ampere }] : []
    }),
  }
}

/**
 * The edit that carries a repair out on the record: what was measured on the wiring before says nothing of the new one,
 * so that it is struck, and what it said of each strap and load kept. Null where what it is about has gone.
 */
export function repairEdit(
  { build, newId }: Recorded,
  solved: SolvedGround,
  repair: Repair,
  at: string,
): Edited | null {
  const first = changeFor({ build, newId }, repair)
  if (!first) return null
  const gone = first.kind === 'editStrap' || first.kind === 'removeStrap' ? first.args.id : null
  const said = saidByDrops(build, solved, gone)
  // a second wire is like the one it is laid beside, as far as that is known
  const ohms = new Map(said.ohms.map((o) => [o.strap, o]))
  const known: Build = {
    ...build,
    straps: build.straps.map((s) => {
      const kept = ohms.get(s.id)
      return kept
        ? { ...s, ohm: { value: kept.ohm, basis: 'assumed', from: [], doubt: kept.doubt } }
        : s
    }),
  }
  const change = changeFor({ build: known, newId }, repair)
  if (!change) return null
  const why = `before: ${repairText(build, repair).toLowerCase()}`
  return { kind: 'rewireGround', args: { at, why, ...said, change } }
}
