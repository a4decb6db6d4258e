import { K95 } from '../../../core/constants.ts'
import { fixed, roundTo } from '../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import { useState } from 'react'
import type { Trigger } from '../../../core/build/index.ts'
import {
  correctedAngle,
  parseWheel,
  signatureOf,
  tellsOf,
  type LampFit,
} from '../../../core/trigger/index.ts'
import { Wrong } from '../../parts/Wrong.tsx'
import { useBuild } from '../../store/useBuild.ts'
import css from './Trigger.module.css'
import type { TriggerRead } from '../../workers/trigger.worker.ts'

type Props = {
  trigger: Trigger
  read: TriggerRead | null
  fit: LampFit | null
  onTab: (tab: 'capture' | 'faults' | 'wheel' | 'lamp') => void
}

/** Beside the ring: what the capture and the lamp say, the worst first, and what to do about it. */
export function CaptureFindings(props: Props) {
  const { read, onTab } = props
  return (
    <aside className={css.findings} aria-label="What to do">
      {read && <Polarity {...props} read={read} />}
      {read && <WheelSays {...props} read={read} />}
      <Told {...props} />
      <Angle {...props} />
      {!read && (
        <div>
          <p className="pale">
            Open a capture: polarity, sync and the wheel itself are seen in it.
          </p>
          <Button variant="default" onClick={() => onTab('capture')}>
            Bring a capture
          </Button>
        </div>
      )}
    </aside>
  )
}

type WithRead = Props & { read: TriggerRead }

function Polarity({ read, trigger, onTab }: WithRead) {
  const { polarity, evidence } = read
  if (polarity === 'reversed')
    return (
      <div className="aside-bar" role="group" aria-label="Polarity">
        <h2>{trigger.pickup === 'vr' ? 'Exchange the two leads.' : 'Use the other edge.'}</h2>
        {evidence && trigger.pickup === 'vr' ? (
          <p className="tight">
            From falling to falling the speed is off an engine’s by {jump(evidence.falling.rough)},
            from rising to rising by {jump(evidence.rising.rough)}: the teeth’s centres lie where it
            rises, and in the gap the falling crossing stands off. The right way round it falls
            through zero at a tooth’s centre.
          </p>
        ) : (
          <p className="tight">
            The levels that are alike from one to the next, which are the teeth, are the high ones;
            the low ones differ, as spaces beside a gap do.
          </p>
        )}
        <Button variant="outline" onClick={() => onTab('faults')}>
          Show the evidence
        </Button>
      </div>
    )
  return (
    <p>
      {polarity === 'right'
        ? 'The leads are the right way round.'
        : read.signKnown
          ? 'Which way round the leads are cannot be told from this capture.'
          : 'A sound card may turn its signal over: which way round the leads are is not told by it.'}
    </p>
  )
}

/** Changes of speed from edge to edge as a share, from their mean square. */
export const jump = (rough: number): string =>
  Number.isFinite(rough) ? `${fixed(100 * Math.sqrt(rough), 1)} %` : 'no rhythm at all'

/** Confidence from which a wheel is said to be surely the one. */
const SURELY = 0.8

function WheelSays({ read, trigger }: WithRead) {
  const { identified, gap } = read
  return (
    <div role="group" aria-label="The wheel">
      <h2>The wheel</h2>
      {identified ? (
        <ByCapture {...{ identified, gap }} written={trigger.wheel} />
      ) : (
        <p className="tight">
          {tellsOf(trigger) === 'rate'
            ? 'Every step of this capture is like the one before: a ring without a gap. It ' +
              'tells speed; how many teeth it has is counted by hand.'
            : 'No rhythm repeats in this capture: take two turns at least.'}
        </p>
      )}
    </div>
  )
}

type ByCaptureProps = {
  identified: NonNullable<WithRead['read']['identified']>
  gap: number | null
  written: string
}

function ByCapture({ identified, gap, written }: ByCaptureProps) {
  const { name, runnerUp, confidence } = identified
  const isOther = name !== written
  // of two that explain nearly alike the one that was counted by hand is not doubted
  const nearly = isOther && runnerUp === written && confidence < SURELY
  const doubt = isOther && !nearly
  return (
    <p className={doubt ? 'doubt tight' : 'tight'}>
      {name.length > SHORTHAND ? 'uneven' : name} by this capture alone
      {confidence > SURELY ? ', surely' : ''}
      {runnerUp && runnerUp.length <= SHORTHAND ? `; next ${runnerUp}` : ''}.
      {doubt && ` You wrote ${written}: count the teeth again.`}
      {nearly && ` You wrote ${written}, which explains it nearly as well.`}
      {gap !== null && ` The gap is ${fixed(gap, 2)} of the steps beside it.`}
    </p>
  )
}
/** Longer names are the angles of a wheel that has no shorthand. */
const SHORTHAND = 12

/** What the unit waits for is another wheel than turns. */
function Told({ trigger }: Props) {
  if (trigger.expects === null || trigger.expects === trigger.wheel) return null
  return (
    <div className="aside-bar" role="group" aria-label="What the unit was told">
      <h2>The unit waits for {trigger.expects}.</h2>
      <p className="tight">
        On the engine is {trigger.wheel}: it will never find sync. Choose that pattern in the unit
        or describe it by hand; where it knows no such wheel, change the wheel.
      </p>
    </div>
  )
}

function Angle({ trigger, fit, read }: Props) {
  const { edit } = useBuild()
  const [problem, setProblem] = useState<string | null>(null)
  if (!fit) return null
  const wheel = parseWheel(trigger.wheel)
  const { offsetDeg, offsetUncertaintyDeg, delayS, delayUncertaintyS } = fit
  const signature = signatureOf(offsetDeg, offsetUncertaintyDeg, wheel)
  const angle =
    trigger.angleDeg === null
      ? null
      : roundTo(correctedAngle(trigger.angleDeg, offsetDeg, wheel, trigger.counts), 1)
  const worth = Math.abs(offsetDeg) > K95 * offsetUncertaintyDeg
  const first = whatFirst(trigger, read)
  return (
    <div role="group" aria-label="The angle">
      <h2>The angle</h2>
      <p className="tight">
        Offset <b>{signed(offsetDeg)}°</b> ±{fixed(K95 * offsetUncertaintyDeg, 1)}
        {delayS === null ? (
          '; a second speed tells a delay apart from it.'
        ) : (
          <>
            , delay <b>{fixed(delayS * 1e6, 0)} µs</b> ±
            {fixed(1e6 * K95 * (delayUncertaintyS ?? 0), 0)}.
          </>
        )}
      </p>
      {signature && (
        <p className="doubt tight">
          {signature === 'half-tooth'
            ? 'That is half a tooth: a wrong edge or exchanged leads do it. Mend those before the angle.'
            : 'That is the gap: the unit counts from its other side.'}
        </p>
      )}
      {first !== null ? (
        <p className="doubt tight">{first}</p>
      ) : angle === null ? (
        <p className="pale tight">Say which angle the unit holds now, and the new one follows.</p>
      ) : (
        worth && (
          <>
            <p className="tight">
              Enter <b>{angle}°</b>,{' '}
              {trigger.counts.tooth === 'after-gap'
                ? 'first tooth after the gap'
                : 'last tooth before the gap'}
              , {trigger.counts.from} top dead centre.
            </p>
            <Button
              variant="default"
              onClick={() =>
                setProblem(
                  edit({
                    kind: 'enterTriggerAngle',
                    args: {
                      ...{ id: trigger.id, angleDeg: angle, at: new Date().toISOString() },
                      why: `before ${angle}° was entered`,
                    },
                  }),
                )
              }
            >
              It is entered
            </Button>
          </>
        )
      )}
      <Wrong>{problem}</Wrong>
    </div>
  )
}

/** What comes before the angle, since the lamp shows something else once it is mended; null where nothing does. */
function whatFirst(trigger: Trigger, read: TriggerRead | null): string | null {
  if (read?.polarity === 'reversed')
    return 'The leads first: once they are exchanged the lamp shows another offset. Read it again then.'
  if (trigger.expects !== null && trigger.expects !== trigger.wheel)
    return 'The wheel first: a unit that waits for another one has no angle worth entering.'
  return null
}

const signed = (v: number): string => `${v < 0 ? '−' : '+'}${fixed(Math.abs(v), 1)}`
