import { keepPrepared, partFor, pointsToFit } from '../../core/chain/index.ts'
import type { Build, Channel } from '../../core/build/index.ts'
import { workerOfCore } from './workerOfCore.ts'

// a point that was just taken does not wait behind what is drawn at random or advised
const inWorker = workerOfCore()

/**
 * Fits a channel's points off the page, and keeps the results where everything that asks finds them. Resolves at
 * once where there is nothing to fit; a worker that fails leaves the page to compute it, and to say what is wrong.
 */
export async function prepareChannel(build: Build, channel: Channel): Promise<void> {
  if (pointsToFit(build, channel) === 0) return
  // the way to the worker is work of its own: not in the task that brought the points
  await new Promise((done) => setTimeout(done))
  const part = partFor(build, channel)
  const prepared = await inWorker((core) => core.prepare(part, channel)).catch(() => null)
  if (prepared) keepPrepared(build, channel, prepared)
}
