import { startTransition, useEffect, useState } from 'react'
import { hasManyPoints } from '../../core/chain/index.ts'
import type { Build, Channel } from '../../core/build/index.ts'
import { prepareChannel } from '../workers/prepareChannel.ts'

/**
 * The newest build in which a channel can be drawn at once. A channel with very many points is fitted off the page
 * first and then drawn a piece at a time: until that is done it is the build before, or null when there is none yet.
 */
export function useReady(build: Build, channel: Channel): Build | null {
  const many = hasManyPoints(build, channel)
  const [drawn, setDrawn] = useState<Drawn | null>(many ? null : { build, channel: channel.id })
  if (!many && drawn?.build !== build) setDrawn({ build, channel: channel.id })
  useEffect(() => {
    if (!many) return
    let current = true
    const done = (): void => {
      if (current) startTransition(() => setDrawn({ build, channel: channel.id }))
    }
    // a worker that fails leaves the page to compute it itself, and to say what is wrong
    prepareChannel(build, channel).then(done, done)
    return () => {
      current = false
    }
  }, [build, channel, many])
  if (!many) return build
  return drawn?.channel === channel.id ? drawn.build : null
}

/** The build in which a channel was drawn last. */
type Drawn = { build: Build; channel: string }
