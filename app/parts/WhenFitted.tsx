import { useMemo, type ReactNode } from 'react'
import type { Channel } from '../../core/build/index.ts'
import { OpenBuildContext, useBuild } from '../store/useBuild.ts'
import { useReady } from './useReady.ts'
import css from './WhenFitted.module.css'

/**
 * Draws what rests on a channel's curve: waits for the fit of new points, and shows what was known before them until
 * then.
 */
export function WhenFitted({ channel, children }: { channel: Channel; children: ReactNode }) {
  const open = useBuild()
  const ready = useReady(open.build, channel)
  // one and the same while only what is said about saving changes: the stages are not drawn anew for that
  const asOf = useMemo(
    () => (ready ? { ...open, build: ready } : null),
    // what edits is bound to the session, which is one for the build
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [ready],
  )
  if (!asOf)
    return (
      <p className={css.fitting} role="status">
        Fitting the points of {channel.name}…
      </p>
    )
  return (
    <OpenBuildContext value={asOf}>
      {ready !== open.build && (
        <p className={css.fitting} role="status">
          Fitting the points…
        </p>
      )}
      {children}
    </OpenBuildContext>
  )
}
