import { createContext, useContext, useEffect } from 'react'
import useSWR from 'swr'
import type { Build, Edited } from '../../core/build/index.ts'
import { sessionOf } from './builds.ts'
import type { Lost, SaveState, Session } from './session.ts'

export type OpenBuild = Shown & {
  /** carries an edit out and stores it; a sentence when it is refused, for the box it came from */
  edit: (change: Edited) => string | null
  undo: () => void
  redo: () => void
  settled: () => Promise<void>
  /** puts away what was said about edits that were refused or lost */
  dismiss: () => void
  bringBack: () => Promise<void>
}

type Shown = {
  build: Build
  save: SaveState
  notice: string | null
  refused: string | null
  lost: Lost[]
  canUndo: boolean
  canRedo: boolean
}

function shownOf(s: Session): Shown {
  const { undo, redo } = s.undoable()
  return {
    build: s.build,
    save: s.save,
    notice: s.notice,
    refused: s.refused,
    lost: s.lost,
    canUndo: undo !== undefined,
    canRedo: redo !== undefined,
  }
}

const STILL = {
  revalidateOnFocus: false,
  revalidateOnReconnect: false,
  compare: Object.is,
}

/** A build out of the store, live: what this tab edits and what other tabs edit both come in here. */
export function useBuildById(id: string): {
  open: OpenBuild | undefined
  error: Error | undefined
} {
  const { data: session, error } = useSWR<Session, Error>(['session', id], () => sessionOf(id), {
    ...STILL,
    shouldRetryOnError: false,
  })
  const { data: shown, mutate } = useSWR<Shown>(
    session ? ['build', id, session.opened] : null,
    () => shownOf(session!),
    STILL,
  )
  useEffect(
    () => session?.listen((s) => void mutate(shownOf(s), { revalidate: false })),
    [session, mutate],
  )
  if (!session || !shown) return { open: undefined, error }
  return {
    error,
    open: {
      ...shown,
      edit: (change) => session.edit(change),
      undo: () => session.undo(),
      redo: () => session.redo(),
      settled: () => session.settled(),
      dismiss: () => session.dismiss(),
      bringBack: () => session.bringBack(),
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
