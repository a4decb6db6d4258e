import { fixed, roundTo } from '../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import { useMemo, useState } from 'react'
import { reserveLamp } from '../../../core/curve/level/index.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { roundDomain, roundTicks } from '../../parts/plot/axis.ts'
import { Plot } from '../../parts/plot/Plot.tsx'
import { useQuantity } from '../../parts/units.ts'
import { useBuild } from '../../store/useBuild.ts'
import { useWork } from '../../workers/useWork.ts'
import type { PanelProps } from '../registry.ts'
import { LAP_S, type DampingWork } from './work.ts'
import { Wrong } from '../../parts/Wrong.tsx'
import { num } from '../../parts/columns.ts'
import { Sheet } from '../../parts/Sheet.tsx'

/** Calm in corners against honest at a fill: a driven lap of slosh, simulated, through several dampings. */
export function DampingDesign({ status }: PanelProps) {
  const { edit } = useBuild()
  const { read, channel } = status.assembled
  const [sizeL, setSizeL] = useState(5)
  const [allowed, setAllowed] = useState(2)
  const [contents, setContents] = useState(8)
  const { value: found, error } = useWork(
    (core) => core.damping({ sizeL, allowedL: allowed, contentsL: contents }),
    [sizeL, allowed, contents],
  )
  return (
    <>
      <div className="panels">
        <div>
          <Fields>
            <Litres label="Slosh in corners" value={sizeL} onCommit={setSizeL} least="above" />
            <Litres label="Needle may swing" value={allowed} onCommit={setAllowed} least="above" />
            <Litres label="With in the tank" value={contents} onCommit={setContents} />
          </Fields>
          <Wrong>{error}</Wrong>
          {found && (
            <>
              <Dampings {...found} />
              <Choice
                {...found}
                inUse={read.face.dampingS}
                onUse={(dampingS) =>
                  edit({ kind: 'editRead', args: { id: read.id, patch: { face: { dampingS } } } })
                }
              />
            </>
          )}
        </div>
        <div>
          {found && (
            <>
              <LapChart {...found} />
              <ReserveLamp shown={found.shown} readId={read.id} />
            </>
          )}
          <p className="pale small">
            Simulated, the same every time: two waves of 0.4 to 1.5 Hz and cornering steps.{' '}
            {channel.name} of your own tank will differ; the trade does not.
          </p>
        </div>
      </div>
    </>
  )
}

/** A box of litres; `least` where it may not be under nothing, or not nothing either. */
const Litres = ({
  label,
  value,
  least,
  onCommit,
}: {
  label: string
  value: number
  least?: 'zero' | 'above'
  onCommit: (litres: number) => void
}) => (
  <QuantityInput
    label={label}
    unit="l"
    value={value}
    width={165}
    hideUnderstood
    check={(v) => {
      if (least === 'above' && v <= 0) return 'Above zero'
      return least === 'zero' && v < 0 ? 'Not negative' : null
    }}
    onCommit={(typed) => onCommit(typed.value)}
  />
)

/** What each time constant buys and costs; the chosen one among them. */
function Dampings({ verdicts, chosenS }: Pick<DampingWork, 'verdicts' | 'chosenS'>) {
  const q = useQuantity('l')
  return (
    <Sheet
      label="Dampings"
      columns={[
        num('time constant, s'),
        num(`needle swings, ${q.unit}`),
        num('a fill shows after, s'),
        num('right after key-on, s'),
      ]}
      rows={verdicts.map((r) => ({
        key: r.tauS,
        cells: [
          r.tauS === chosenS ? <b key="tau">{fixed(r.tauS, 1)}</b> : fixed(r.tauS, 1),
          q.pm(r.swingL, 1),
          fixed(r.fillS, 0),
          fixed(r.keyOnS, 0),
        ],
      }))}
    />
  )
}

/** The least damping that keeps the needle still enough, to be used; or that there is none. */
function Choice({
  allowedL,
  chosenS: tauS,
  inUse,
  onUse,
}: Pick<DampingWork, 'allowedL' | 'chosenS'> & {
  inUse: number
  onUse: (tauS: number) => void
}) {
  const q = useQuantity('l')
  const swing = `${q.pm(allowedL, 1)} ${q.unit}`
  if (tauS === null)
    return (
      <p role="status" className="doubt">
        No damping up to a minute keeps it within {swing}: baffles, or two senders.
      </p>
    )
  return (
    <Fields>
      <span role="status">
        <b>{fixed(tauS, 1)} s</b> is the least that keeps the needle within {swing} in 19 laps of
        20; fast for 5 s at key-on, so that a fill shows at once.
      </span>
      <Button
        variant="default"
        disabled={Math.abs(inUse - tauS) < 0.05}
        onClick={() => onUse(roundTo(tauS, 1))}
      >
        Use it on this face
      </Button>
    </Fields>
  )
}

/** A lap of slosh at the float and what the needle shows of it; every fifth of ten readings a second. */
function LapChart({ lap, shown }: Pick<DampingWork, 'lap' | 'shown'>) {
  const q = useQuantity('l')
  const fifths = (of: ArrayLike<number>): [number, number][] =>
    Array.from(of, (v, i): [number, number] => [i / 10, q.out(v)]).filter((_, i) => i % 5 === 0)
  const [swung, seen] = [fifths(lap), fifths(shown)]
  const litres = [...swung, ...seen].map(([, v]) => v)
  return (
    <Plot
      label="A lap of slosh and what the needle shows"
      height={185}
      x={roundTicks(0, LAP_S, 7, ' s')}
      y={roundDomain(Math.min(...litres), Math.max(...litres))}
      legend
      curves={[
        { name: 'at the float', places: swung, stroke: 'var(--pale)', width: 1, dash: '2 2' },
        { name: 'shown', places: seen, stroke: 'var(--touch)', width: 2.4 },
      ]}
    />
  )
}

/** Lamp changes in a lap beyond which it flickers. */
const FLICKERS = 4

/** The reserve lamp over the same lap: how often it changes, and its setting for this face. */
function ReserveLamp({ shown, readId }: { shown: DampingWork['shown']; readId: string }) {
  const { edit } = useBuild()
  const [at, setAt] = useState(6)
  const [hysteresis, setHysteresis] = useState(1.5)
  const lamp = useMemo(() => reserveLamp(shown, at, hysteresis), [shown, at, hysteresis])
  const use = (): string | null =>
    edit({
      kind: 'editRead',
      args: { id: readId, patch: { face: { warning: { when: 'below', at, hysteresis } } } },
    })
  const flickers = lamp.changes > FLICKERS
  return (
    <>
      <Fields>
        <Litres label="Reserve lamp below" value={at} onCommit={setAt} />
        <Litres label="off again by" value={hysteresis} onCommit={setHysteresis} least="zero" />
        <SideBySide>
          <Button variant="default" onClick={use}>
            Use it on this face
          </Button>
        </SideBySide>
      </Fields>
      <p role="status" className={flickers ? 'doubt' : 'pale'}>
        Over this lap the lamp would change {lamp.changes} {lamp.changes === 1 ? 'time' : 'times'}{' '}
        and be lit {fixed(lamp.litS, 0)} of {LAP_S} s.
        {flickers && ' It flickers: more hysteresis, or more damping.'}
      </p>
    </>
  )
}
