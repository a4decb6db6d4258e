import { lazy, type ComponentType } from 'react'
import type { Channel, Read } from '../../core/build/index.ts'

export type KindProps = { channel: Channel; read: Read }

/** Views of a kind of channel's own, keyed as in `core/channel/registry.ts`; a kind without has the general ones. */
type Views = { Check: ComponentType<KindProps>; Card: ComponentType<KindProps> }

const VIEWS: Record<string, Views> = {
  reading: {
    Check: lazy(() => import('./ReadingCheck.tsx')),
    Card: lazy(() => import('./ReadingCard.tsx')),
  },
}

export const viewsOf = ({ kind }: Channel): Views | undefined => VIEWS[kind]

/** Whether a channel is drawn as scales; else its page says in words what is known of it. */
export const hasOwnView = (channel: Channel): boolean => viewsOf(channel) !== undefined
