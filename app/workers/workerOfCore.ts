import { wrap, type Remote } from 'comlink'
import { EchtError } from '../../core/error.ts'
import type { CoreWork } from './core.worker.ts'

export type Core = Remote<CoreWork>

/**
 * A worker with the core in it, started when it is first asked. What is asked of one goes in turn, so that what must
 * not wait has a worker of its own. Rejects with `EchtError` `not-started` where the worker cannot run at all.
 */
export function workerOfCore(): <T>(ask: (core: Core) => Promise<T>) => Promise<T> {
  let started: { core: Core; failed: Promise<never> } | undefined
  function start(): { core: Core; failed: Promise<never> } {
    const worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' })
    const failed = new Promise<never>((_, reject) => {
      worker.addEventListener('error', () => {
        started = undefined
        reject(
          new EchtError(
            'not-started',
            'The part of the page that computes did not start. Load the page again.',
          ),
        )
      })
    })
    return { core: wrap<CoreWork>(worker), failed }
  }
  return (ask) => {
    started ??= start()
    return Promise.race([ask(started.core), started.failed])
  }
}
