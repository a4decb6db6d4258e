import { useEffect, useMemo, type RefObject } from 'react'
import {
  partName,
  readerChains,
  stageBy,
  type ReadStatus,
  type StageId,
  type StagePlace,
} from '../../../../core/chain/index.ts'
import type { Channel, Read } from '../../../../core/build/index.ts'
import { Contained } from '../../../parts/Trouble.tsx'
import { thinned } from '../../../parts/thinned.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { NotYet } from '../scales/NotYet.tsx'
import { Scales } from '../scales/Scales.tsx'
import { Together } from '../Together.tsx'
import { Branched, Uneven } from './Ambiguities.tsx'
import { Controls } from './Controls.tsx'
import { useOtherThreads, type useThread } from './useThread.ts'

type Props = {
  ref: RefObject<HTMLDivElement | null>
  channel: Channel
  read: Read
  status: ReadStatus
  thread: ReturnType<typeof useThread>
  onStage: (stage: StagePlace) => void
}

/** The scales of a reader with its thread, what the thread leaves open, and what moves it. */
export function Thread({ ref, channel, read, status, thread, onStage }: Props) {
  const { build } = useBuild()
  const { truth, restTruth, nowAt, window, shift, walked, spread, also } = thread
  const { chain } = status
  const { element, sensor, needs, problem } = status.assembled
  const marks = useMemo(() => thinned(sensor.points, sensor.suspects), [sensor])
  const otherChains = useMemo(
    () => readerChains(build, channel.id, element.id).filter((r) => r.read.id !== read.id),
    [build, channel.id, element.id, read.id],
  )
  const others = useOtherThreads(otherChains, truth, shift)
  useWheel(ref, thread.zoom)
  return (
    <div ref={ref}>
      <Contained what="Drawing the scales" on={[status, truth, shift]}>
        {chain && walked && spread ? (
          <>
            <Scales
              {...{ chain, walked, spread, truth, window, shift, others }}
              {...marks}
              decimals={read.face.decimals}
              branches={also.walked}
              onShift={thread.shiftTo}
              onTruth={thread.moveTo}
              onWindow={thread.setWindow}
              onStage={(s: StageId) => onStage(stageBy(s).editedAt)}
            />
            {also.partedAt && (
              <Branched
                truths={also.truths}
                partedAt={also.partedAt}
                chain={chain}
                shown={walked.shown}
              />
            )}
            {walked.parts.length > 0 && (
              <Uneven {...{ chain, walked, shift }} onLevel={() => thread.setShift(0)} />
            )}
            {partName(status.assembled) !== null && (
              <Together channel={channel} needs={needs} truth={restTruth} />
            )}
            <Controls
              {...{ chain, window, nowAt }}
              zoom={thread.zoom}
              onTruth={thread.moveTo}
              card={`/build/${build.id}/card/${read.id}`}
            />
          </>
        ) : (
          <NotYet problem={problem ?? 'The curve does not reach this place.'} />
        )}
      </Contained>
    </div>
  )
}

/** Ctrl or Alt with the wheel looks closer at the scales. */
function useWheel(area: RefObject<HTMLDivElement | null>, zoom: (by: number) => void): void {
  useEffect(() => {
    const element = area.current
    const wheel = (e: WheelEvent): void => {
      if (!e.ctrlKey && !e.altKey) return
      e.preventDefault()
      zoom(e.deltaY > 0 ? 1.15 : 1 / 1.15)
    }
    element?.addEventListener('wheel', wheel, { passive: false })
    return () => element?.removeEventListener('wheel', wheel)
  }, [area, zoom])
}
