import { Say, useSay } from '../../parts/Say.tsx'
import { Button } from '@mantine/core'
import dayjs from 'dayjs'
import {
  type ReadStatus,
  shares,
  type SpreadAt,
  type StagePlace,
  type Walked,
} from '../../../core/chain/index.ts'
import { Chip } from '../../parts/Chip.tsx'
import { useQuantity, type Quantity } from '../../parts/units.ts'
import { useWork } from '../../workers/useWork.ts'
import { truthUnit } from './stageInfo.ts'
import { TABS } from './tabs.tsx'

const DRAWS = 20000

/** The next step with its reason, where truth is lost at the thread, and what is known of the sensor. */
export function SidePanel({
  status,
  truth,
  walked,
  spread,
  choose,
}: {
  status: ReadStatus
  truth: number
  walked: Walked | null
  spread: SpreadAt | null
  choose: (stage: StagePlace) => void
}) {
  const q = useQuantity(truthUnit(status.assembled.sensor.family))
  const { next, assembled, chain, state } = status
  const { sensor } = assembled
  const drawn = useWork(
    chain ? (core) => core.spread(chain.spec, truth, DRAWS, 1) : null,
    [chain, truth],
    300,
  )
  const wrong = state === 'wrong'
  return (
    <aside aria-label="Next step and where truth is lost">
      <div className={`aside-bar${wrong ? ' is-doubt' : ''}`} role="status">
        <div className="large strong">
          <Say of={next.title} />
        </div>
        <p className="tight">
          <Say of={next.reason} />
        </p>
        <Button variant="outline" onClick={() => choose(next.stage)}>
          Open {TABS.find((t) => t.id === next.stage)!.name}
        </Button>
      </div>
      {walked && spread && (
        <>
          <p className="tight apart">
            <b>Where truth is lost at {q.text(truth)}</b>
          </p>
          <Shares {...{ walked, spread, q }} accuracy={assembled.needs.accuracy} />
          <p className="pale" style={{ fontSize: 14, margin: '8px 0 0' }}>
            Shown {q.text(walked.shown)}, {q.off(walked.shown - truth)} {q.pm(spread.band)} at 95 %.{' '}
            <span aria-live="off">
              {drawn.value && !drawn.busy
                ? `Drawn ${DRAWS / 1000}k times: ${q.off(drawn.value.low)} to ${q.off(drawn.value.high)}.`
                : (drawn.error ?? 'Drawing…')}
            </span>
          </p>
        </>
      )}
      <p className="tight apart">
        <Chip state={state} />
      </p>
      <p className="pale" style={{ fontSize: 15, margin: 0 }}>
        {sensorText(status, q)}
      </p>
      <p className="pale small">
        Dashed is assumed, solid is measured, a second line is proven in the vehicle.
        {sensor.basis === 'assumed' && chain
          ? ' This curve is taken on trust from the library.'
          : ''}
      </p>
    </aside>
  )
}

function Shares({
  walked,
  spread,
  q,
  accuracy,
}: {
  walked: Walked
  spread: SpreadAt
  q: Quantity
  accuracy: number
}) {
  const say = useSay()
  // what is below a four-hundredth of the need is not worth a line
  const least = accuracy / 400
  const rows = shares().flatMap(({ id: share, label: name }) => {
    const bias = walked.biases.find((b) => b.share === share)?.bias ?? 0
    const half = spread.shares.find((s) => s.share === share)?.half ?? 0
    return Math.abs(bias) < least && half < least
      ? []
      : [
          {
            share,
            name,
            bias,
            half,
            label: spread.shares.find((s) => s.share === share)?.label ?? '',
          },
        ]
  })
  const most = Math.max(...rows.map((r) => Math.max(Math.abs(r.bias), r.half)), 1e-9)
  return (
    <div className="shares" role="table" aria-label="Shares of the error">
      {rows.map(({ share, name, bias, half, label }) => {
        const biased = Math.abs(bias) >= half
        const size = Math.max(Math.abs(bias), half)
        return (
          <div key={share} role="row" style={{ display: 'contents' }}>
            <span role="rowheader" title={say(label)}>
              {name}
            </span>
            <span role="cell" aria-hidden>
              <span
                className={`bar${size === most && size > 0.15 * accuracy ? ' heavy' : biased ? '' : ' spread'}`}
                style={{ width: `${(100 * size) / most}%`, display: 'block' }}
              />
            </span>
            <span role="cell" className="mono to-right small">
              {Math.abs(bias) >= least ? q.off(bias) : ''}{' '}
              {half >= least ? <span className="pale">{q.pm(half)}</span> : ''}
            </span>
          </div>
        )
      })}
    </div>
  )
}

function sensorText({ assembled: { sensor } }: ReadStatus, q: Quantity): string {
  return sensor.parts.length > 0
    ? sensor.parts.map((p) => `${p.element.name}: ${pointsText(p, q)}`).join(' ')
    : pointsText(sensor, q)
}

function pointsText(sensor: ReadStatus['assembled']['sensor'], q: Quantity): string {
  if (sensor.points.length === 0) return 'Nothing measured yet.'
  const truths = sensor.points.map((p) => p.truth)
  const last = sensor.points.reduce((a, b) => (b.measurement.at > a ? b.measurement.at : a), '')
  const [least, most] = [Math.min(...truths), Math.max(...truths)]
  const taken =
    sensor.points.length === 1
      ? `1 point, at ${q.text(most)}`
      : `${sensor.points.length} points, ${q.bare(least)} to ${q.text(most)}`
  return `${taken}, last on ${dayjs(last).format('D MMM YYYY')}.`
}
