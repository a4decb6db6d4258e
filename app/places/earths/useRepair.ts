import { repairEdit, type Repair } from '../../../core/ground/index.ts'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { EarthsNow } from './useEarths.ts'

/** Carries a repair out on the record; what stands in its way, in words. */
export function useRepair({ build, solved }: EarthsNow): (repair: Repair) => string | null {
  const { edit } = useBuild()
  return (repair) => {
    const change = solved && repairEdit({ build, newId }, solved, repair, new Date().toISOString())
    return change ? edit(change) : 'What this change is about has gone: look at the grounds again.'
  }
}
