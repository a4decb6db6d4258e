import { forceCollide, forceSimulation, forceX } from 'd3-force'
import { scaleLinear } from 'd3-scale'
import type { Id, Post } from '../../../core/build/index.ts'

/** A post as it is drawn: where it stands, and where the middle of its name does. */
export type DrawnPost = { post: Post; x: number; y: number; volt: number; nameY: number }

export type LayoutFrame = {
  width: number
  height: number
  /** y of a voltage against the ground that is looked from */
  y: (volt: number) => number
  ticks: number[]
}

const MARGIN = { left: 64, right: 70, top: 54, bottom: 48 }
/** A level picture is not blown up until a millivolt fills it, V. */
const LEAST_SPAN_V = 0.02
/** Half of the room that a post keeps for itself, px. */
const ROOM = 30

/** The scale of a picture that shows these volts, level in it. */
export function layoutFrame(volts: readonly number[], width: number, height: number): LayoutFrame {
  const low = Math.min(0, ...volts)
  const high = Math.max(0, ...volts)
  const spare = Math.max(0.08 * (high - low), LEAST_SPAN_V / 2)
  const scale = scaleLinear()
    .domain([low - spare, high + spare])
    .range([height - MARGIN.bottom, MARGIN.top])
  return { width, height, y: (v) => scale(v), ticks: scale.ticks(6) }
}

const MANY = 80

/**
 * Posts where they lie from front to rear, moved aside where they would cover each other; up and down they stay, since
 * that is what they say.
 */
export function placedPosts(
  posts: readonly Post[],
  volt: (post: Id) => number,
  frame: LayoutFrame,
): DrawnPost[] {
  const across = scaleLinear()
    .domain([0, 1])
    .range([MARGIN.left + ROOM, frame.width - MARGIN.right])
  const nodes = posts.map((post) => {
    const v = volt(post.id)
    const y = frame.y(v)
    return { post, volt: v, goal: across(post.along), x: across(post.along), y, fy: y }
  })
  // more posts than there is room for find none, however long they look
  const many = nodes.length > MANY
  forceSimulation(nodes)
    .force('x', forceX((n: (typeof nodes)[number]) => n.goal).strength(0.4))
    .force(
      'room',
      forceCollide(ROOM)
        .strength(0.9)
        .iterations(many ? 1 : 3),
    )
    .stop()
    .tick(many ? 20 : 120)
  const held = nodes.map(({ post, x, y, volt: v }) => ({
    ...{ post, y, volt: v },
    x: Math.min(frame.width - MARGIN.right, Math.max(MARGIN.left, x)),
  }))
  const taken = takenRoom(held.map((p) => boxAt(p.x, p.y, 16, 16)))
  // those that stand off the most are named first, and have the first choice of room
  const names = new Map(
    [...held]
      .sort((a, b) => Math.abs(b.volt) - Math.abs(a.volt))
      .map((p) => [p.post.id, nameYOf(p, taken, frame)]),
  )
  return held.map((p) => ({ ...p, nameY: names.get(p.post.id)! }))
}

export type Box = { x: number; y: number; width: number; height: number }
const boxAt = (x: number, y: number, width: number, height: number): Box => ({
  ...{ x: x - width / 2, y: y - height / 2 },
  ...{ width, height },
})
const overlap = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height

/** Room in a picture that something stands in already. */
export function takenRoom(start: readonly Box[] = []) {
  const boxes = [...start]
  return {
    isFree: (box: Box): boolean => !boxes.some((b) => overlap(b, box)),
    take: (box: Box): void => {
      boxes.push(box)
    },
  }
}
export type TakenRoom = ReturnType<typeof takenRoom>

/** Height of a name with its millivolts beneath, and width of a letter of it, px. */
const NAME = { height: 30, letter: 7.4 }
/** How far a name may stand from its post, px: above or below, nearest first. */
const STEPS = [26, -26, 58, -58, 90, -90, 122, -122]

/** A ground is named by its device in the picture, a sensor ground by what it is. */
export const shortName = (name: string): string =>
  name.replace(/, ground$/, '').replace(/^.*, (?=sensor ground$)/, '')

/** The room of a post's name. */
export const nameBox = ({ post, x, nameY }: Pick<DrawnPost, 'post' | 'x' | 'nameY'>): Box =>
  boxAt(x, nameY, shortName(post.name).length * NAME.letter, NAME.height)

/** Where a post's name stands clear of what is there: away from the level line first. */
function nameYOf(
  place: Pick<DrawnPost, 'post' | 'x' | 'y' | 'volt'>,
  taken: TakenRoom,
  frame: LayoutFrame,
): number {
  const away = place.volt >= 0 ? -1 : 1
  const at = STEPS.map((step) => place.y + away * step).filter(
    (y) => y > NAME.height / 2 && y < frame.height - NAME.height / 2,
  )
  const free = at.find((nameY) => taken.isFree(nameBox({ ...place, nameY })))
  const nameY = free ?? at[0] ?? place.y
  taken.take(nameBox({ ...place, nameY }))
  return nameY
}

/** Width of a line by the current in it, px. */
export const widthOf = (ampere: number): number =>
  Math.min(13, 1.4 + 1.6 * Math.sqrt(Math.abs(ampere)))
