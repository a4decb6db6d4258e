import { fixed } from '../../../core/quantity/index.ts'
import type { Channel } from '../../../core/build/index.ts'
import type { OnOffStatus } from '../../../core/onOff/index.ts'
import { useQuantity, type Quantity } from '../../parts/units.ts'
import { Grip } from '../../places/channel/scales/Grip.tsx'
import css from './OnOff.module.css'
import { switchLevels, type Levels, type SwitchNow } from './switchNow.ts'
import { useSwitchThread } from './useSwitchThread.ts'
import { USUAL_FRONT_END } from '../../../core/input/index.ts'

const W = 980
const H = 300
const TOP = 34
const BOTTOM = 272
const X = { truth: 150, contact: 400, pin: 640, shown: 880 } as const
const HALF = 58

/**
 * The scales of a switch: what it follows with a threshold each way, the contact, the volts at the pin with the two
 * zones of the input, and what the device says. The thread can be drawn up and down; between the thresholds the
 * contact stays as it was.
 */
export function OnOffScales({ channel, status }: { channel: Channel; status: OnOffStatus }) {
  const { range } = channel.needs
  const q = useQuantity(status.unit, status.accuracy)
  const levels = switchLevels(status, range)
  const { now, moveTo } = useSwitchThread(status, range)
  const [low, high] = range
  const y = (v: number): number => BOTTOM - ((v - low) / (high - low)) * (BOTTOM - TOP)
  const frame = {
    ...{ top: TOP, bottom: BOTTOM, held: y, beyond: () => null },
    heightAt: (py: number) => low + ((BOTTOM - py) / (BOTTOM - TOP)) * (high - low),
  }
  const says = now.doubtful ? 'nobody can say what the device says' : now.on ? 'on' : 'off'
  const upper = status.onOff.closes === 'rising' ? 'closed' : 'open'
  const pin = pinScale(status)
  return (
    <div className="scroll-x">
      <svg
        className={`scales ${css.scales}`}
        width={W}
        height={H}
        role="group"
        aria-label="The switch as scales"
      >
        <TruthScale status={status} levels={levels} range={range} q={q} y={y} />
        <TwoZones
          x={X.contact}
          name="contact"
          upper={upper}
          lower={upper === 'open' ? 'closed' : 'open'}
        />
        <PinScale status={status} {...pin} />
        <TwoZones x={X.shown} name={`${status.reader.device} says`} upper="on" lower="off" />
        <ThreadThrough now={now} upper={upper} y={y(now.truth)} pinY={pin.y(now.pinV ?? 0)} />
        <Grip
          frame={frame}
          x={X.truth}
          height={now.truth}
          name="Truth"
          now={now.truth}
          text={q.text(now.truth)}
          aloud={`${q.text(now.truth)}: ${now.closed ? 'closed' : 'open'}, ${says}`}
          onHold={moveTo}
          onSteps={(steps) => moveTo(now.truth + (steps / 100) * (high - low))}
        />
      </svg>
    </div>
  )
}

/** From the truth through the contact and the pin to what the device says. */
function ThreadThrough({
  now: { closed, on, doubtful, pinV },
  upper,
  y,
  pinY,
}: {
  now: SwitchNow
  upper: 'closed' | 'open'
  y: number
  pinY: number
}) {
  const contactY = closed === (upper === 'closed') ? TOP + 50 : BOTTOM - 50
  const shownY = on ? TOP + 50 : BOTTOM - 50
  return (
    <g>
      <path
        className={css.thread}
        data-doubt={doubtful || undefined}
        d={`M${X.truth} ${y}L${X.contact} ${contactY}L${X.pin} ${pinY}L${X.shown} ${shownY}`}
      />
      <text
        x={X.contact}
        y={contactY + (contactY < (TOP + BOTTOM) / 2 ? -12 : 24)}
        textAnchor="middle"
      >
        {closed ? 'closed' : 'open'}
      </text>
      <text x={X.pin + HALF + 8} y={pinY - 8}>
        {pinV === null ? 'floats' : `${fixed(pinV, 2)} V`}
      </text>
      <text x={X.shown + 12} y={shownY + 5}>
        {doubtful ? '?' : on ? 'on' : 'off'}
      </text>
    </g>
  )
}

/** What is followed: the two thresholds with their bands, and where they are wanted. */
function TruthScale({
  status: { thresholds, onOff },
  levels,
  range,
  q,
  y,
}: {
  status: OnOffStatus
  levels: Levels
  range: readonly [number, number]
  q: Quantity
  y: (v: number) => number
}) {
  const wanted = { rising: onOff.risingAt, falling: onOff.fallingAt }
  return (
    <g>
      <text className={css.name} x={X.truth} y={TOP - 14} textAnchor="middle">
        {q.unit}
      </text>
      <line className={css.axis} x1={X.truth} x2={X.truth} y1={TOP} y2={BOTTOM} />
      {range.map((v) => (
        <text key={v} className={css.name} x={X.truth - 14} y={y(v) + 5} textAnchor="end">
          {q.bare(v, 0)}
        </text>
      ))}
      {(['rising', 'falling'] as const).map((way) => {
        const half = thresholds[way]?.half ?? 0
        const at = y(levels[way])
        const asked = wanted[way]
        return (
          <g key={way}>
            {asked !== null && (
              <line
                className={css.wanted}
                x1={X.truth}
                x2={X.truth + HALF}
                y1={y(asked)}
                y2={y(asked)}
              />
            )}
            <rect
              className={css.band}
              x={X.truth - 7}
              width={HALF}
              y={y(levels[way] + half)}
              height={Math.max(0, y(levels[way] - half) - y(levels[way] + half))}
            />
            <line
              className={css.threshold}
              data-assumed={thresholds[way] ? undefined : true}
              x1={X.truth - 7}
              x2={X.truth + HALF - 7}
              y1={at}
              y2={at}
            />
            <text x={X.truth + HALF} y={at + (way === 'rising' ? -4 : 15)}>
              {way === 'rising' ? '↑' : '↓'} {q.bare(levels[way], 1)}
            </text>
          </g>
        )
      })}
    </g>
  )
}

/** A stage that is one thing or the other. */
function TwoZones({
  x,
  name,
  upper,
  lower,
}: {
  x: number
  name: string
  upper: string
  lower: string
}) {
  const middle = (TOP + BOTTOM) / 2
  return (
    <g>
      <text className={css.name} x={x} y={TOP - 14} textAnchor="middle">
        {name.length > 22 ? `${name.slice(0, 21)}…` : name}
      </text>
      <rect className={css.zone} x={x - HALF} width={2 * HALF} y={TOP} height={middle - TOP - 6} />
      <rect
        className={css.zone}
        x={x - HALF}
        width={2 * HALF}
        y={middle + 6}
        height={BOTTOM - middle - 6}
      />
      <text className={css.name} x={x + HALF + 6} y={TOP + 14}>
        {upper}
      </text>
      <text className={css.name} x={x + HALF + 6} y={BOTTOM - 4}>
        {lower}
      </text>
    </g>
  )
}

function pinScale({ input, fitted }: OnOffStatus) {
  const { limitV } = input
  const { lowV: thresholdLowV, highV: thresholdHighV } =
    input.thresholds ?? USUAL_FRONT_END.thresholds
  const top = Math.max(thresholdHighV * 1.5, (fitted?.highV[1] ?? 0) * 1.1)
  const y = (volt: number): number => BOTTOM - (volt / top) * (BOTTOM - TOP)
  return { thresholdLowV, thresholdHighV, limitV: Math.min(limitV, top), y }
}

/** Volts at the pin: what the input calls low and high, and where the levels lie over every corner. */
function PinScale({
  status: { fitted },
  thresholdLowV,
  thresholdHighV,
  limitV,
  y,
}: { status: OnOffStatus } & ReturnType<typeof pinScale>) {
  return (
    <g>
      <text className={css.name} x={X.pin} y={TOP - 14} textAnchor="middle">
        at the pin, V
      </text>
      <rect
        className={css.zone}
        x={X.pin - HALF}
        width={2 * HALF}
        y={y(limitV)}
        height={y(thresholdHighV) - y(limitV)}
      />
      <rect
        className={css.zone}
        x={X.pin - HALF}
        width={2 * HALF}
        y={y(thresholdLowV)}
        height={y(0) - y(thresholdLowV)}
      />
      {(
        [
          [thresholdHighV, 'high'],
          [thresholdLowV, 'low'],
        ] as const
      ).map(([volt, label]) => (
        <g key={label}>
          <line
            className={css.wanted}
            x1={X.pin - HALF}
            x2={X.pin + HALF}
            y1={y(volt)}
            y2={y(volt)}
          />
          <text className={css.name} x={X.pin - HALF - 6} y={y(volt) + 5} textAnchor="end">
            {label} {volt}
          </text>
        </g>
      ))}
      {fitted &&
        [fitted.highV, fitted.lowV].map(([from, to], i) => (
          <line key={i} className={css.reach} x1={X.pin} x2={X.pin} y1={y(from)} y2={y(to) - 2} />
        ))}
    </g>
  )
}
