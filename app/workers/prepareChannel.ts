import { isHeavy, keepPrepared, partFor } from '../../core/chain/index.ts'
import type { Build, Channel } from '../../core/build/index.ts'
import { core } from './useWork.ts'

/**
 * Fits a channel with very many points off the page, and keeps the results where everything that asks finds them.
 * Resolves at once where there is nothing heavy.
 */
export async function prepareChannel(build: Build, channel: Channel): Promise<void> {
  if (!isHeavy(build, channel)) return
  // the way to the worker is work of its own: not in the task that brought the points
  await new Promise((done) => setTimeout(done))
  keepPrepared(build, channel, await core().prepare(partFor(build, channel), channel))
}
