import { Suspense } from 'react'
import { Link, useParams } from 'react-router'
import { entryOf } from '../../../core/channel/index.ts'
import { KindPage } from '../../kinds/KindPage.tsx'
import { viewsOf } from '../../kinds/registry.ts'
import { useBuild } from '../../store/useBuild.ts'

/** One reader of a channel: the page of its kind, or the general one. */
export function ChannelPlace() {
  const { build } = useBuild()
  const { channelId, readId } = useParams()
  const channel = build.channels.find((c) => c.id === channelId)
  const read = channel?.reads.find((r) => r.id === readId) ?? channel?.reads[0]
  if (!channel || !read)
    return (
      <p role="alert">
        This channel is not in the build any more.{' '}
        <Link to={`/build/${build.id}`}>Back to the line-up</Link>
      </p>
    )
  const { Page } = viewsOf(channel.kind)
  if (!Page) return <KindPage entry={entryOf(build, read.id)!} />
  return (
    <Suspense fallback={<p className="pale">…</p>}>
      <Page key={read.id} channel={channel} read={read} />
    </Suspense>
  )
}
