import { lazy, type ComponentType } from 'react'
import type { Channel, Read } from '../../core/build/index.ts'
import type { ChannelStatus, Entry } from '../../core/channel/index.ts'
import { SmallThread } from './SmallThread.tsx'
import { SmallWheel } from './SmallWheel.tsx'

/** What a view of one reader of a channel is given. */
export type KindProps = { channel: Channel; read: Read }

/** Views of a kind of channel's own, keyed as in `core/channel/registry.ts`; a kind without has the general ones. */
type Views = {
  /** beside its name on the line-up */
  Small?: ComponentType<{ entry: Entry; status: ChannelStatus }>
  /** the page of one reader */
  Page?: ComponentType<KindProps>
  Check?: ComponentType<KindProps>
  Card?: ComponentType<KindProps>
}

const VIEWS: Record<string, Views> = {
  reading: {
    Page: lazy(() => import('../places/channel/ReadingPage.tsx')),
    Check: lazy(() => import('./ReadingCheck.tsx')),
    Card: lazy(() => import('./ReadingCard.tsx')),
  },
  'on-off': { Page: lazy(() => import('./onOff/OnOffPage.tsx')) },
  trigger: { Small: SmallWheel },
}

export const viewsOf = (kind: string): Views => VIEWS[kind] ?? {}

/** The small picture of an entry: its kind's own, or the thread that serves all. */
export const smallOf = ({ kind }: Entry): NonNullable<Views['Small']> =>
  viewsOf(kind.id).Small ?? SmallThread
