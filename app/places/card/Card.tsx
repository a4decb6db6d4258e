import { Suspense, useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { readOf } from '../../../core/build/index.ts'
import { orElse } from '../../../core/error.ts'
import { KindPage } from '../../kinds/KindPage.tsx'
import { viewsOf } from '../../kinds/registry.ts'
import { WhenFitted } from '../../parts/WhenFitted.tsx'
import { useBuild } from '../../store/useBuild.ts'

/** The card for the wing, on one sheet: as its kind of channel draws it. */
export function Card() {
  const { build } = useBuild()
  const { readId } = useParams()
  const found = useMemo(() => {
    return orElse(() => readOf(build, readId!), null)
  }, [build, readId])
  if (!found)
    return (
      <p role="alert">
        This reader is not in the build any more.{' '}
        <Link to={`/build/${build.id}`}>Back to the line-up</Link>
      </p>
    )
  return (
    <WhenFitted channel={found.channel}>
      <CardOf readId={found.read.id} />
    </WhenFitted>
  )
}

function CardOf({ readId }: { readId: string }) {
  const { build } = useBuild()
  const found = readOf(build, readId)
  const View = viewsOf(found.channel)?.Card ?? KindPage
  return (
    <Suspense fallback={<p className="pale">…</p>}>
      <View {...found} />
    </Suspense>
  )
}
