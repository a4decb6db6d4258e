import { startTransition, useEffect, useState } from 'react'
import { pointsToFit } from '../../core/chain/index.ts'
import type { Build, Channel } from '../../core/build/index.ts'
import { prepareChannel } from '../workers/prepareChannel.ts'

/**
 * The newest build in which a channel can be drawn at once: where points are new they are fitted off the page first,
 * and until that is done it is the build before, or null when there is none yet.
 */
export function useReady(build: Build, channel: Channel): Build | null {
  const toFit = pointsToFit(build, channel)
  const [drawn, setDrawn] = useState<Drawn | null>(toFit ? null : { build, channel: channel.id })
  if (toFit === 0 && drawn?.build !== build) setDrawn({ build, channel: channel.id })
  useEffect(() => {
    if (toFit === 0) return
    let current = true
    void prepareChannel(build, channel).then(() => {
      if (current) startTransition(() => setDrawn({ build, channel: channel.id }))
    })
    return () => {
      current = false
    }
  }, [build, channel, toFit])
  if (toFit === 0) return build
  return drawn?.channel === channel.id ? drawn.build : null
}

/** The build in which a channel was drawn last. */
type Drawn = { build: Build; channel: string }
