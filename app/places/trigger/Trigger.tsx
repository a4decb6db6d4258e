import { fixed } from '../../../core/quantity/index.ts'
import { Button, NativeSelect } from '@mantine/core'
import { lazy, Suspense, useRef, useState, type ReactNode } from 'react'
import type { Trigger as TriggerRecord } from '../../../core/build/index.ts'
import { lampNow, parseWheel, pinNames, readBy, tellsOf } from '../../../core/trigger/index.ts'
import { Contained } from '../../parts/Trouble.tsx'
import { PlaceTabs } from '../../parts/PlaceTabs.tsx'
import { useInAddress } from '../../parts/useInAddress.ts'
import { Wrong } from '../../parts/Wrong.tsx'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'
import { CaptureFindings } from './Findings.tsx'
import { LampChart } from './LampChart.tsx'
import { Ring } from './Ring.tsx'
import { Teeth } from './Teeth.tsx'
import { CaptureTrace } from './Trace.tsx'
import { useCapture, type CaptureNow } from './useCapture.ts'
import css from './Trigger.module.css'
import { newSwitchedInput } from '../../store/make.ts'

export type TriggerTabProps = { trigger: TriggerRecord; capture: CaptureNow }

const TABS = [
  { id: 'capture', name: 'Capture', Tab: lazy(() => import('./CaptureSource.tsx')) },
  { id: 'faults', name: 'What it shows', Tab: lazy(() => import('./Faults.tsx')) },
  { id: 'wheel', name: 'Wheel and unit', Tab: lazy(() => import('./WheelFields.tsx')) },
  { id: 'pickup', name: 'Pickup', Tab: lazy(() => import('./PickupTab.tsx')) },
  { id: 'input', name: 'Input', Tab: lazy(() => import('./InputTab.tsx')) },
  { id: 'lamp', name: 'Lamp', Tab: lazy(() => import('./Lamp.tsx')) },
  { id: 'prove', name: 'Prove', Tab: lazy(() => import('./ProveTab.tsx')) },
] as const
type TabId = (typeof TABS)[number]['id']

/** Triggers: a wheel as a ring, its capture unrolled beneath it, and the spark where it was asked for. */
export function TriggerPlace() {
  const { build } = useBuild()
  const [of, choose] = useInAddress('of')
  const trigger = build.triggers.find((t) => t.id === of) ?? build.triggers[0]
  if (!trigger)
    return (
      <Start>
        <AddTrigger onAdded={choose} />
      </Start>
    )
  return (
    <section>
      <Heading trigger={trigger}>
        {build.triggers.length > 1 && (
          <NativeSelect
            aria-label="Which trigger"
            value={trigger.id}
            data={build.triggers.map((t) => ({ value: t.id, label: t.name }))}
            onChange={(e) => choose(e.currentTarget.value)}
            w={220}
          />
        )}
        <AddTrigger onAdded={choose} />
      </Heading>
      <Drawn key={trigger.id} trigger={trigger} />
    </section>
  )
}

const NEW: Omit<TriggerRecord, 'id' | 'name' | 'wheel' | 'pickup'> = {
  ...{ expects: null, input: null, secondPin: null, cylinders: 4, firingOrder: [1, 3, 4, 2] },
  ...{ angleDeg: null, switched: null, gap: null, dwell: [], leads: [], comparator: null },
  counts: { tooth: 'after-gap', from: 'before' },
}
/** What is added first, and after it: a crank’s wheel, a cam of one tooth. */
const CRANK = { name: 'Crank', wheel: '36-1', pickup: 'vr' } as const
const CAM = { name: 'Cam', wheel: '0/720', pickup: 'hall' } as const

/** Adds a crank where there is none, and a cam after it; `onAdded` gets its id. */
function AddTrigger({ onAdded }: { onAdded: (id: string) => void }) {
  const { build, edit } = useBuild()
  const [problem, setProblem] = useState<string | null>(null)
  const first = build.triggers.length === 0
  const add = (): void => {
    const id = newId()
    // of one engine they are told the same
    const { cylinders, firingOrder } = build.triggers[0] ?? NEW
    const { device } = readBy(build, build.triggers[0] ?? NEW)
    const input = device ? { device: device.id, ...newSwitchedInput('') } : undefined
    const trigger = { ...NEW, ...(first ? CRANK : CAM), id, cylinders, firingOrder }
    const wrong = edit({
      kind: 'addTrigger',
      args: input ? { trigger: { ...trigger, input: input.input.id }, input } : { trigger },
    })
    setProblem(wrong)
    if (!wrong) onAdded(id)
  }
  return (
    <>
      <Wrong>{problem}</Wrong>
      <Button variant={first ? 'filled' : 'default'} onClick={add}>
        Add a trigger
      </Button>
    </>
  )
}

function Start({ children }: { children: ReactNode }) {
  return (
    <section>
      <h1>Trigger</h1>
      <p className="column wide">
        A trigger fault is the usual reason why a new installation will not start. Say which wheel
        is on the engine and what the unit was told, open a capture of it, and see whether they are
        the same, whether the leads are the right way round, and where sync is lost.
      </p>
      {children}
    </section>
  )
}

const PICKUP = { vr: 'two-wire pickup', hall: 'three-wire sensor' } as const

function Heading({ trigger, children }: { trigger: TriggerRecord; children: ReactNode }) {
  const { build } = useBuild()
  const { device, pins } = readBy(build, trigger)
  return (
    <div className={css.heading}>
      <h1>
        {trigger.name}, {trigger.wheel.length > 12 ? 'uneven' : trigger.wheel}
      </h1>
      <span className="pale">
        {PICKUP[trigger.pickup]}
        {device && ` to ${device.name} ${pins.length > 1 ? 'pins' : 'pin'} ${pinNames(pins)}`}
        {trigger.expects && ` · the unit was told ${trigger.expects}`}
      </span>
      <div className={css.which}>{children}</div>
    </div>
  )
}

function Drawn({ trigger }: { trigger: TriggerRecord }) {
  const { build } = useBuild()
  const capture = useCapture(trigger)
  const [turned, setTurned] = useState(0)
  const [asked, choose] = useInAddress('tab')
  // a cam says which turn it is, a ring how fast: no lamp is read by them
  const byLamp = tellsOf(trigger) === 'angle'
  const all = TABS.filter((t) => t.id !== 'lamp' || byLamp)
  const tab = all.find((t) => t.id === asked) ?? TABS[0]
  const tabs = useRef<HTMLDivElement>(null)
  /** What is opened from elsewhere on the page is brought where it is seen. */
  const show = (id: TabId): void => {
    choose(id)
    tabs.current?.scrollIntoView({ block: 'start' })
    tabs.current?.querySelector<HTMLElement>(`[id$="-tab-${id}"]`)?.focus()
  }
  const { readings, fit } = lampNow(build, trigger)
  const { kept, read, problem } = capture
  const { cycleDegrees } = parseWheel(trigger.wheel)
  return (
    <>
      <Wrong>{problem}</Wrong>
      <div className={css.place}>
        <div>
          <div className={css.top}>
            <Contained what="The wheel" on={[trigger]}>
              <Ring
                trigger={trigger}
                at={(angleNow(trigger, capture) + turned + 720) % cycleDegrees}
                bent={read?.bent?.edge ?? null}
                onTurn={(by) => setTurned((t) => t + by)}
              />
            </Contained>
            {byLamp && (
              <div>
                <h2>Lamp on cylinder 1, seen less commanded</h2>
                {readings.length > 0 ? (
                  <LampChart readings={readings} fit={fit} />
                ) : (
                  <p className="pale">
                    No reading yet. The angle is right when the lamp sees what the unit commands, at
                    two speeds at least.
                  </p>
                )}
              </div>
            )}
          </div>
          {kept && (
            <Contained what="The capture" on={[kept]}>
              <h2>
                Capture{' '}
                <span className={css.beside}>
                  {captureSays(capture, tellsOf(trigger) === 'rate')}
                </span>
              </h2>
              <CaptureTrace capture={capture} />
              {read && read.turns > 0 && (
                <Teeth offsets={read.offsets} bent={read.bent} turns={read.turns} />
              )}
            </Contained>
          )}
        </div>
        <CaptureFindings trigger={trigger} read={read} fit={fit} onTab={show} />
      </div>
      <div ref={tabs}>
        <PlaceTabs label="Trigger" tabs={all} value={tab.id} onChoose={choose}>
          <Contained what={tab.name} on={[build]}>
            <Suspense fallback={<p className="pale">…</p>}>
              <tab.Tab trigger={trigger} capture={capture} />
            </Suspense>
          </Contained>
        </PlaceTabs>
      </div>
    </>
  )
}

/** The angle that stands before the pickup in the middle of what is seen of the capture. */
function angleNow(trigger: TriggerRecord, { stretch, window: [from, to] }: CaptureNow): number {
  const edges = stretch?.edges ?? []
  const middle = (from + to) / 2
  const k = edges.findLastIndex((e) => e.timeS <= middle)
  const [before, after] = [edges[k], edges[k + 1]]
  if (!before || !after) return 0
  const { edgesDegrees, cycleDegrees } = parseWheel(trigger.wheel)
  const a = edgesDegrees[before.edge] ?? 0
  const b = edgesDegrees[after.edge] ?? 0
  const step = b > a ? b - a : b + cycleDegrees - a
  return a + (step * (middle - before.timeS)) / (after.timeS - before.timeS)
}

function captureSays({ kept, read }: CaptureNow, speeds: boolean): string {
  if (!kept) return ''
  const rate = `${fixed(kept.samples / kept.sampleHz, 1)} s ${kept.name}`
  if (!read) return `${rate}, reading…`
  if (!read.inSync && read.turns === 0)
    return speeds ? `${rate} · ${speedSays(read)}` : `${rate} · no sync`
  const speed = read.rpm.mean === null ? '' : ` · ${Math.round(read.rpm.mean)} rpm`
  return (
    `${rate} · ${read.turns} ` +
    `turns${speed}${read.firstSyncS === null ? '' : `, edge 0 first at ${fixed(read.firstSyncS, 2)} s`}`
  )
}

/** Of a ring, which has no sync: from which speed to which. */
const speedSays = ({ rpm: { least, most } }: NonNullable<CaptureNow['read']>): string =>
  least === null || most === null
    ? 'no speed'
    : `${Math.round(least)} to ${Math.round(most)} turns a minute`
