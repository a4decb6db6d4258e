import { ErrorBoundary } from 'react-error-boundary'
import type { ReactNode } from 'react'
import { inWords } from '../store/problem.ts'

/**
 * Keeps a failure where it happens: what stands inside is replaced by a sentence about it, and everything around
 * goes on. It is tried again as soon as anything in `on` changes.
 */
export function Contained({
  what,
  on,
  children,
}: {
  what: string
  on: unknown[]
  children: ReactNode
}) {
  return (
    <ErrorBoundary resetKeys={on} fallbackRender={({ error }) => <Trouble {...{ what, error }} />}>
      {children}
    </ErrorBoundary>
  )
}

/** A failure in the place of what failed. */
export function Trouble({ what, error }: { what: string; error: unknown }) {
  return (
    <p role="alert" className="wrong">
      {inWords(error, what)}
    </p>
  )
}
