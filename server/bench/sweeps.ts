import { Worker } from 'node:worker_threads'
import type { Scene } from '../../core/trigger/index.ts'
import { ScpiError } from './scpi.ts'

/** One sweep as the scope's converter has it. */
export type ConverterSweep = { counts: Int16Array; sampleHz: number; voltPerCount: number }

/** A sweep takes a few tenths of a second: what takes so long is stuck, ms. */
const LONGEST_MS = 8000

type Job = {
  scene: Scene
  signal: AbortSignal
  done: (sweep: ConverterSweep) => void
  failed: (error: Error) => void
}

/**
 * Sweeps off the event loop, one at a time however many scopes ask: a page is served meanwhile. What nobody waits for
 * any more is not begun.
 */
export class Sweeps {
  private readonly waiting: Job[] = []
  private worker: Worker | null = null
  /** the sweep that is being taken, and what gives it up */
  private taking: { job: Job; late: NodeJS.Timeout } | null = null
  private ended = false

  /** Starts its thread before somebody waits for it. */
  warm(): void {
    if (!this.ended) this.worker ??= this.started()
  }

  take(scene: Scene, signal: AbortSignal): Promise<ConverterSweep> {
    return new Promise((done, failed) => {
      this.waiting.push({ scene, signal, done, failed })
      this.next()
    })
  }

  /** Ends what runs and what waits. */
  end(): void {
    this.ended = true
    for (const job of this.waiting.splice(0)) job.failed(GONE())
    this.broken(GONE())
  }

  private next(): void {
    while (!this.taking && !this.ended) {
      const job = this.waiting.shift()
      if (!job) return
      if (job.signal.aborted) {
        job.failed(GONE())
        continue
      }
      this.worker ??= this.started()
      const late = setTimeout(() => this.broken(new ScpiError(-365, 'Time out error')), LONGEST_MS)
      this.taking = { job, late }
      this.worker.postMessage(job.scene)
    }
  }

  private over(settle: (job: Job) => void): void {
    const { taking } = this
    this.taking = null
    if (taking) {
      clearTimeout(taking.late)
      settle(taking.job)
    }
    this.next()
  }

  /** The thread is given up, with what it was at; the next sweep begins another. */
  private broken(error: Error): void {
    void this.worker?.terminate()
    this.worker = null
    this.over((job) => job.failed(error))
  }

  private started(): Worker {
    const worker = new Worker(new URL('./sweepWorker.mjs', import.meta.url))
    // nobody waits for it when the server ends
    worker.unref()
    worker.on('message', (sweep: ConverterSweep) => this.over((job) => job.done(sweep)))
    worker.on('error', () => {
      if (this.worker === worker) this.broken(new ScpiError(-240, 'Hardware error'))
    })
    return worker
  }
}

const GONE = (): ScpiError => new ScpiError(-410, 'Query INTERRUPTED')
