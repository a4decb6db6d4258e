import { createElement, Suspense } from 'react'
import { Link, useParams } from 'react-router'
import { entryOf } from '../../../core/channel/index.ts'
import { KindPage } from '../../kinds/KindPage.tsx'
import { viewsOf } from '../../kinds/registry.ts'
import { WhenFitted } from '../../parts/WhenFitted.tsx'
import { useBuild } from '../../store/useBuild.ts'

/** The card for the wing, on one sheet: as its kind of channel draws it. */
export function Card() {
  const { build } = useBuild()
  const { readId } = useParams()
  const entry = entryOf(build, readId!)
  if (!entry)
    return (
      <p role="alert">
        This is not in the build any more.{' '}
        <Link to={`/build/${build.id}`}>Back to the line-up</Link>
      </p>
    )
  if (!entry.channel) return <KindPage entry={entry} printed />
  return (
    <WhenFitted channel={entry.channel}>
      <CardOf readId={entry.id} />
    </WhenFitted>
  )
}

function CardOf({ readId }: { readId: string }) {
  const { build } = useBuild()
  const entry = entryOf(build, readId)
  const Own = entry && viewsOf(entry.kind.id).Card
  if (!entry?.channel) return null
  return (
    <Suspense fallback={<p className="pale">…</p>}>
      {Own ? (
        createElement(Own, { channel: entry.channel, read: entry.read })
      ) : (
        <KindPage entry={entry} printed />
      )}
    </Suspense>
  )
}
