import type { Build, Id } from '../../../core/build/index.ts'
import type { Scheme } from '../../../core/earths/index.ts'
import type { Cable } from '../../../core/ground/index.ts'

export const postName = (build: Build, id: Id): string =>
  build.posts.find((p) => p.id === id)?.name ?? 'a post since removed'
/** How a signal is wired, as one says it. */
export const CABLE: Record<Cable, string> = {
  single: 'neither',
  twisted: 'twisted pair',
  shielded: 'shielded',
  'shielded-pair': 'twisted pair, shielded',
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
