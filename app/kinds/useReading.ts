import { useMemo } from 'react'
import type { Channel, Read } from '../../core/build/index.ts'
import { readStatus, remembered, statusRestsOn, type ReadStatus } from '../../core/chain/index.ts'
import { useBuild } from '../store/useBuild.ts'

/** All that is known of one reader of a channel that is a reading. */
export function useReading(channel: Channel, read: Read): ReadStatus {
  const { build } = useBuild()
  return useMemo(
    () => remembered(read, 'status', statusRestsOn(build, channel), () => readStatus(build, read)),
    [build, channel, read],
  )
}
