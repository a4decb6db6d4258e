import { Link } from 'react-router'
import { entryOf, statusOf } from '../../../core/channel/index.ts'
import type { OnOffStatus } from '../../../core/onOff/index.ts'
import { Chip } from '../../parts/Chip.tsx'
import { PlaceTabs } from '../../parts/PlaceTabs.tsx'
import { useInAddress } from '../../parts/useInAddress.ts'
import { Say } from '../../parts/Say.tsx'
import { useQuantity } from '../../parts/units.ts'
import { useBuild } from '../../store/useBuild.ts'
import { EditChannel } from '../../places/channel/title/EditChannel.tsx'
import { ProveBySteps } from '../ProveBySteps.tsx'
import type { KindProps } from '../registry.ts'
import { SwitchInputTab } from './InputTab.tsx'
import css from './OnOff.module.css'
import { OnOffScales } from './OnOffScales.tsx'
import { ThresholdsTab } from './ThresholdsTab.tsx'

const TABS = [
  { id: 'switch', name: 'Switch' },
  { id: 'input', name: 'Input' },
  { id: 'prove', name: 'Prove' },
] as const

/** A channel that says on or off: its thresholds and zones on scales, and beneath them what is worked on. */
export default function OnOffPage({ channel, read }: KindProps) {
  const { build } = useBuild()
  const [stage, choose] = useInAddress('stage')
  const tab = TABS.find((t) => t.id === stage)?.id ?? 'switch'
  const entry = entryOf(build, read.id)!
  const status = statusOf(build, entry) as OnOffStatus
  const q = useQuantity(status.unit, status.accuracy)
  const { device, pin } = status.reader
  return (
    <article>
      <div className={css.heading}>
        <h1 className="breaks">{channel.name}</h1>
        <span className="pale">
          to {device} pin {pin} · switches within {q.pm(status.accuracy, 1)} {q.unit}
        </span>
        <EditChannel channel={channel} unit={status.unit} />
        <Link to={`/build/${build.id}/card/${read.id}`}>Card</Link>
      </div>
      <p>
        <Chip state={status.state} />{' '}
        <b>
          <Say of={status.next.title} />
        </b>{' '}
        <span className="pale">
          <Say of={status.next.reason} />
        </span>
      </p>
      <OnOffScales channel={channel} status={status} />
      <PlaceTabs label="What is worked on" tabs={TABS} value={tab} onChoose={choose}>
        {tab === 'switch' && <ThresholdsTab channel={channel} status={status} />}
        {tab === 'input' && <SwitchInputTab channel={channel} status={status} />}
        {tab === 'prove' && <ProveBySteps entry={entry} status={status} />}
      </PlaceTabs>
    </article>
  )
}
