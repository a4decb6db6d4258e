import { startTransition, useEffect, useState } from 'react'
import { inWords } from '../store/problem.ts'
import { workerOfCore, type Core } from './workerOfCore.ts'

const inWorker = workerOfCore()

type InWorker<T> = { value: T | undefined; error: string | undefined; busy: boolean }

/**
 * Runs a piece of heavy work off the page and gives its newest result; what was asked before and has been
 * overtaken is dropped. `null` asks for nothing. `waitMs` lets a moving hand come to rest first.
 */
export function useWork<T>(ask: Ask<T> | null, deps: readonly unknown[], waitMs = 0): InWorker<T> {
  const [request, setRequest] = useState<Request<T>>({ ask, deps })
  const [done, setDone] = useState<Done<T> | null>(null)
  if (deps.some((d, i) => d !== request.deps[i])) {
    setRequest({ ask, deps })
    // nothing is asked: what was known before says nothing any more
    if (!ask) setDone(null)
  }
  useEffect(() => {
    const { ask } = request
    if (!ask) return
    let current = true
    const timer = setTimeout(() => {
      inWorker(ask).then(
        (value) => {
          // drawn in slices: what is typed meanwhile goes before
          if (current) startTransition(() => setDone({ request, value, error: undefined }))
        },
        (error: unknown) => {
          if (current)
            setDone({ request, value: undefined, error: inWords(error, 'Computing this') })
        },
      )
    }, waitMs)
    return () => {
      current = false
      clearTimeout(timer)
    }
  }, [request, waitMs])
  return {
    value: done?.value,
    error: done?.error,
    busy: request.ask !== null && done?.request !== request,
  }
}

type Ask<T> = (core: Core) => Promise<T>
type Request<T> = { ask: Ask<T> | null; deps: readonly unknown[] }
type Done<T> = { request: Request<T>; value: T | undefined; error: string | undefined }
