import { nameOfWheel, type Wheel } from './wheel.ts'

/** A way out where the unit was told another wheel than the engine has. */
export type WayOut = {
  way: 'describe' | 'change-wheel' | 'convert'
  /** hours of a careful person, parts at hand */
  effortH: number
  /** how coarse the crank is then seen, °: the widest step between edges */
  widestDeg: number
  /** how far an edge the unit is given may be off while the speed swings in a turn, ° */
  offDeg: number
  /** whether the unit needs to take a list of angles for it, and not only teeth and missing ones */
  byAngles: boolean
}

/** The change of speed within a turn of an engine that idles, relative: what a converter guesses ahead with. */
const SWING = 0.05

/** Whether two wheels give the same edges. */
export const isSameWheel = (a: Wheel, b: Wheel): boolean =>
  a.cycleDegrees === b.cycleDegrees &&
  a.edgesDegrees.length === b.edgesDegrees.length &&
  a.edgesDegrees.every((e, i) => Math.abs(e - b.edgesDegrees[i]!) < 0.05)

/**
 * Ways out where the unit waits for a wheel that is not the one on the engine, the least work first: telling it the
 * wheel there is; changing the wheel; a converter between, which must guess where the crank is between the edges it
 * sees, and is off by as much as the speed changes there. Empty where the two are alike.
 */
export function waysOut(on: Wheel, told: Wheel): WayOut[] {
  if (isSameWheel(on, told)) return []
  const plain = (wheel: Wheel): boolean => !nameOfWheel(wheel).includes('/')
  return [
    { way: 'describe', effortH: 0.5, widestDeg: widest(on), offDeg: 0, byAngles: !plain(on) },
    {
      ...{ way: 'convert' as const, effortH: 3, widestDeg: widest(told), byAngles: false },
      offDeg: SWING * farthest(on, told),
    },
    { way: 'change-wheel', effortH: 6, widestDeg: widest(told), offDeg: 0, byAngles: false },
  ]
}

const edgesOver = ({ cycleDegrees, edgesDegrees }: Wheel, degrees: number): number[] =>
  Array.from({ length: degrees / cycleDegrees }, (_, k) =>
    edgesDegrees.map((e) => e + k * cycleDegrees),
  ).flat()

function widest(wheel: Wheel): number {
  const edges = edgesOver(wheel, 720)
  return Math.max(...edges.map((e, i) => (edges[i + 1] ?? 720 + edges[0]!) - e))
}

/** The farthest an edge that is to be made lies after the last one that is seen, °. */
function farthest(on: Wheel, told: Wheel): number {
  const seen = edgesOver(on, 720)
  return Math.max(
    ...edgesOver(told, 720).map((e) => {
      const last = seen.filter((s) => s <= e + 1e-9).at(-1) ?? seen.at(-1)! - 720
      return e - last
    }),
  )
}
