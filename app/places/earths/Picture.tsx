import { fixed, significant } from '../../../core/quantity/index.ts'
import { useElementSize } from '@mantine/hooks'
import { useMemo } from 'react'
import type { Id, Strap } from '../../../core/build/index.ts'
import { offsetByStrap, type ReaderCost } from '../../../core/earths/index.ts'
import { useQuantity } from '../../parts/units.ts'
import {
  layoutFrame,
  nameBox,
  placedPosts,
  shortName,
  takenRoom,
  widthOf,
  type Box,
  type LayoutFrame,
  type DrawnPost,
  type TakenRoom,
} from './layout.ts'
import { usePull } from './usePull.ts'
import type { EarthsNow } from './useEarths.ts'
import css from './Earths.module.css'

const HEIGHT = 430
/** A drop across a strap that is worth its ink, V. */
const HIGH_V = 0.05
/** Straps with the highest drops say their current and ohms. */
const MOST_SAID = 4

type Props = {
  earths: EarthsNow
  seenFrom: Id
  chosen: Id | null
  onChoose: (post: Id | null) => void
  /** the reader whose straps stay in ink; null: all */
  read: Id | null
}

/**
 * The grounds as posts that stand above or below the ground that is looked from, by their millivolts, from front to
 * rear; a level picture is a true vehicle. A post is chosen by pressing it; pulled from one to another it runs a
 * wire; a strap pulled at one end moves that end.
 */
export function Picture({ earths, seenFrom, chosen, onChoose, read }: Props) {
  const { build, picture } = earths
  const { ref, width: measured } = useElementSize()
  const width = Math.max(560, measured || 860)
  const { frame, placed, at } = useMemo(() => {
    const zero = picture.volt[seenFrom] ?? 0
    const relative = (post: Id): number => (picture.volt[post] ?? 0) - zero
    const frame = layoutFrame(
      build.posts.map((p) => relative(p.id)),
      width,
      HEIGHT,
    )
    const placed = placedPosts(build.posts, relative, frame)
    return { frame, placed, at: new Map(placed.map((p) => [p.post.id, p])) }
  }, [build.posts, picture.volt, seenFrom, width])
  const pull = usePull(earths, at)
  const palePosts = usePale(earths, chosen, read)
  // what is written keeps clear of what is drawn and written before it
  const taken = takenRoom(placed.flatMap((p) => [nameBox(p), markOf(p)]))
  const boxes = costBoxes(picture.costs, at, frame, taken)
  return (
    <div ref={ref} className="scroll-x">
      <svg
        className={css.picture}
        width={width}
        height={HEIGHT}
        role="group"
        aria-label="The grounds, by their millivolts"
        {...pull.on}
      >
        <Scale frame={frame} />
        {placed.map(({ post, x, y }) => (
          <line key={post.id} className={css.stem} x1={x} x2={x} y1={frame.y(0)} y2={y} />
        ))}
        <Straps earths={earths} at={at} pale={palePosts} taken={taken} pull={pull} />
        {pull.line && <line className={css.pulling} {...pull.line} />}
        {placed.map((p) => (
          <PostMark
            key={p.post.id}
            placed={p}
            from={p.post.id === seenFrom}
            chosen={p.post.id === chosen}
            onChoose={() => onChoose(p.post.id === chosen ? null : p.post.id)}
            onPull={(e) => pull.start(p.post.id, e)}
          />
        ))}
        {boxes.map(({ cost, box }) => (
          <CostBox key={cost.read} cost={cost} box={box} />
        ))}
      </svg>
    </div>
  )
}

function Scale({ frame }: { frame: LayoutFrame }) {
  return (
    <>
      <text className={css.tick} x={50} y={22}>
        mV
      </text>
      {frame.ticks.map((v) => (
        <g key={v}>
          <line
            className={v === 0 ? css.level : css.grid}
            x1={60}
            x2={frame.width - 12}
            y1={frame.y(v)}
            y2={frame.y(v)}
          />
          <text className={css.tick} x={52} y={frame.y(v) + 4}>
            {millivolts(v)}
          </text>
        </g>
      ))}
      <text className={css.place} x={70} y={frame.height - 8}>
        front
      </text>
      <text className={css.place} x={frame.width - 46} y={frame.height - 8}>
        rear
      </text>
    </>
  )
}

export const millivolts = (volt: number): string => {
  const mv = volt * 1000
  const text = Math.abs(mv) < 9.95 ? fixed(Math.abs(mv), 1) : fixed(Math.abs(mv), 0)
  return Number(text) === 0 ? '0' : `${mv < 0 ? '−' : '+'}${text}`
}

/** A strap that makes so much of what a reader's ground stands off stays in ink. */
const IN_INK = 0.05

/** Straps that go pale: those that do not touch the chosen post, or that do nothing to the chosen reader. */
function usePale(
  { build, solved, picture }: EarthsNow,
  chosen: Id | null,
  read: Id | null,
): ReadonlySet<Id> {
  return useMemo(() => {
    const pale = (is: (s: Strap) => boolean): Set<Id> =>
      new Set(build.straps.filter(is).map((s) => s.id))
    if (chosen !== null) return pale((s) => s.a !== chosen && s.b !== chosen)
    const cost = picture.costs.find((c) => c.read === read)
    if (!cost || !solved) return new Set()
    const parts = offsetByStrap({ ...solved.ground, ...solved.estimate }, picture, cost)
    const most = Math.max(...Object.values(parts).map(Math.abs))
    return pale((s) => Math.abs(parts[s.id] ?? 0) < IN_INK * most)
  }, [build.straps, solved, picture, chosen, read])
}

function Straps({
  earths: { build, picture, solved, measured },
  at,
  pale,
  taken,
  pull,
}: {
  earths: EarthsNow
  at: ReadonlyMap<Id, DrawnPost>
  pale: ReadonlySet<Id>
  taken: TakenRoom
  pull: ReturnType<typeof usePull>
}) {
  const known = new Map(solved?.estimate.wires.map((w) => [w.id, w]))
  const across = (id: Id): number => Math.abs((picture.ampere[id] ?? 0) * (known.get(id)?.ohm ?? 0))
  const said = new Set(
    [...build.straps]
      .sort((a, b) => across(b.id) - across(a.id))
      .slice(0, MOST_SAID)
      .filter((s) => across(s.id) > 0.002)
      .map((s) => s.id),
  )
  return build.straps.map((s) => {
    const [a, b] = [at.get(s.a), at.get(s.b)]
    if (!a || !b) return null
    const ampere = Math.abs(picture.ampere[s.id] ?? 0)
    const wire = known.get(s.id)
    const classes = [
      css.strap,
      across(s.id) > HIGH_V ? css.high : '',
      measured.has(s.id) ? '' : css.assumed,
      pale.has(s.id) || pull.held === s.id ? css.faded : '',
    ]
    return (
      <g key={s.id}>
        <line
          className={classes.join(' ')}
          strokeWidth={widthOf(ampere)}
          x1={a.x}
          y1={a.y}
          x2={b.x}
          y2={b.y}
        />
        <line
          className={css.grip}
          data-strap={s.id}
          x1={a.x}
          y1={a.y}
          x2={b.x}
          y2={b.y}
          onPointerDown={(e) => pull.pickUp(s, e)}
        >
          <title>{s.name}</title>
        </line>
        {said.has(s.id) && wire && (
          <OnStrap
            a={a}
            b={b}
            taken={taken}
            text={`${fixed(ampere, 1)} A · ${milliohms(wire.ohm)}`}
          />
        )}
      </g>
    )
  })
}

export const milliohms = (ohm: number): string => `${significant(ohm * 1000, 2)} mΩ`

function PostMark({
  placed: { post, x, y, volt, nameY },
  from,
  chosen,
  onChoose,
  onPull,
}: {
  placed: DrawnPost
  from: boolean
  chosen: boolean
  onChoose: () => void
  onPull: (e: React.PointerEvent) => void
}) {
  const name = shortName(post.name)
  return (
    <g
      className={`${css.post} ${from ? css.from : ''} ${chosen ? css.chosen : ''}`}
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={`${name} ${millivolts(volt)} mV${name === post.name ? '' : `, ${post.name}`}`}
      data-post={post.id}
      onClick={onChoose}
      onPointerDown={onPull}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return
        e.preventDefault()
        onChoose()
      }}
    >
      <circle cx={x} cy={y} r={22} style={{ fill: 'transparent', stroke: 'none' }} />
      <circle cx={x} cy={y} r={from ? 9 : 7} />
      <text className={css.name} x={x} y={nameY - 2}>
        {/* the gap that whoever hears it read needs */}
        {`${name} `}
      </text>
      <text className={css.volt} x={x} y={nameY + 13}>
        {millivolts(volt)}
      </text>
    </g>
  )
}

const BOX = { width: 232, height: 24, gap: 3, most: 3 }
/** A reader is named in the picture from this share of what it needs. */
const WORTH = 0.1

const markOf = ({ x, y }: DrawnPost): Box => ({ x: x - 10, y: y - 10, width: 20, height: 20 })

/** What the posts cost the readers that stand on them, the worst few at each, in room that is free. */
function costBoxes(
  costs: readonly ReaderCost[],
  at: ReadonlyMap<Id, DrawnPost>,
  frame: LayoutFrame,
  taken: TakenRoom,
): { cost: ReaderCost; box: Box }[] {
  const byPost = new Map<Id, ReaderCost[]>()
  for (const c of costs.filter((x) => x.share >= WORTH && !x.overridden)) {
    const [sensor, converter] = [at.get(c.sensor), at.get(c.converter)]
    if (!sensor || !converter) continue
    // beside the one of the two that is not level
    const post = Math.abs(sensor.volt) > Math.abs(converter.volt) ? c.sensor : c.converter
    byPost.set(post, [...(byPost.get(post) ?? []), c])
  }
  return [...byPost].flatMap(([post, here]) =>
    here.slice(0, BOX.most).map((cost) => ({ cost, box: freeBox(at.get(post)!, frame, taken) })),
  )
}

/** The nearest room beside a post, to its right, then to its left, then further down. */
function freeBox(p: DrawnPost, frame: LayoutFrame, taken: TakenRoom): Box {
  const across = [p.x + 16, p.x - BOX.width - 16, p.x - BOX.width / 2].map((x) =>
    Math.min(Math.max(64, x), frame.width - BOX.width - 6),
  )
  const down = [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, 6].map(
    (k) => p.y - 12 + k * (BOX.height + BOX.gap),
  )
  const boxes = down
    .filter((y) => y > 4 && y < frame.height - BOX.height - 20)
    .flatMap((y) => across.map((x) => ({ x, y, width: BOX.width, height: BOX.height })))
  const box = boxes.find((b) => taken.isFree(b)) ?? boxes[0]!
  taken.take(box)
  return box
}

/** What a strap carries, beside it where there is room for it. */
function OnStrap({
  a,
  b,
  taken,
  text,
}: {
  a: DrawnPost
  b: DrawnPost
  taken: TakenRoom
  text: string
}) {
  const width = text.length * 7.4
  const places = [0.5, 0.35, 0.65, 0.25, 0.75].map((share) => ({
    x: a.x + share * (b.x - a.x),
    y: a.y + share * (b.y - a.y),
  }))
  const box = ({ x, y }: { x: number; y: number }): Box => ({
    ...{ x: x - width / 2, y: y - 10 },
    ...{ width, height: 15 },
  })
  const place = places.find((p) => taken.isFree(box(p)))
  if (!place) return null
  taken.take(box(place))
  return (
    <text className={css.onStrap} x={place.x} y={place.y}>
      {text}
    </text>
  )
}

function CostBox({ cost, box: { x, y, width, height } }: { cost: ReaderCost; box: Box }) {
  const q = useQuantity(cost.unit, cost.need)
  const name = `${cost.name.split(',')[0]}, ${cost.device.toLowerCase()}`
  return (
    <g className={`${css.cost} ${cost.share > 1 ? css.over : ''}`}>
      <rect x={x} y={y} width={width} height={height} rx={3} />
      <text x={x + 8} y={y + 16}>
        {name.length > 22 ? `${name.slice(0, 21)}…` : name}
      </text>
      <text className={css.off} x={x + width - 8} y={y + 16}>
        {q.off(cost.off, 1)} {q.unit}
      </text>
    </g>
  )
}
