import { createContext, useContext, useEffect } from 'react'
import useSWR from 'swr'
import type { Build, Edited } from '../../core/build/index.ts'
import { undoState } from '../../core/build/index.ts'
import { openBuild } from './builds.ts'
import type { SaveState } from './session.ts'

export type OpenBuild = {
  build: Build
  save: SaveState
  notice: string | null
  edit: (change: Edited) => void
  undo: () => void
  redo: () => void
  canUndo: boolean
  canRedo: boolean
  settled: () => Promise<void>
}

type Shown = { build: Build; save: SaveState; notice: string | null }

/** A build out of the store, live: what this tab edits and what other tabs edit both come in here. */
export function useBuildById(id: string): {
  open: OpenBuild | undefined
  error: Error | undefined
} {
  const { data: session, error } = useSWR<Awaited<ReturnType<typeof openBuild>>, Error>(
    ['session', id],
    () => openBuild(id),
    {
      revalidateOnFocus: false,
      revalidateOnReconnect: false,
      compare: Object.is,
      shouldRetryOnError: false,
    },
  )
  const { data: shown, mutate } = useSWR<Shown>(
    session ? ['build', id] : null,
    () => ({ build: session!.build, save: session!.save, notice: session!.notice }),
    { revalidateOnFocus: false, revalidateOnReconnect: false, compare: Object.is },
  )
  useEffect(
    () =>
      session?.listen((s) => {
        void mutate({ build: s.build, save: s.save, notice: s.notice }, { revalidate: false })
      }),
    [session, mutate],
  )
  if (!session || !shown) return { open: undefined, error }
  const { undo, redo } = undoState(shown.build.changes)
  return {
    error,
    open: {
      ...shown,
      edit: (change) => session.edit(change),
      undo: () => session.undo(),
      redo: () => session.redo(),
      canUndo: undo !== undefined,
      canRedo: redo !== undefined,
      settled: () => session.settled(),
    },
  }
}

export const OpenBuildContext = createContext<OpenBuild | null>(null)

/** The build of the page. Only inside a build's pages. */
export function useBuild(): OpenBuild {
  const open = useContext(OpenBuildContext)
  if (!open) throw new Error('useBuild outside a build page')
  return open
}
