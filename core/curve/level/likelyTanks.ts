import { likelyRow } from '../likely.ts'
import { madeOnce } from '../../math/madeOnce.ts'
import { linspace } from '../../math/linspace.ts'
import { uniformStream } from '../../math/random.ts'
import { senderSignal, tankHeight, tankLitres, type Sender, type Tank } from './tank.ts'

/** Tanks of each section; each with four senders. */
const EACH = 18
const HEIGHTS = 81

type Draw = (low: number, high: number) => number
type Corners = Tank['corners']

/** A closed section from its right side, bottom up, mirrored. */
const mirrored = (right: Corners): Corners => [
  ...right,
  ...right.toReversed().map(({ x, y }) => ({ x: -x, y })),
]

const round = (draw: Draw): Corners => {
  const flat = draw(0.6, 1.4)
  return linspace(0, 2 * Math.PI, 49)
    .slice(1)
    .map((a) => ({ x: 150 * flat * Math.cos(a), y: 150 + 150 * Math.sin(a) }))
}
const wedge = (draw: Draw): Corners =>
  mirrored([
    { x: draw(10, 250), y: 0 },
    { x: draw(150, 260), y: draw(120, 180) },
    { x: draw(60, 260), y: 300 },
  ])
const stepped = (draw: Draw): Corners => {
  const [below, above, at] = [draw(40, 220), draw(120, 260), draw(50, 200)]
  return [
    { x: 0, y: 0 },
    { x: below, y: 0 },
    { x: below, y: at },
    { x: above, y: at + draw(1, 60) },
    { x: above, y: 300 },
    { x: 0, y: 300 },
  ]
}
/** Two lobes and what joins them above a hump: the lower one fills first where they are unlike. */
const saddle = (draw: Draw): Corners => {
  const hump = draw(60, 200),
    tunnel = draw(60, 200),
    lobe = draw(60, 200),
    second = draw(0, 60)
  return [
    { x: 0, y: 0 },
    { x: lobe, y: 0 },
    { x: lobe + draw(0, 30), y: hump },
    { x: lobe + tunnel, y: hump },
    { x: lobe + tunnel + draw(0, 30), y: second },
    { x: 2 * lobe + tunnel + 30, y: second },
    { x: 2 * lobe + tunnel + 30, y: 300 },
    { x: 0, y: 300 },
  ]
}
const box = (draw: Draw): Corners => {
  const foot = draw(0, 40)
  return mirrored([
    { x: 200 - foot, y: 0 },
    { x: 200, y: foot + 1 },
    { x: 200, y: 300 - draw(1, 60) },
    { x: 200 - draw(0, 60), y: 300 },
  ])
}

/** Straight up a tube, or an arm between its stops, which may lie short of the tank's ends. */
function senderIn(top: number, stops: readonly [number, number], draw: Draw): Sender {
  const ends = { emptySignal: 0, fullSignal: 1 }
  const low = top * stops[0],
    high = top * (1 - stops[1])
  if (draw(0, 1) < 0.45) return { kind: 'straight', lowMm: low, highMm: high, ...ends }
  const pivotMm = top * draw(0.25, 1.05)
  const reach = Math.max(pivotMm - low, high - pivotMm)
  const armMm = reach * draw(1.02, 1.9)
  const degrees = (h: number): number => (Math.asin((h - pivotMm) / armMm) * 180) / Math.PI
  return { kind: 'arm', pivotMm, armMm, lowDeg: degrees(low), highDeg: degrees(high), ...ends }
}

/** The furthest a stop lies from an end of the tank, as a share of its height. */
const FARTHEST_STOP = 0.16

function rowsOf(section: (draw: Draw) => Corners, draw: Draw): number[][] {
  const tank: Tank = { corners: section(draw), lengthMm: 500 }
  const top = tankHeight(tank),
    heights = linspace(0, top, HEIGHTS)
  const litres = heights.map((h) => tankLitres(tank, h))
  const stop = (): number => draw(0, FARTHEST_STOP)
  const stops: [number, number][] = [
    [0, 0],
    [stop(), 0],
    [0, stop()],
    [stop(), stop()],
  ]
  return stops.flatMap((of) => {
    const sender = senderIn(top, of, draw)
    // a winding is not quite even
    const taper = Math.exp(draw(-0.12, 0.12))
    const row = likelyRow(
      litres,
      heights.map((h) => senderSignal(sender, h) ** taper),
    )
    return row === null ? [] : [row]
  })
}

/** Level senders in tanks of many sections, with stops and without: how their signals go from empty to full. */
export const likelyTanks = madeOnce(() => {
  const uniform = uniformStream(20)
  const draw: Draw = (low, high) => low + (high - low) * uniform()
  return [round, wedge, stepped, saddle, box].flatMap((section) =>
    Array.from({ length: EACH }, () => rowsOf(section, draw)).flat(),
  )
})
