import { NativeSelect, SegmentedControl, Switch } from '@mantine/core'
import { lazy, Suspense, useState } from 'react'
import type { Id } from '../../../core/build/index.ts'
import { Contained } from '../../parts/Trouble.tsx'
import { PlaceTabs } from '../../parts/PlaceTabs.tsx'
import { useInAddress } from '../../parts/useInAddress.ts'
import { Wrong } from '../../parts/Wrong.tsx'
import { Picture } from './Picture.tsx'
import { Proposals } from './Proposals.tsx'
import { Start } from './Start.tsx'
import { useEarths, type EarthsNow } from './useEarths.ts'
import { postName } from './words.ts'
import css from './Earths.module.css'

export type EarthsTabProps = { earths: EarthsNow; post: Id | null }

const TABS = [
  { id: 'cost', name: 'What it costs', Tab: lazy(() => import('./Costs.tsx')) },
  { id: 'drops', name: 'Volt drops', Tab: lazy(() => import('./Drops.tsx')) },
  { id: 'straps', name: 'Straps and joints', Tab: lazy(() => import('./Straps.tsx')) },
  { id: 'loads', name: 'Loads', Tab: lazy(() => import('./Loads.tsx')) },
  { id: 'posts', name: 'Posts', Tab: lazy(() => import('./Posts.tsx')) },
  { id: 'schemes', name: 'Schemes', Tab: lazy(() => import('./Schemes.tsx')) },
  { id: 'shields', name: 'Shields', Tab: lazy(() => import('./Shields.tsx')) },
  { id: 'supplies', name: 'Supplies', Tab: lazy(() => import('./Supplies.tsx')) },
  { id: 'wire', name: 'Wire and fuse', Tab: lazy(() => import('./WireAndFuse.tsx')) },
] as const

/** The grounds of the vehicle: posts above and below the ground that is looked from, and what they cost each reader. */
export function Earths() {
  const earths = useEarths()
  const { build } = earths
  if (build.posts.length === 0) return <Start />
  return <Drawn earths={earths} />
}

function Drawn({ earths }: { earths: EarthsNow }) {
  const { build, problem, error } = earths
  const [asked, choose] = useInAddress('tab')
  const [from, setFrom] = useState<Id | null>(null)
  const [post, setPost] = useState<Id | null>(null)
  const [read, setRead] = useState<Id | null>(null)
  const tab = TABS.find((t) => t.id === asked) ?? TABS[0]
  const seenFrom = build.posts.find((p) => p.id === from)?.id ?? firstGround(build.posts)
  return (
    <section>
      <Heading earths={earths} seenFrom={seenFrom} onSeenFrom={setFrom} />
      <Wrong>{problem ?? error ?? looseText(earths)}</Wrong>
      <div className={css.top}>
        <Contained what="The picture" on={[build]}>
          <Picture
            earths={earths}
            seenFrom={seenFrom}
            chosen={post}
            onChoose={setPost}
            read={read}
          />
        </Contained>
        <Proposals earths={earths} post={post} onTab={choose}>
          <InInk earths={earths} read={read} onRead={setRead} />
        </Proposals>
      </div>
      <PlaceTabs label="Earths" tabs={TABS} value={tab.id} onChoose={choose}>
        <Contained what={tab.name} on={[build]}>
          <Suspense fallback={<p className="pale">…</p>}>
            <tab.Tab earths={earths} post={post} />
          </Suspense>
        </Contained>
      </PlaceTabs>
    </section>
  )
}

/** Posts that hang from nothing: what stands on them has no ground. */
function looseText({ build, solved }: EarthsNow): string | null {
  const loose = solved?.ground.loose ?? []
  if (loose.length === 0) return null
  const names = loose.map((id) => postName(build, id)).join(', ')
  return `${names} ${loose.length === 1 ? 'hangs' : 'hang'} from nothing: run a wire. What stands there is left out.`
}

/** The engine unit's ground, or the first there is. */
const firstGround = (posts: EarthsNow['build']['posts']): Id =>
  (posts.find((p) => p.kind === 'device') ?? posts[0]!).id

function Heading({
  earths: { build, state, look, counted, count },
  seenFrom,
  onSeenFrom,
}: {
  earths: EarthsNow
  seenFrom: Id
  onSeenFrom: (post: Id) => void
}) {
  return (
    <div className={css.heading}>
      <h1>Earths</h1>
      <NativeSelect
        aria-label="Seen from"
        value={seenFrom}
        onChange={(e) => onSeenFrom(e.currentTarget.value)}
        data={build.posts.map((p) => ({ value: p.id, label: `seen from ${p.name}` }))}
        w={290}
      />
      <div className={css.states}>
        <SegmentedControl
          aria-label="State of the vehicle"
          value={state ?? ''}
          onChange={look}
          data={build.states.map((s) => ({ value: s.id, label: s.name }))}
        />
        <Switch
          label="show the channels in this state"
          checked={counted}
          onChange={(e) => count(e.currentTarget.checked)}
        />
      </div>
    </div>
  )
}

/** Which reader's straps stay in ink where lines are many. */
const InInk = ({
  earths: { picture },
  read,
  onRead,
}: {
  earths: EarthsNow
  read: Id | null
  onRead: (read: Id | null) => void
}) => (
  <NativeSelect
    label="In ink"
    value={read ?? ''}
    onChange={(e) => onRead(e.currentTarget.value || null)}
    data={[
      { value: '', label: 'every strap' },
      ...picture.costs.map((c) => ({ value: c.read, label: `what moves ${c.name}, ${c.device}` })),
    ]}
  />
)
