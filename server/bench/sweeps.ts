import { Worker } from 'node:worker_threads'
import type { Scene } from '../../core/trigger/index.ts'
import { ScpiError } from './scpi.ts'

/** One sweep as the scope's converter has it. */
export type Sweep = { counts: Int16Array; sampleHz: number; voltPerCount: number }

/** A sweep takes a few tenths of a second: what takes so long is stuck, ms. */
const LONGEST_MS = 8000

type Job = {
  scene: Scene
  signal: AbortSignal
  done: (sweep: Sweep) => void
  failed: (error: Error) => void
}

/**
 * Sweeps off the event loop, one at a time however many scopes ask: a page is served meanwhile. What nobody waits for
 * any more is not begun.
 */
export class Sweeps {
  private readonly waiting: Job[] = []
  private worker: Worker | null = null
  private busy = false
  private ended = false

  /** Starts its thread before somebody waits for it. */
  warm(): void {
    if (!this.ended) this.worker ??= started()
  }

  take(scene: Scene, signal: AbortSignal): Promise<Sweep> {
    return new Promise((done, failed) => {
      this.waiting.push({ scene, signal, done, failed })
      this.next()
    })
  }

  /** Ends what runs and what waits. */
  end(): void {
    this.ended = true
    for (const job of this.waiting.splice(0)) job.failed(GONE())
    void this.worker?.terminate()
    this.worker = null
  }

  private next(): void {
    if (this.busy || this.ended) return
    const job = this.waiting.shift()
    if (!job) return
    if (job.signal.aborted) {
      job.failed(GONE())
      this.next()
      return
    }
    this.busy = true
    const worker = (this.worker ??= started())
    const over = (settle: () => void): void => {
      clearTimeout(late)
      worker.removeAllListeners()
      // between two sweeps nobody else hears it
      worker.on('error', () => undefined)
      this.busy = false
      settle()
      this.next()
    }
    const broken = (error: Error): void => {
      void worker.terminate()
      if (this.worker === worker) this.worker = null
      over(() => job.failed(error))
    }
    const late = setTimeout(() => broken(new ScpiError(-365, 'Time out error')), LONGEST_MS)
    worker.once('message', (sweep: Sweep) => over(() => job.done(sweep)))
    worker.once('error', () => broken(new ScpiError(-240, 'Hardware error')))
    worker.once('exit', () => broken(GONE()))
    worker.postMessage(job.scene)
  }
}

const GONE = (): ScpiError => new ScpiError(-410, 'Query INTERRUPTED')

function started(): Worker {
  const worker = new Worker(new URL('./sweepWorker.mjs', import.meta.url))
  // nobody waits for it when the server ends
  worker.unref()
  return worker
}
