import { EchtError, orElse } from '../error.ts'
import type { DeviceTable, EnteredTable } from '../build/types.ts'
import { familyOf } from '../curve/registry.ts'
import type { ThreePairs } from '../curve/family.ts'
import { linspace } from '../math/linspace.ts'
import { buildTable, worstError } from '../table/build.ts'
import { lookUp, type Table } from '../table/interpolate.ts'
import { cellsBeyond, valueHolder, valueScale, type Beyond } from './guards.ts'
import type { Chain } from './chain.ts'
import { axisValue, shownFor, wantedAtAxis } from './fold.ts'
import { deadZones } from './walk.ts'
import { STAGE, truthAtAxis } from './stages.ts'

/** A table made for one device: cells in the device's own order and unit are made by `core/table/text`. */
export type DeviceProposal = {
  table: EnteredTable
  /** over the channel's range, truth unit, and at which truth */
  worst: number
  worstAt: number
  /** what it does beyond either end of the range */
  beyond: [below: Beyond, above: Beyond]
}

/**
 * Largest |table − truth| over a channel's range as the device reads it, and where; NaN-free: a
 * clipped axis counts in full.
 * In a dead zone no table is right at both of its ends.
 */
export function judgeTable(
  chain: Chain,
  spec: DeviceTable,
  table: Table,
): { worst: number; worstAt: number } {
  const [low, high] = axisSpan(chain, spec)
  const { error, x } = worstError(
    // what follows the table takes its cells as it takes what lies between them
    { x: table.x, y: table.y.map((v) => shownFor(chain, STAGE.table, v)) },
    (v) => truthAtAxis(chain, spec.axis, v),
    [low, high],
    spec.beyond,
  )
  const [least, most] = chain.spec.range
  const inZones = deadZones(chain, 'element')
    .flat()
    .filter((t) => t >= least && t <= most)
  return [
    { worst: error, worstAt: truthAtAxis(chain, spec.axis, x) },
    ...inZones.map((t) => ({ worst: Math.abs(errorAt(chain, spec, table, t)), worstAt: t })),
  ].reduce((worst, at) => (at.worst > worst.worst ? at : worst))
}

const errorAt = (chain: Chain, spec: DeviceTable, table: Table, truth: number): number =>
  shownFor(chain, STAGE.table, lookUp(table, axisAt(chain, spec, truth), spec.beyond)) - truth

/**
 * Error of a table at truths across the range: the chart beside the proposal. Truths the curve does
 * not reach are left out.
 */
export function tableErrors(
  chain: Chain,
  spec: DeviceTable,
  table: Table,
  places = 121,
): { truth: number; error: number }[] {
  return linspace(...chain.spec.range, places).flatMap((truth) => {
    return orElse(() => [{ truth, error: errorAt(chain, spec, table, truth) }], [])
  })
}

/** The device's axis value at a truth, by the perfect chain of its own input. */
export const axisAt = (chain: Chain, spec: DeviceTable, truth: number): number =>
  axisValue(chain, chain.ideal.toPin(chain.signalAt(truth)), spec.axis)

/** The part of the channel's range that the curve reaches. */
function reachedRange(chain: Chain): [number, number] {
  const reaches = (t: number): boolean => {
    return orElse(() => Number.isFinite(chain.signalAt(t)), false)
  }
  const places = linspace(...chain.spec.range, 61),
    reached = places.filter(reaches)
  if (reached.length < 2)
    throw new EchtError(
      'bad-range',
      `The curve reaches none of the range ${chain.spec.range.join(' to ')}: take points ` +
        'inside it, or change the range.',
    )
  // the curve ends somewhere between the last place it reaches and the next
  const endBeyond = (inside: number, outside: number | undefined): number => {
    if (outside === undefined) return inside
    let near = inside,
      far = outside
    for (let k = 0; k < 30; k++) {
      const middle = (near + far) / 2
      if (reaches(middle)) near = middle
      else far = middle
    }
    return near
  }
  const first = places.indexOf(reached[0]!),
    last = places.indexOf(reached.at(-1)!)
  return [endBeyond(places[first]!, places[first - 1]), endBeyond(places[last]!, places[last + 1])]
}

function axisSpan(chain: Chain, spec: DeviceTable): [number, number] {
  const ends = reachedRange(chain).map((t) => axisAt(chain, spec, t))
  const low = Math.max(Math.min(...ends), spec.axisRange[0]),
    high = Math.min(Math.max(...ends), spec.axisRange[1])
  if (!(low < high))
    throw new EchtError(
      'bad-range',
      `The sensor's range falls outside the device's axis, ${spec.axisRange[0]} to ` +
        `${spec.axisRange[1]} ${spec.axis}: check the input, its reference and the axis.`,
    )
  return [low, high]
}

/**
 * The table to enter, on the device's steps, in the core's unit, with cells beyond the range where there are enough
 * of them (`cellsBeyond`). `placement` 'even' spreads
 * the axis evenly, and so does 'best' where nothing is gained by other places; a fixed axis stays as it is.
 */
export function proposeTable(
  chain: Chain,
  spec: DeviceTable,
  placement: 'best' | 'even',
  options: { onCurve?: boolean; at: string; name: string },
): DeviceProposal {
  const span = axisSpan(chain, spec)
  const { scale, shift } = valueScale(spec)
  const [least, most] = spec.valueRange
  // a fixed axis has the cells it has: what lies beyond takes none from the range
  const beyond = cellsBeyond(chain, spec, span, spec.axisFixed !== null)
  const taken = spec.axisFixed ? 0 : beyond[0].cells.length + beyond[1].cells.length
  const yStep = spec.valueStep * scale
  const cells = (places: 'best' | 'even'): ReturnType<typeof buildTable> =>
    buildTable({
      // where the curve leaves what the device can hold, what it can hold is all that can be wanted
      curve: (x) => Math.min(most, Math.max(least, wantedAtAxis(chain, spec.axis, x))) + shift,
      range: span,
      cells: spec.cells - taken,
      placement: places,
      yStep,
      xStep: spec.axisStep,
      ...(options.onCurve ? { onCurve: true } : {}),
      ...(spec.axisFixed ? { fixedX: spec.axisFixed } : {}),
    })
  const asked = cells(placement)
  // a straight sensor is as good with any places: even ones are easier to type and to check
  const even = placement === 'best' && !spec.axisFixed ? cells('even') : asked
  const built = even.worstError <= asked.worstError + NO_WORSE * yStep ? even : asked
  const inRange: Table = {
    x: built.x,
    y: inOrder(built.y.map((v) => v - shift)).map(valueHolder(spec)),
  }
  const table = spec.axisFixed ? onFixedAxis(inRange, span, beyond) : withBeyond(inRange, beyond)
  return {
    table: { ...table, at: options.at, name: options.name },
    ...judgeTable(chain, spec, table),
    beyond,
  }
}

const withBeyond = (table: Table, [below, above]: DeviceProposal['beyond']): Table => {
  // where nothing is followed, what is held is the last cell of the range as it will stand there
  const held = ({ cells, follows, holdsTo }: Beyond, last: number): Beyond['cells'] =>
    cells.map((c) => (follows === null && c.x === holdsTo ? { ...c, value: last } : c))
  const cells = [
    ...held(below, table.y[0]!).toReversed(),
    ...table.x.map((x, i) => ({ x, value: table.y[i]! })),
    ...held(above, table.y.at(-1)!),
  ]
  return { x: cells.map((c) => c.x), y: cells.map((c) => c.value) }
}

/** On a fixed axis the cells that no place of the range touches show what lies beyond it. */
function onFixedAxis(
  table: Table,
  [low, high]: readonly [number, number],
  beyond: DeviceProposal['beyond'],
): Table {
  const first = table.x.findLastIndex((x) => x <= low),
    last = table.x.findIndex((x) => x >= high)
  const inner = {
    x: table.x.slice(Math.max(0, first), last < 0 ? undefined : last + 1),
    y: table.y.slice(Math.max(0, first), last < 0 ? undefined : last + 1),
  }
  const outside = (side: Beyond): Beyond => ({
    ...side,
    cells: side.cells.filter((c) => c.x < inner.x[0]! || c.x > inner.x.at(-1)!),
  })
  const whole = withBeyond(inner, [outside(beyond[0]), outside(beyond[1])])
  return { x: table.x, y: table.x.map((x) => lookUp(whole, x, 'hold')) }
}

/** Values that go the way their ends do: rounding may not turn a table back by a step. */
function inOrder(y: readonly number[]): number[] {
  const rising = y.at(-1)! >= y[0]!
  let last = y[0]!
  return y.map((v) => (last = rising ? Math.max(last, v) : Math.min(last, v)))
}

/** Even spacing that errs by no more than this share of a value step above the best is as good. */
const NO_WORSE = 0.25

/**
 * For a device that takes pairs or coefficients in place of a table. Throws `EchtError` `no-pairs`
 * for families that have none.
 */
export function proposePairs(chain: Chain, spec: DeviceTable): ThreePairs {
  const { pairs, name } = familyOf(chain.spec.sensor.family)
  if (!pairs)
    throw new EchtError(
      'no-pairs',
      `${name}: pairs and coefficients are for thermistors. Choose a table.`,
    )
  return pairs(chain.spec.sensor.curve, {
    range: chain.spec.range,
    stepTruth: spec.valueStep * valueScale(spec).scale,
    stepSignal: spec.axisStep,
  })
}
