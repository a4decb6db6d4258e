import type { Build, Edited, Id } from '../../../core/build/index.ts'
import type { Scheme } from '../../../core/earths/index.ts'
import type { Cable, Repair } from '../../../core/ground/index.ts'
import { newId } from '../../store/id.ts'
import type { EarthsNow } from './useEarths.ts'
import { newStrap } from './usePull.ts'

export const postName = (build: Build, id: Id): string =>
  build.posts.find((p) => p.id === id)?.name ?? 'a post since removed'
const strapName = (build: Build, id: Id): string =>
  build.straps.find((s) => s.id === id)?.name || 'a wire'
const loadName = (build: Build, id: Id): string =>
  build.loads.find((l) => l.id === id)?.name ?? 'a load'
export const readName = (build: Build, id: Id): string => {
  const channel = build.channels.find((c) => c.reads.some((r) => r.id === id))
  const input = channel?.reads.find((r) => r.id === id)?.input
  const device = build.devices.find((d) => d.inputs.some((i) => i.id === input))
  return [channel?.name, device?.name].filter(Boolean).join(' · ')
}

/** How a signal is wired, as one says it. */
export const CABLE: Record<Cable, string> = {
  single: 'neither',
  twisted: 'twisted pair',
  shielded: 'shielded',
  'shielded-pair': 'twisted pair, shielded',
}

/** A repair as one says it to whoever does it. */
export function repairText(build: Build, repair: Repair): string {
  switch (repair.kind) {
    case 'move-return':
      return `Take the return of ${loadName(build, repair.load)} to ${postName(build, repair.to)}`
    case 'clean-joint':
      return `Clean both joints of ${strapName(build, repair.wire)}`
    case 'double-wire':
      return `Run a second wire beside ${strapName(build, repair.wire)}`
    case 'new-strap':
      return `Add a strap of 16 mm² from ${postName(build, repair.a)} to ${postName(build, repair.b)}`
    case 'move-ground':
      return `Take ${postName(build, repair.node)} to ${postName(build, repair.to)}`
    case 'lift-shield':
      return `Lift one end of ${strapName(build, repair.wire)}, the unit’s sensor ground keeps the other`
    case 'move-sensor':
      return `Ground the sensor of ${readName(build, repair.reader)} at ${postName(build, repair.to)}`
  }
}

/**
 * The edit that carries a repair out on the record: what was measured on the wiring before says nothing of the new one,
 * so that it is struck, and what it said of each strap kept. Null where what it is about has gone.
 */
export function repairEdit(
  build: Build,
  { solved, measured }: Pick<EarthsNow, 'solved' | 'measured'>,
  repair: Repair,
): Edited | null {
  const change = changeOf(build, repair)
  if (!change) return null
  const gone = change.kind === 'editStrap' || change.kind === 'removeStrap' ? change.args.id : null
  const kept = (id: Id): boolean => measured.has(id) && id !== gone
  const ohms = (solved?.estimate.wires ?? [])
    .filter((w) => kept(w.id))
    .map((w) => ({ strap: w.id, ohm: Number(w.ohm.toPrecision(4)) }))
  const at = new Date().toISOString()
  const why = `before: ${repairText(build, repair).toLowerCase()}`
  return { kind: 'rewireGround', args: { at, why, ohms, change } }
}

type GroundChange = Extract<Edited, { kind: 'rewireGround' }>['args']['change']

function changeOf(build: Build, repair: Repair): GroundChange | null {
  switch (repair.kind) {
    case 'move-return':
      return { kind: 'editLoad', args: { id: repair.load, patch: { into: repair.to } } }
    case 'clean-joint':
      return {
        kind: 'editStrap',
        args: { id: repair.wire, patch: { jointA: 'clean', jointB: 'clean', ohm: null } },
      }
    case 'double-wire': {
      const strap = build.straps.find((s) => s.id === repair.wire)
      if (!strap) return null
      const second = { ...strap, id: newId(), name: `${strap.name}, second` }
      return { kind: 'addStrap', args: { strap: second } }
    }
    case 'new-strap': {
      const { a, b } = repair
      const name = `${postName(build, a)} to ${postName(build, b)}`
      const strap = { ...newStrap(a, b, name), wire: { lengthM: 1, areaMm2: 16 } }
      return { kind: 'addStrap', args: { strap } }
    }
    case 'move-ground': {
      const own = build.straps.find((s) => s.a === repair.node)
      if (!own) return null
      return { kind: 'editStrap', args: { id: own.id, patch: { b: repair.to, ohm: null } } }
    }
    case 'lift-shield':
      return { kind: 'removeStrap', args: { id: repair.wire } }
    case 'move-sensor':
      return {
        kind: 'standOn',
        args: { id: newId(), read: repair.reader, post: repair.to, bolted: false },
      }
  }
}

const POWER: Record<Scheme['power'], string> = {
  'as-it-is': 'as it is wired now',
  block: 'on the engine block, at two bolts',
  battery: 'straight to battery negative',
  stud: 'on one clean stud',
}
const SENSORS: Record<Scheme['sensors'], string> = {
  'as-they-are': 'as they are grounded now',
  'at-the-unit': 'on the unit’s sensor ground',
  local: 'each where it is screwed in',
}
export const schemeText = ({ power, sensors }: Scheme): { power: string; sensors: string } => ({
  power: POWER[power],
  sensors: SENSORS[sensors],
})
