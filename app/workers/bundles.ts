import { proxy, wrap } from 'comlink'
import type { Build, ReadBundle } from '../../core/build/index.ts'
import { EchtError } from '../../core/error.ts'
import type { BundleWork } from './bundle.worker.ts'

/** One piece of work in a worker of its own, which ends with it, or when it is stopped. */
function once<T>(
  ask: (work: ReturnType<typeof wrap<BundleWork>>) => Promise<T>,
  signal?: AbortSignal,
): Promise<T> {
  const thread = new Worker(new URL('./bundle.worker.ts', import.meta.url), { type: 'module' })
  const ended = new Promise<never>((_, reject) => {
    signal?.addEventListener('abort', () =>
      reject(new EchtError('stopped', 'Reading was stopped: nothing was taken.')),
    )
    thread.addEventListener('error', () =>
      reject(
        new EchtError(
          'not-started',
          'The part of the page that packs files did not start. Load the page again.',
        ),
      ),
    )
  })
  return Promise.race([ask(wrap<BundleWork>(thread)), ended]).finally(() => thread.terminate())
}

/** A build file read off the page, with progress and a stop. Throws as `readBuild` and `BundleReader`. */
export const readBundleFile = (
  file: Blob,
  { onProgress, signal }: { onProgress: (share: number) => void; signal: AbortSignal },
): Promise<ReadBundle> => once((work) => work.read(file, proxy(onProgress)), signal)

/** A build and its files as a zip, packed off the page. */
export const writeBundle = (build: Build, files: Map<string, Uint8Array>): Promise<Uint8Array> =>
  once((work) => work.write(build, files))
