import { EchtError, orElse } from '../error.ts'

/**
 * A curve looked at closely: places in ascending order, its values there, and which places a breakpoint
 * may stand on. Places crowd where the curve bends, so that each interval of a good table holds about as many.
 */
export type Samples = { x: Float64Array; f: Float64Array; knots: Int32Array }

const STEPS_AT_MOST = 8192

export function sampleCurve(
  curve: (x: number) => number,
  range: readonly [number, number],
  count: number,
  xStep?: number,
): Samples {
  const places = adaptivePlaces(curve, range, count)
  if (xStep === undefined)
    return at(
      curve,
      places,
      places.map((_, i) => i),
    )
  const steps = stepPlaces(curve, range, xStep, places)
  if (steps.length < 2)
    throw new EchtError(
      'bad-step',
      `Axis steps of ${xStep} leave fewer than two cells between ${range[0]} and ${range[1]}.`,
    )
  // between coarse steps the curve is still watched: as many places in each as make up the count
  const between = Math.max(1, Math.ceil(count / (steps.length - 1)))
  const x: number[] = [],
    knots: number[] = []
  steps.forEach((s, i) => {
    knots.push(x.length)
    x.push(s)
    if (i + 1 < steps.length)
      for (let k = 1; k < between; k++) x.push(s + ((steps[i + 1]! - s) * k) / between)
  })
  return at(curve, x, knots)
}

const at = (
  curve: (x: number) => number,
  x: ArrayLike<number>,
  knots: ArrayLike<number>,
): Samples => ({
  x: Float64Array.from(x),
  f: Float64Array.from(x, (v) => valueAt(curve, v)),
  knots: Int32Array.from(knots),
})

export function valueAt(curve: (x: number) => number, x: number): number {
  const value = curve(x)
  if (!Number.isFinite(value))
    throw new EchtError(
      'bad-curve',
      `The curve has no value at ${x}: shorten the range so that it stays inside the sensor's curve.`,
    )
  return value
}

function stepPlaces(
  curve: (x: number) => number,
  range: readonly [number, number],
  xStep: number,
  places: Float64Array,
): number[] {
  const index = (x: number): number => Math.round((x / xStep) * 1e9) / 1e9
  // the axis spans the range: outer steps, unless the curve ends before them
  const reaches = (x: number): boolean => {
    return orElse(() => Number.isFinite(curve(x)), false)
  }
  let first = Math.floor(index(range[0])),
    last = Math.ceil(index(range[1]))
  if (!reaches(first * xStep)) first = Math.ceil(index(range[0]))
  if (!reaches(last * xStep)) last = Math.floor(index(range[1]))
  if (last - first <= STEPS_AT_MOST)
    return Array.from({ length: last - first + 1 }, (_, i) => (first + i) * xStep)
  const chosen = new Set([first, last])
  for (const p of places) chosen.add(Math.min(last, Math.max(first, Math.round(p / xStep))))
  return [...chosen].sort((a, b) => a - b).map((i) => i * xStep)
}

/** Places at equal shares of ∫(√|f″| + a little), found by spreading and looking again. */
function adaptivePlaces(
  curve: (x: number) => number,
  [a, b]: readonly [number, number],
  count: number,
): Float64Array {
  let x: Float64Array = Float64Array.from({ length: 512 }, (_, i) => a + ((b - a) * i) / 511)
  x[511] = b
  for (let round = 0; round < 3; round++) {
    const f = x.map((v) => valueAt(curve, v))
    x = spread(x, cumulativeBend(x, f), round === 2 ? count : 512)
  }
  return x
}

/** Running ∫√|f″| at each place by divided differences; a flat tenth keeps straight stretches watched. */
function cumulativeBend(x: Float64Array, f: Float64Array): Float64Array {
  const n = x.length,
    root = new Float64Array(n)
  for (let i = 1; i < n - 1; i++) {
    const h1 = x[i]! - x[i - 1]!,
      h2 = x[i + 1]! - x[i]!
    root[i] = Math.sqrt(
      Math.abs((2 * ((f[i + 1]! - f[i]!) / h2 - (f[i]! - f[i - 1]!) / h1)) / (h1 + h2)),
    )
  }
  root[0] = root[1]!
  root[n - 1] = root[n - 2]!
  const bend = new Float64Array(n)
  for (let i = 1; i < n; i++)
    bend[i] = bend[i - 1]! + ((root[i]! + root[i - 1]!) / 2) * (x[i]! - x[i - 1]!)
  const total = bend[n - 1]!,
    span = x[n - 1]! - x[0]!
  return bend.map((v, i) => (total > 0 ? v / total : 0) + (0.1 * (x[i]! - x[0]!)) / span)
}

function spread(x: Float64Array, measure: Float64Array, count: number): Float64Array {
  const out = new Float64Array(count),
    n = x.length,
    total = measure[n - 1]!
  for (let i = 0, j = 0; i < count; i++) {
    const want = (total * i) / (count - 1)
    while (j < n - 2 && measure[j + 1]! < want) j++
    const step = measure[j + 1]! - measure[j]!
    out[i] = x[j]! + (step > 0 ? ((want - measure[j]!) / step) * (x[j + 1]! - x[j]!) : 0)
  }
  out[0] = x[0]!
  out[count - 1] = x[n - 1]!
  return out
}

/** The samples with a table's own cells among them: an error is largest at a cell, and falls off steeply beside it. */
export function withCells(
  samples: Samples,
  curve: (x: number) => number,
  cells: readonly number[],
): Samples {
  const n = samples.x.length,
    low = samples.x[0]!,
    high = samples.x[n - 1]!
  const added = cells.filter(
    (c) => c > low && c < high && samples.x[nearestIndex(samples.x, c)] !== c,
  )
  if (added.length === 0) return samples
  const x = new Float64Array(n + added.length),
    f = new Float64Array(n + added.length)
  for (let i = 0, a = 0, k = 0; k < x.length; k++) {
    const own = a < added.length && (i >= n || added[a]! < samples.x[i]!)
    x[k] = own ? added[a]! : samples.x[i]!
    f[k] = own ? valueAt(curve, added[a++]!) : samples.f[i++]!
  }
  return { x, f, knots: samples.knots }
}

/** Index of the entry of an ascending list nearest to v. */
export function nearestIndex(x: ArrayLike<number>, v: number): number {
  let low = 0,
    high = x.length - 1
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (x[middle]! <= v) low = middle
    else high = middle
  }
  return v - x[low]! <= x[high]! - v ? low : high
}
