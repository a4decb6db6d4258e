import { useEffect, useRef, useState } from 'react'
import { isHeavy } from '../../core/chain/index.ts'
import type { Build, Channel } from '../../core/build/index.ts'
import { prepareChannel } from '../workers/prepareChannel.ts'

/**
 * The newest build in which a channel can be computed at once. A channel with very many points is fitted off the
 * page first: until that is done it is the build before, or null when there is none yet.
 */
export function useReady(build: Build, channel: Channel): Build | null {
  const [, setRound] = useState(0)
  const ready = useRef<{ build: Build; channel: string } | null>(null)
  const heavy = isHeavy(build, channel)
  if (!heavy) ready.current = { build, channel: channel.id }
  useEffect(() => {
    if (!heavy) return
    let current = true
    const done = (): void => {
      if (current) setRound((n) => n + 1)
    }
    // a worker that fails leaves the page to compute it itself, and to say what is wrong
    prepareChannel(build, channel).then(done, () => {
      ready.current = { build, channel: channel.id }
      done()
    })
    return () => {
      current = false
    }
  }, [build, channel, heavy])
  return ready.current?.channel === channel.id ? ready.current.build : null
}
