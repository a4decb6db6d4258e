import { ActionIcon, Button, Group } from '@mantine/core'
import { useDebouncedValue, useHotkeys } from '@mantine/hooks'
import { IconMinus, IconPlus, IconPrinter } from '@tabler/icons-react'
import {
  lazy,
  memo,
  Suspense,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type RefObject,
} from 'react'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import {
  branches,
  halvesAt,
  leftOpen,
  linearSpread,
  readerChains,
  readStatus,
  remembered,
  stageBy,
  statusRestsOn,
  walkForward,
  type Chain,
  type StageId,
  type StagePlace,
  type Walked,
} from '../../../core/chain/index.ts'
import { fixed } from '../../../core/quantity/index.ts'
import type { Channel } from '../../../core/build/index.ts'
import { useReady } from '../../parts/useReady.ts'
import { OpenBuildContext, useBuild } from '../../store/useBuild.ts'
import { AsFineAsNeeded } from '../../parts/AsFineAsNeeded.tsx'
import { thinned } from '../../parts/thinned.ts'
import { Contained } from '../../parts/Trouble.tsx'
import { useQuantity, useUnits } from '../../parts/units.ts'
import { ChannelTitle } from './ChannelTitle.tsx'
import { RestTruthContext } from './restTruth.ts'
import { Scales } from './scales/Scales.tsx'
import { SidePanel } from './SidePanel.tsx'
import { truthUnit } from './stageInfo.ts'
import { Together } from './Together.tsx'
import { TypeReading } from './TypeReading.tsx'
import { heightFor, windowAround, type Window } from './scales/window.ts'

const TABS: { id: StagePlace; name: string }[] = [
  { id: 'element', name: 'Element' },
  { id: 'leads', name: 'Leads' },
  { id: 'input', name: 'Input' },
  { id: 'table', name: 'Table' },
  { id: 'face', name: 'Face' },
  { id: 'prove', name: 'Prove' },
  { id: 'budget', name: 'Budget' },
]
const STAGES = {
  element: lazy(() => import('./element/ElementStage.tsx')),
  leads: lazy(() => import('./LeadsStage.tsx')),
  input: lazy(() => import('./input/InputStage.tsx')),
  table: lazy(() => import('./table/TableStage.tsx')),
  face: lazy(() => import('./FaceStage.tsx')),
  prove: lazy(() => import('./ProveStage.tsx')),
  budget: lazy(() => import('./BudgetStage.tsx')),
}

const Title = memo(ChannelTitle)

/** One channel: its scales, and beneath them the stage that was touched. */
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
  return <Ready key={read.id} channel={channel} readId={read.id} />
}

/** Waits for the fit of a channel with very many points, and shows what was known before it until then. */
function Ready({ channel, readId }: { channel: Channel; readId: string }) {
  const open = useBuild()
  const ready = useReady(open.build, channel)
  // one and the same while only what is said about saving changes: the stages are not drawn anew for that
  const asOf = useMemo(
    () => (ready ? { ...open, build: ready } : null),
    // what edits is bound to the session, which is one for the build
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [ready],
  )
  if (!asOf)
    return (
      <p className="pale" role="status">
        Fitting the points of {channel.name}…
      </p>
    )
  return (
    <OpenBuildContext value={asOf}>
      {ready !== open.build && (
        <p className="pale" role="status">
          Fitting the points…
        </p>
      )}
      <ChannelOf channelId={channel.id} readId={readId} />
    </OpenBuildContext>
  )
}

const ChannelOf = memo(function ChannelOf({
  channelId,
  readId,
}: {
  channelId: string
  readId: string
}) {
  const { build } = useBuild()
  const { quantity } = useUnits()
  const navigate = useNavigate()
  const [search, setSearch] = useSearchParams()
  const channel = build.channels.find((c) => c.id === channelId)!
  const read = channel.reads.find((r) => r.id === readId)!
  const status = useMemo(
    () =>
      remembered(read, 'status', [quantity, ...statusRestsOn(build, channel)], () =>
        readStatus(build, read, quantity),
      ),
    [build, channel, read, quantity],
  )
  const { chain } = status
  const { needs } = status.assembled
  const { range, best } = needs
  // the next step opens the page; while it is being done the page must not jump away
  const [firstStage] = useState<StagePlace>(status.next.stage)
  const stage = (search.get('stage') as StagePlace | null) ?? firstStage
  const [truth, setTruth] = useState(() => status.worst?.at ?? (best[0] + best[1]) / 2)
  const bend = status.worst?.bias ?? 0
  const [window, setWindow] = useState<Window>(() =>
    windowAround(truth, heightFor(needs.accuracy, bend, range), range),
  )
  // the range may be edited while it is looked at
  useEffect(() => {
    setTruth((t) => Math.min(range[1], Math.max(range[0], t)))
    setWindow((w) =>
      windowAround((w.low + w.high) / 2, Math.min(w.high - w.low, range[1] - range[0]), range),
    )
  }, [range[0], range[1]]) // eslint-disable-line react-hooks/exhaustive-deps

  // what stands beneath the scales follows when the hand comes to rest
  const [restTruth] = useDebouncedValue(truth, 200)

  // the newest truth for what must not be drawn anew with every move
  const nowAt = useRef(truth)
  nowAt.current = truth
  const [lean, setLean] = useState(0)
  // no more goes into a half than it has room for
  const leanTo = useCallback(
    (to: number) => {
      const at = (l: number): number =>
        (chain && halvesAt(chain, nowAt.current, l)?.halves[0]?.truth) ?? 0
      setLean(at(to) - at(0))
    },
    [chain],
  )
  const walked = useMemo(() => {
    try {
      return chain && walkForward(chain, truth, lean)
    } catch {
      return null
    }
  }, [chain, truth, lean])
  const otherChains = useMemo(
    () => readerChains(build, channelId, read.source.id).filter((r) => r.read.id !== readId),
    [build, channelId, read.source.id, readId],
  )
  const others = useMemo(
    () =>
      otherChains.flatMap(({ read: r, device, chain: c }) => {
        try {
          const w = c && walkForward(c, truth, lean)
          return w ? [{ id: r.id, device, stages: w.stages, shown: w.shown }] : []
        } catch {
          return []
        }
      }),
    [otherChains, truth, lean],
  )
  const { also, alsoWalked } = useMemo(() => {
    const none = { also: { truths: [], partedAt: null }, alsoWalked: [] }
    if (!chain || !walked) return none
    try {
      const found = branches(chain, walked)
      return { also: found, alsoWalked: found.truths.map((t) => walkForward(chain, t)) }
    } catch {
      // a branch beyond the end of the curve cannot be drawn; the thread itself can
      return none
    }
  }, [chain, walked])
  const spread = useMemo(() => {
    try {
      return chain && linearSpread(chain, truth)
    } catch {
      return null
    }
  }, [chain, truth])

  const choose = useCallback(
    (next: StagePlace) =>
      setSearch(
        (s) => {
          const n = new URLSearchParams(s)
          n.set('stage', next)
          return n
        },
        { replace: true, preventScrollReset: true },
      ),
    [setSearch],
  )
  const moveTo = useCallback(
    (t: number) => {
      setTruth(t)
      setWindow((w) => (t < w.low || t > w.high ? windowAround(t, w.high - w.low, range) : w))
    },
    [range],
  )
  const zoom = useCallback(
    (by: number) =>
      setWindow((w) =>
        windowAround(
          nowAt.current,
          Math.min(
            1.12 * (range[1] - range[0]),
            Math.max(0.25 * needs.accuracy, (w.high - w.low) * by),
          ),
          range,
        ),
      ),
    [range, needs.accuracy],
  )
  const openStageOf = useCallback((s: StageId) => choose(stageBy(s).editedAt), [choose])
  const area = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const element = area.current
    const wheel = (e: WheelEvent): void => {
      if (e.ctrlKey || e.altKey) {
        e.preventDefault()
        zoom(e.deltaY > 0 ? 1.15 : 1 / 1.15)
      }
    }
    element?.addEventListener('wheel', wheel, { passive: false })
    return () => element?.removeEventListener('wheel', wheel)
  }, [zoom])

  const neighbours = build.channels.flatMap((c) => c.reads.map((r) => ({ c: c.id, r: r.id })))
  const go = (by: number): void => {
    const at = neighbours.findIndex((n) => n.r === readId)
    const to = neighbours[(at + by + neighbours.length) % neighbours.length]!
    void navigate(`/build/${build.id}/channel/${to.c}/${to.r}`)
  }
  useHotkeys([
    ...TABS.map((t, i) => [String(i + 1), () => choose(t.id)] as [string, () => void]),
    ['[', () => go(-1)],
    [']', () => go(1)],
    ['+', () => zoom(1 / 1.4)],
    ['=', () => zoom(1 / 1.4)],
    ['-', () => zoom(1.4)],
    ['c', () => void navigate(`/build/${build.id}/card/${readId}`)],
    ['l', () => void navigate(`/build/${build.id}`)],
  ])
  const { sensor, device, input } = status.assembled
  const marks = useMemo(() => thinned(sensor.points, sensor.suspects), [sensor])
  return (
    <AsFineAsNeeded status={status}>
      <article>
        <Title channel={channel} read={read} device={device} input={input} />
        <div className="channel-top">
          <div ref={area}>
            <Contained what="Drawing the scales" on={[status, truth, lean]}>
              {chain && walked && spread ? (
                <>
                  <Scales
                    {...{ chain, walked, spread, truth, window }}
                    {...marks}
                    decimals={read.face.decimals}
                    {...{ lean, others }}
                    branches={alsoWalked}
                    onLean={leanTo}
                    onTruth={moveTo}
                    onWindow={setWindow}
                    onStage={openStageOf}
                  />
                  {also.partedAt && (
                    <Branched
                      truths={also.truths}
                      partedAt={also.partedAt}
                      chain={chain}
                      shown={walked.shown}
                    />
                  )}
                  {walked.halves && (
                    <Leaning {...{ chain, walked, lean }} onLevel={() => setLean(0)} />
                  )}
                  {channel.combine === 'separate' && (
                    <Together channel={channel} needs={needs} truth={restTruth} />
                  )}
                  <Controls
                    {...{ chain, window, zoom }}
                    nowAt={nowAt}
                    onTruth={moveTo}
                    card={`/build/${build.id}/card/${readId}`}
                  />
                </>
              ) : (
                <NotYet
                  problem={status.assembled.problem ?? 'The curve does not reach this place.'}
                />
              )}
            </Contained>
          </div>
          <Contained what="Drawing what stands beside the scales" on={[status, truth]}>
            <SidePanel {...{ status, truth, walked, spread, choose }} />
          </Contained>
        </div>
        <div className="stage-tabs no-print" role="tablist" aria-label="Stages">
          {TABS.map((t, i) => (
            <button
              key={t.id}
              type="button"
              role="tab"
              id={`tab-${t.id}`}
              aria-selected={stage === t.id}
              aria-controls="stage"
              tabIndex={stage === t.id ? 0 : -1}
              onClick={() => choose(t.id)}
              onKeyDown={(e) => {
                const by = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0
                if (by === 0) return
                const to = TABS[(i + by + TABS.length) % TABS.length]!
                choose(to.id)
                document.getElementById(`tab-${to.id}`)?.focus()
              }}
            >
              {t.name}
              <kbd className="key">{i + 1}</kbd>
            </button>
          ))}
        </div>
        <div id="stage" role="tabpanel" aria-labelledby={`tab-${stage}`} className="no-print">
          <RestTruthContext value={restTruth}>
            <StageBelow stage={stage} status={status} />
          </RestTruthContext>
        </div>
      </article>
    </AsFineAsNeeded>
  )
})

/** The table turns back: what is shown may be any of these. */
function Branched({
  truths,
  partedAt,
  chain,
  shown,
}: {
  truths: number[]
  partedAt: StageId
  chain: Chain
  shown: number
}) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  return (
    <p role="status" className="doubt no-print" style={{ margin: '4px 0' }}>
      The table turns back: {q.text(shown)} is shown at {truths.map((t) => q.text(t)).join(' and ')}{' '}
      as well. What stands {stageBy(partedAt).where} parts them.
    </p>
  )
}

/** Of two senders on one wire: what each holds, and what the reading then leaves open. */
function Leaning({
  chain,
  walked,
  lean,
  onLevel,
}: {
  chain: Chain
  walked: Walked
  lean: number
  onLevel: () => void
}) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  const element = walked.stages.find((s) => s.id === 'element')!
  const [low, high] = leftOpen(chain, element.height)
  const [a, b] = walked.halves!
  return (
    <Group gap="sm" className="no-print" wrap="wrap">
      <span role="status" style={{ fontSize: 15 }}>
        {Math.abs(lean) < 1e-6 ? 'Both level' : 'Not level'}: {q.bare(a!.truth)} and{' '}
        {q.text(b!.truth)}.
        {high - low > chain.spec.accuracy / 10 ? (
          <>
            {' '}
            Together they read like{' '}
            <b>
              anything from {q.bare(low)} to {q.text(high)}
            </b>
            .
          </>
        ) : (
          ''
        )}
      </span>
      <Button variant="subtle" h={44} disabled={Math.abs(lean) < 1e-6} onClick={onLevel}>
        Level them
      </Button>
      <span className="pale" style={{ fontSize: 14 }}>
        Take hold of a half to fill it from the other.
      </span>
    </Group>
  )
}

/** What stands under the scales: a reading to type, closer and back, the card. */
const Controls = memo(function Controls({
  chain,
  window,
  nowAt,
  zoom,
  onTruth,
  card,
}: {
  chain: Chain
  window: Window
  nowAt: RefObject<number>
  zoom: (by: number) => void
  onTruth: (t: number) => void
  card: string
}) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  return (
    <Group gap={6} className="no-print" wrap="wrap">
      <TypeReading chain={chain} nowAt={nowAt} onTruth={onTruth} />
      <ActionIcon aria-label="Look closer" onClick={() => zoom(1 / 1.4)}>
        <IconPlus size={20} />
      </ActionIcon>
      <ActionIcon aria-label="Step back" onClick={() => zoom(1.4)}>
        <IconMinus size={20} />
      </ActionIcon>
      <span className="pale" style={{ fontSize: 14 }}>
        {q.bare(window.low, 0)} to {q.text(window.high, 0)},{' '}
        {fixed((window.high - window.low) / (2 * chain.spec.accuracy), 1)} × the need. Level is
        true.
      </span>
      <ActionIcon component={Link} to={card} aria-label="Card for the car">
        <IconPrinter size={20} />
      </ActionIcon>
    </Group>
  )
})

/** The stage beneath the scales, drawn anew only when its own matter changes and not with every move of the thread. */
const StageBelow = memo(function StageBelow({ stage, status }: { stage: StagePlace } & StageProps) {
  const Stage = STAGES[stage] ?? STAGES.element
  return (
    <Suspense fallback={<p className="pale">…</p>}>
      <Contained what="Drawing this stage" on={[status, stage]}>
        <Stage status={status} />
      </Contained>
    </Suspense>
  )
})

/** Nothing measured yet: empty scales that say what to do first. */
function NotYet({ problem }: { problem: string }) {
  return (
    <div style={{ position: 'relative', height: 220 }}>
      <svg
        width="100%"
        height={220}
        role="img"
        aria-label="Scales still empty"
        preserveAspectRatio="none"
        viewBox="0 0 600 220"
      >
        {[60, 180, 300, 420, 540].map((x) => (
          <line
            key={x}
            x1={x}
            x2={x}
            y1={20}
            y2={210}
            stroke="var(--hair)"
            strokeWidth={1.6}
            strokeDasharray="5 4"
          />
        ))}
      </svg>
      <p
        style={{
          position: 'absolute',
          top: 60,
          left: 40,
          right: 40,
          background: 'var(--paper)',
          padding: 16,
          fontSize: 18,
        }}
        role="status"
      >
        {problem}
      </p>
    </div>
  )
}

export type StageProps = { status: ReturnType<typeof readStatus> }
