import { EchtError, requireFinite } from '../error.ts'

/**
 * A trigger wheel: the angles of its active edges in the order they pass the pickup, degrees of the crank, ascending,
 * the first at 0. It repeats after `cycleDegrees`: a crank wheel after 360, a cam wheel after 720.
 */
export type Wheel = { cycleDegrees: 360 | 720; edgesDegrees: number[] }

/** A wheel with more edges than this turns no crank. */
const MOST_EDGES = 720
/** Edges nearer than this cannot be told apart, °. */
const LEAST_STEP = 0.05

/**
 * A wheel out of its shorthand: `60-2` is 60 equal pitches without the last 2 teeth, edge 0 the first after the gap;
 * `4+1` is 4 equal ones and one extra half a pitch before edge 0; `0,10,25.5/360` are the angles themselves, `/720` a
 * wheel of the cam. Throws `EchtError` `bad-wheel` for any other text, or a wheel that cannot be.
 *
 * @example parseWheel('36-2').edgesDegrees.length // 34
 */
export function parseWheel(text: string): Wheel {
  const plain = typeof text === 'string' ? text.trim().replaceAll('−', '-') : ''
  const short = /^(\d{1,4})\s*([-+])\s*(\d{1,3})$/.exec(plain)
  if (short) return shorthand(plain, Number(short[1]), short[2] as '-' | '+', Number(short[3]))
  const list = /^([^/]+)(?:\/\s*(\d+))?$/.exec(plain)
  if (!list || !/\d/.test(plain)) throw bad(text)
  const cycle = Number(list[2] ?? 360)
  if (cycle !== 360 && cycle !== 720)
    throw new EchtError(
      'bad-wheel',
      `A wheel repeats after 360° of the crank or after 720°, not after ${cycle}°: write /360 or /720.`,
    )
  const parts = list[1]!.split(',').map((p) => p.trim())
  const angles = parts.map((p) => (/^\d+(\.\d+)?$/.test(p) ? Number(p) : NaN))
  if (angles.some((a) => Number.isNaN(a))) throw bad(text)
  return requireWheel({ cycleDegrees: cycle, edgesDegrees: angles })
}

const bad = (text: unknown): EchtError =>
  new EchtError(
    'bad-wheel',
    `"${String(text)}" is no wheel: write 60-2 (60 pitches, 2 missing), 4+1 (4 and one ` +
      'extra) or the angles, 0,10,25.5/360.',
  )

function shorthand(text: string, teeth: number, sign: '-' | '+', other: number): Wheel {
  const pitch = 360 / teeth
  if (sign === '-') {
    if (teeth < 2 || other >= teeth || teeth > MOST_EDGES)
      throw new EchtError(
        'bad-wheel',
        `${text}: of ${teeth} teeth ${other} cannot be missing: 2 teeth at least, and one that is left.`,
      )
    return {
      cycleDegrees: 360,
      edgesDegrees: Array.from({ length: teeth - other }, (_, i) => i * pitch),
    }
  }
  if (teeth < 1 || other !== 1 || teeth > MOST_EDGES)
    throw new EchtError(
      'bad-wheel',
      `${text}: one tooth may be extra, half a pitch before edge 0. For others write the angles.`,
    )
  return {
    cycleDegrees: 360,
    edgesDegrees: [...Array.from({ length: teeth }, (_, i) => i * pitch), 360 - pitch / 2],
  }
}

/** The wheel as it came, checked: throws `EchtError` `bad-wheel` where it says what cannot be. */
export function requireWheel(wheel: Wheel): Wheel {
  const cycle = wheel?.cycleDegrees
  const edges = wheel?.edgesDegrees
  if ((cycle !== 360 && cycle !== 720) || !Array.isArray(edges) || edges.length === 0)
    throw new EchtError('bad-wheel', 'A wheel has at least one edge, in 360 or 720 degrees.')
  if (edges.length > MOST_EDGES)
    throw new EchtError('bad-wheel', `${edges.length} edges are more than any wheel has.`)
  edges.forEach((e, i) => {
    const before = i === 0 ? 0 : edges[i - 1]!
    const fits = i === 0 ? e === 0 : e - before >= LEAST_STEP
    if (!Number.isFinite(e) || !fits || e > cycle - LEAST_STEP)
      throw new EchtError(
        'bad-wheel',
        `Edge ${i} is at ${e}°: edges rise from 0 and stay below ${cycle}.`,
      )
  })
  return wheel
}

/** Degrees from each edge to the next, the last to the first of the next cycle. */
export const degreesBetween = ({ cycleDegrees, edgesDegrees }: Wheel): number[] =>
  edgesDegrees.map((e, i) => (edgesDegrees[i + 1] ?? cycleDegrees) - e)

/** How far a pattern may be off a shorthand to be written as it, ° of a pitch. */
const SAME = 1e-6

/** How a wheel is written: by its shorthand where it has one, else by its angles. */
export function nameOfWheel(wheel: Wheel): string {
  const { cycleDegrees, edgesDegrees: edges } = wheel
  const n = edges.length
  if (cycleDegrees === 360) {
    for (let teeth = Math.max(2, n); teeth <= n + 8; teeth++)
      if (edges.every((e, i) => Math.abs(e - (i * 360) / teeth) < SAME))
        return `${teeth}-${teeth - n}`
    const pitch = 360 / (n - 1)
    if (
      n > 1 &&
      edges.every((e, i) => Math.abs(e - (i === n - 1 ? 360 - pitch / 2 : i * pitch)) < SAME)
    )
      return `${n - 1}+1`
  }
  return [edges.map((e) => Math.round(e * 100) / 100).join(','), cycleDegrees].join('/')
}

/** A sample rate: throws `EchtError` `not-a-number`, `not-positive`. */
export function requireRate(sampleHz: number): number {
  requireFinite(sampleHz, 'The sample rate')
  if (sampleHz <= 0)
    throw new EchtError('not-positive', `The sample rate is ${sampleHz} Hz: it must be above zero.`)
  return sampleHz
}

export type Pickup = 'vr' | 'hall'
/** Throws `EchtError` `unknown-pickup`. */
export function requirePickup(pickup: Pickup): Pickup {
  if (pickup !== 'vr' && pickup !== 'hall')
    throw new EchtError('unknown-pickup', `"${String(pickup)}" is no pickup: vr or hall.`)
  return pickup
}

/** Teeth up to which a ring without a gap may be a distributor's, which tells an angle with the help of another. */
const MOST_EVEN = 12

/** A ring of many teeth without a gap, as a wheel's speed has: it tells speed, and no angle. */
export const isSpeedRing = (wheel: Wheel): boolean => {
  const steps = degreesBetween(wheel)
  return steps.length > MOST_EVEN && Math.max(...steps) - Math.min(...steps) < LEAST_STEP
}
