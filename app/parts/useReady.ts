import { startTransition, useEffect, useRef, useState } from 'react'
import { hasManyPoints } from '../../core/chain/index.ts'
import type { Build, Channel } from '../../core/build/index.ts'
import { prepareChannel } from '../workers/prepareChannel.ts'

/**
 * The newest build in which a channel can be drawn at once. A channel with very many points is fitted off the page
 * first and then drawn a piece at a time: until that is done it is the build before, or null when there is none yet.
 */
export function useReady(build: Build, channel: Channel): Build | null {
  const many = hasManyPoints(build, channel)
  const [prepared, setPrepared] = useState<{ build: Build; channel: string } | null>(null)
  // what was drawn before there were so many
  const few = useRef<{ build: Build; channel: string } | null>(null)
  if (!many) few.current = { build, channel: channel.id }
  useEffect(() => {
    if (!many) {
      setPrepared(null)
      return
    }
    let current = true
    const done = (): void => {
      if (current) startTransition(() => setPrepared({ build, channel: channel.id }))
    }
    // a worker that fails leaves the page to compute it itself, and to say what is wrong
    prepareChannel(build, channel).then(done, done)
    return () => {
      current = false
    }
  }, [build, channel, many])
  if (!many) return build
  const newest = prepared ?? few.current
  return newest?.channel === channel.id ? newest.build : null
}
