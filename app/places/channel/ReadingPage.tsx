import { memo, Suspense, useRef } from 'react'
import type { StagePlace } from '../../../core/chain/index.ts'
import type { KindProps } from '../../kinds/registry.ts'
import { useReading } from '../../kinds/useReading.ts'
import { AsFineAsNeeded } from '../../parts/AsFineAsNeeded.tsx'
import { Contained } from '../../parts/Trouble.tsx'
import { WhenFitted } from '../../parts/WhenFitted.tsx'
import { useBuild } from '../../store/useBuild.ts'
import { ChannelTitle } from './ChannelTitle.tsx'
import { RestTruthContext } from './restTruth.ts'
import { SidePanel } from './SidePanel.tsx'
import { TABS, type StageProps } from './tabs.tsx'
import { StageTabs } from './thread/StageTabs.tsx'
import { Strip } from './thread/Strip.tsx'
import css from './thread/Strip.module.css'
import { Thread } from './thread/Thread.tsx'
import { useChannelKeys } from './thread/useChannelKeys.ts'
import { useInSight } from './thread/useInSight.ts'
import { useStage } from './thread/useStage.ts'
import { useThread } from './thread/useThread.ts'

const Title = memo(ChannelTitle)

/** One reader of a channel that reads a value: its scales, and beneath them the stage that was touched. */
export default function ReadingPage({ channel, read }: KindProps) {
  return (
    <WhenFitted channel={channel}>
      <ReadingOf channelId={channel.id} readId={read.id} />
    </WhenFitted>
  )
}

const ReadingOf = memo(function ReadingOf({
  channelId,
  readId,
}: {
  channelId: string
  readId: string
}) {
  const { build } = useBuild()
  const channel = build.channels.find((c) => c.id === channelId)!
  const read = channel.reads.find((r) => r.id === readId)!
  const status = useReading(channel, read)
  const thread = useThread(status)
  const { truth, restTruth, walked, spread } = thread
  const { stage, choose, work } = useStage(status.next.stage)
  useChannelKeys({ build, readId, zoom: thread.zoom, work })
  const area = useRef<HTMLDivElement>(null)
  const scalesInSight = useInSight(area, IN_SIGHT)
  const { chain } = status
  return (
    <AsFineAsNeeded status={status}>
      <article>
        <div className={css.holder}>
          {!scalesInSight && chain && walked && spread && (
            <Strip
              {...{ chain, walked, spread, truth }}
              decimals={read.face.decimals}
              onOpen={() => area.current && backTo(area.current)}
            />
          )}
        </div>
        <Title path={status.assembled} />
        <div className="channel-top">
          <Thread ref={area} {...{ channel, read, status, thread }} onStage={choose} />
          <Contained what="Drawing what stands beside the scales" on={[status, truth]}>
            <SidePanel {...{ status, truth, walked, spread }} choose={work} />
          </Contained>
        </div>
        <StageTabs stage={stage} onChoose={work}>
          <RestTruthContext value={restTruth}>
            <StageBelow stage={stage} status={status} />
          </RestTruthContext>
        </StageTabs>
      </article>
    </AsFineAsNeeded>
  )
})

/** The scales are in sight while so much of them is. */
const IN_SIGHT = 0.6

function backTo(scales: HTMLElement): void {
  scales.scrollIntoView({ block: 'center' })
  scales.querySelector<SVGElement>('.grip')?.focus({ preventScroll: true })
}

/** The stage beneath the scales, drawn anew only when its own matter changes and not with every move of the thread. */
const StageBelow = memo(function StageBelow({ stage, status }: { stage: StagePlace } & StageProps) {
  const { Stage } = TABS.find((t) => t.id === stage) ?? TABS[0]!
  return (
    <Suspense fallback={<p className="pale">…</p>}>
      <Contained what="Drawing this stage" on={[status, stage]}>
        <Stage status={status} />
      </Contained>
    </Suspense>
  )
})
