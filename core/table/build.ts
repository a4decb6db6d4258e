import { roundFigures } from '../quantity/index.ts'
import { EchtError, requireFinite, requirePositive, requireRange, orElse } from '../error.ts'
import { aFunction, aNumber, everyOf, wordOf, optional, thingWith } from '../expects.ts'
import { linspace } from '../math/linspace.ts'
import { lookUp, requireTable, type Table } from './interpolate.ts'
import { jointOnSteps, MOST_JOINT } from './joint.ts'
import { placeKnots } from './placement.ts'
import { nearestIndex, sampleCurve, valueAt, withCells, type Samples } from './samples.ts'
import { valuesOnSteps } from './steps.ts'
import { bestValues, type Remembered } from './values.ts'

export type TableTask = {
  /** the value the table should give at x */
  curve: (x: number) => number
  range: [number, number]
  /** 2 to 64 and more */
  cells: number
  /** the device's axis step, counted from 0 */
  xStep?: number
  /** the device's value step, counted from 0 */
  yStep?: number
  placement: 'even' | 'best'
  /** cell values must lie on the curve */
  onCurve?: boolean
  /** the axis is given; only values are chosen */
  fixedX?: number[]
}

export type BuiltTable = Table & { worstError: number; worstX: number }

/** Far beyond what a device has; the work grows with it. */
const MOST_CELLS = 4096

const TASK = thingWith({
  curve: aFunction,
  placement: wordOf('even', 'best'),
  fixedX: optional(everyOf(aNumber)),
})

/**
 * The table with the least worst error for a device that interpolates linearly and holds beyond its ends.
 * The error is judged over `range`; `x` spans it. For smooth curves and many intervals N the worst error
 * tends to (∫√|f″|)²/(16 N²) with free values and twice that on the curve (de Boor 1978, ch. XII).
 * Throws `EchtError`: `bad-range`, `bad-step`, `bad-curve`, `too-few-cells`, `too-many-cells` (4,096 at most,
 * and no more than there are axis steps), `not-a-number`, `not-positive`.
 */
export function buildTable(task: TableTask): BuiltTable {
  TASK(task, 'The task')
  const range = requireRange(task.range, 'The range of the table')
  if (task.xStep !== undefined) requirePositive(task.xStep, 'The axis step')
  if (task.yStep !== undefined) requirePositive(task.yStep, 'The value step')
  const cells = task.fixedX?.length ?? task.cells
  if (!Number.isInteger(cells) || cells < 2)
    throw new EchtError(
      'too-few-cells',
      `A table of ${cells} cells cannot follow a curve: it needs at least two.`,
    )
  if (cells > MOST_CELLS)
    throw new EchtError(
      'too-many-cells',
      `A table of ${cells} cells is larger than any device has: ${MOST_CELLS} at most.`,
    )
  const samples = sampleCurve(
    task.curve,
    range,
    task.xStep === undefined ? 8192 : Math.max(2048, 96 * (cells - 1)),
    task.fixedX ? undefined : task.xStep,
  )
  if (task.fixedX) {
    task.fixedX.forEach((v, i) => requireFinite(v, `Axis cell ${i + 1}`))
    requireTable({ x: task.fixedX, y: task.fixedX })
    return finish(withValues(task, task.fixedX, samples), task, range)
  }
  if (samples.knots.length < cells)
    throw new EchtError(
      'too-many-cells',
      `Only ${samples.knots.length} axis steps of ${task.xStep} lie between ${range[0]} and ` +
        `${range[1]}: ${cells} cells need as many.`,
    )
  const even = (): Table => withValues(task, evenAxis(samples, cells), samples)
  if (task.placement === 'even') return finish(even(), task, range)
  const plain = finish(even(), task, range)
  // theory's limit is a good place to begin the search
  const best = finish(
    bestTable(
      task,
      samples,
      cells,
      Math.min(plain.worstError || Infinity, estimate(samples, cells)),
    ),
    task,
    range,
  )
  return best.worstError <= plain.worstError ? best : plain
}

function bestTable(task: TableTask, samples: Samples, cells: number, startError: number): Table {
  const places = placeKnots(
    samples,
    cells - 1,
    { onCurve: task.onCurve === true, yStep: task.yStep },
    startError,
  )
  const rough = withValues(
    task,
    places.map((i) => samples.x[i]!),
    samples,
  )
  if (task.yStep === undefined) return rough
  const joint =
    !task.onCurve && jointOnSteps(samples, cells, task.yStep, worstOver(rough, samples).error)
  const best = joint || moveKnots(rough, task, samples)
  if (task.onCurve || cells <= MOST_JOINT) return best
  // more cells than can be tried together are never worse than as many as can
  const fewer = withMore(
    bestTable(task, samples, MOST_JOINT, startError),
    cells,
    samples,
    task.yStep,
  )
  return fewer && worstOver(fewer, samples).error < worstOver(best, samples).error ? fewer : best
}

/**
 * The same table with more cells, each put where its value lies nearest to a step. Undefined where there is no room.
 */
function withMore(table: Table, cells: number, samples: Samples, yStep: number): Table | undefined {
  const places = [...samples.knots].map((k) => samples.x[k]!)
  let { x, y } = table
  while (x.length < cells) {
    const free = places
      .filter((place) => place > x[0]! && place < x.at(-1)! && !x.includes(place))
      .map((place) => {
        const value = lookUp({ x, y }, place, 'hold')
        return { place, value: onStep(value, yStep), off: Math.abs(onStep(value, yStep) - value) }
      })
    if (free.length === 0) return undefined
    const { place, value } = free.reduce((a, b) => (b.off < a.off ? b : a))
    const at = x.findIndex((v) => v > place)
    x = [...x.slice(0, at), place, ...x.slice(at)]
    y = [...y.slice(0, at), value, ...y.slice(at)]
  }
  return { x, y }
}

/** Values that will be rounded to steps need be no nearer to the best than this share of a step. */
const NEAR_STEP = 0.05

function withValues(task: TableTask, x: number[], placed: Samples): Table {
  const samples = withCells(placed, task.curve, x)
  if (task.onCurve) {
    const y = x.map((v) => onCurveAt(task, v))
    return { x, y: task.yStep === undefined ? y : y.map((v) => onStep(v, task.yStep!)) }
  }
  const free = bestValues(
    x,
    samples,
    worstOver({ x, y: x.map((v) => sampleAt(samples, v)) }, samples).error,
    NEAR_STEP * (task.yStep ?? 0),
  )
  return {
    x,
    y:
      task.yStep === undefined
        ? free.y
        : valuesOnSteps(x, samples, free.y, free.error, task.yStep).y,
  }
}

// an outer step a little beyond the range takes the curve's own value there, where the curve reaches
function onCurveAt({ curve, range }: TableTask, x: number): number {
  const value = orElse(() => curve(x), NaN)
  return Number.isFinite(value) ? value : valueAt(curve, Math.min(range[1], Math.max(range[0], x)))
}

/** The nearest step, free of the last binary digits: 102.1 and not 102.10000000000001. */
const onStep = (v: number, step: number): number => roundFigures(Math.round(v / step) * step, 12)

function evenAxis(samples: Samples, cells: number): number[] {
  const first = samples.x[samples.knots[0]!]!,
    last = samples.x[samples.knots.at(-1)!]!
  const places = [...samples.knots].map((k) => samples.x[k]!)
  if (samples.knots.length === samples.x.length && !isStepped(places))
    return linspace(first, last, cells)
  // on steps: the nearest step to each even place, never two cells on one
  let previous = -1
  return linspace(0, places.length - 1, cells).map((_, i) => {
    const want = first + ((last - first) * i) / (cells - 1)
    let k = nearestIndex(places, want)
    k = Math.min(Math.max(k, previous + 1), places.length - (cells - i))
    previous = k
    return places[k]!
  })
}

const isStepped = (places: number[]): boolean => {
  const step = places[1]! - places[0]!
  return places.every((p, i) => Math.abs(p - places[0]! - i * step) < 1e-6 * step)
}

const sampleAt = (samples: Samples, v: number): number => samples.f[nearestIndex(samples.x, v)]!

/** (∫√|f″|)²/(16 N²) by the samples, the start of the search. */
function estimate(samples: Samples, cells: number): number {
  const { x, f } = samples
  let bend = 0
  for (let i = 1; i + 1 < x.length; i++) {
    const h1 = x[i]! - x[i - 1]!,
      h2 = x[i + 1]! - x[i]!
    bend +=
      Math.sqrt(Math.abs((2 * ((f[i + 1]! - f[i]!) / h2 - (f[i]! - f[i - 1]!) / h1)) / (h1 + h2))) *
      ((h1 + h2) / 2)
  }
  return bend ** 2 / (16 * (cells - 1) ** 2) || 1e-12
}

/** Moves one breakpoint at a time beside the worst place, values chosen anew, as long as it helps. */
// eslint-disable-next-line complexity -- three nested tries that stop one another: apart they would pass flags
function moveKnots(start: Table, task: TableTask, samples: Samples): Table {
  let table = start,
    worst = worstOver(table, samples)
  const places = [...samples.knots].map((k) => samples.x[k]!)
  const remembered: Remembered = new Map()
  for (let round = 0; round < 24; round++) {
    const interval = table.x.findIndex(
      (_, i) => i + 1 < table.x.length && table.x[i + 1]! >= worst.x,
    )
    let improved = false
    for (const cell of [interval, interval + 1]) {
      if (cell <= 0 || cell >= table.x.length - 1) continue
      const k = nearestIndex(places, table.x[cell]!)
      for (const move of [-1, 1, -2, 2, -5, 5]) {
        const moved = places[k + move]
        if (moved === undefined || moved <= table.x[cell - 1]! || moved >= table.x[cell + 1]!)
          continue
        const x = table.x.map((v, i) => (i === cell ? moved : v))
        // the values so far are a good centre for the new ones: no need to begin from the best without steps
        const stepped = task.onCurve
          ? null
          : valuesOnSteps(x, samples, table.y, worst.error, task.yStep!, remembered)
        if (stepped && stepped.error >= worst.error * (1 - 1e-9)) continue
        const tried: Table = stepped ? { x, y: stepped.y } : withValues(task, x, samples)
        const error = worstOver(tried, samples)
        if (error.error < worst.error * (1 - 1e-9)) {
          table = tried
          worst = error
          improved = true
          break
        }
      }
      if (improved) break
    }
    if (!improved) break
  }
  return table
}

function worstOver(table: Table, samples: Samples): { error: number; x: number; at: number } {
  let error = -1,
    at = 0
  for (let i = 0; i < samples.x.length; i++) {
    const e = Math.abs(lookUp(table, samples.x[i]!, 'hold') - samples.f[i]!)
    if (e > error) {
      error = e
      at = i
    }
  }
  return { error, x: samples.x[at]!, at }
}

/** Judges a table over the range and looks between the samples at the worst place. */
function finish(table: Table, task: TableTask, range: [number, number]): BuiltTable {
  const worst = worstError(table, task.curve, range)
  return {
    ...table,
    x:
      task.xStep === undefined || task.fixedX
        ? table.x
        : table.x.map((v) => onStep(v, task.xStep!)),
    y: task.yStep === undefined ? table.y : table.y.map((v) => onStep(v, task.yStep!)),
    worstError: worst.error,
    worstX: worst.x,
  }
}

/**
 * Worst |table − curve| over a range, and where. Each interval of the table is looked at closely, its ends
 * included, so that a narrow interval is not missed; the worst place is then refined.
 */
export function worstError(
  table: Table,
  curve: (x: number) => number,
  range: readonly [number, number],
  beyond: 'hold' | 'extrapolate' = 'hold',
): { error: number; x: number } {
  const miss = (x: number): number => Math.abs(lookUp(table, x, beyond) - curve(x))
  const inside = table.x.filter((x) => x > range[0] && x < range[1])
  const marks = [range[0], ...inside, range[1]]
  let error = -1,
    at = range[0],
    width = 0
  const each = Math.max(24, Math.ceil(512 / marks.length))
  for (let i = 0; i + 1 < marks.length; i++) {
    const h = (marks[i + 1]! - marks[i]!) / each
    for (let k = 0; k <= each; k++) {
      const x = k === each ? marks[i + 1]! : marks[i]! + h * k
      const e = miss(x)
      if (e > error) {
        error = e
        at = x
        width = h
      }
    }
  }
  for (let h = width / 2; h > width / 2000; h /= 2)
    for (const x of [at - h, at + h]) {
      if (x < range[0] || x > range[1]) continue
      const e = miss(x)
      if (e > error) {
        error = e
        at = x
      }
    }
  return { error, x: at }
}
