import { wrap, type Remote } from 'comlink'
import { startTransition, useEffect, useState } from 'react'
import { inWords } from '../store/problem.ts'
import type { CoreWork } from './core.worker.ts'

let worker: Remote<CoreWork> | undefined
export const core = (): Remote<CoreWork> =>
  (worker ??= wrap<CoreWork>(
    new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' }),
  ))

export type Worked<T> = { value: T | undefined; error: string | undefined; busy: boolean }

/**
 * Runs a piece of heavy work off the page and gives its newest result; what was asked before and has been
 * overtaken is dropped. `null` asks for nothing. `waitMs` lets a moving hand come to rest first.
 */
export function useWork<T>(
  ask: ((core: Remote<CoreWork>) => Promise<T>) | null,
  deps: unknown[],
  waitMs = 0,
): Worked<T> {
  const [state, setState] = useState<Worked<T>>({ value: undefined, error: undefined, busy: false })
  useEffect(() => {
    if (!ask) {
      setState({ value: undefined, error: undefined, busy: false })
      return
    }
    let current = true
    setState((s) => ({ ...s, busy: true }))
    const timer = setTimeout(() => {
      ask(core()).then(
        (value) => {
          // drawn in slices: what is typed meanwhile goes before
          if (current) startTransition(() => setState({ value, error: undefined, busy: false }))
        },
        (error: unknown) => {
          if (current)
            setState({ value: undefined, error: inWords(error, 'Computing this'), busy: false })
        },
      )
    }, waitMs)
    return () => {
      current = false
      clearTimeout(timer)
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, deps)
  return state
}
