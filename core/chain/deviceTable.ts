import { EchtError } from '../error.ts'
import type { DeviceTable, EnteredTable } from '../build/types.ts'
import { familyOf } from '../curve/registry.ts'
import type { ThreePairs } from '../curve/family.ts'
import { linspace } from '../math/linspace.ts'
import { findUnit } from '../quantity/units.ts'
import { buildTable, worstError } from '../table/build.ts'
import { lookUp, type Table } from '../table/interpolate.ts'
import { axisValue, deadZones, truthAtAxis, type Chain } from './walk.ts'

/** A table made for one device: cells in the device's own order and unit are made by `core/table/text`. */
export type DeviceProposal = {
  table: EnteredTable
  /** over the channel's range, truth unit, and at which truth */
  worst: number
  worstAt: number
  /** guard cells beyond the range, for open and short */
  guards: number
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
    table,
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
  lookUp(table, axisAt(chain, spec, truth), spec.beyond) - truth

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
    try {
      return [{ truth, error: errorAt(chain, spec, table, truth) }]
    } catch {
      return []
    }
  })
}

/** The device's axis value at a truth, by the perfect chain of its own input. */
const axisAt = (chain: Chain, spec: DeviceTable, truth: number): number =>
  axisValue(chain, chain.ideal.toPin(chain.signalAt(truth)), spec.axis)

/** The part of the channel's range that the curve reaches. */
function reachedRange(chain: Chain): [number, number] {
  const reaches = (t: number): boolean => {
    try {
      return Number.isFinite(chain.signalAt(t))
    } catch {
      return false
    }
  }
  const places = linspace(...chain.spec.range, 61),
    reached = places.filter(reaches)
  if (reached.length < 2)
    throw new EchtError(
      'bad-range',
      `The curve reaches none of the range ${chain.spec.range.join(' to ')}: take points inside it, or change the range.`,
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
      `The sensor's range falls outside the device's axis, ${spec.axisRange[0]} to ${spec.axisRange[1]} ${spec.axis}: check the input, its reference and the axis.`,
    )
  return [low, high]
}

/**
 * The table to enter, on the device's steps, in the core's unit. One cell beyond each end is kept
 * for open and short when
 * there are enough cells: there the device shows what was chosen for that fault. `placement` 'even' spreads
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
  const guards = spec.axisFixed ? 0 : guardCells(spec, span)
  const yStep = spec.valueStep * scale
  const cells = (places: 'best' | 'even'): ReturnType<typeof buildTable> =>
    buildTable({
      curve: (x) => truthAtAxis(chain, spec.axis, x) + shift,
      range: span,
      cells: spec.cells - guards,
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
  const limit = (v: number): number => Math.min(spec.valueRange[1], Math.max(spec.valueRange[0], v))
  const table: Table = { x: built.x, y: built.y.map((v) => Number(limit(v - shift).toFixed(6))) }
  const guarded = guards === 0 ? table : withGuards(table, spec)
  return {
    table: { ...guarded, at: options.at, name: options.name },
    ...judgeTable(chain, spec, guarded),
    guards,
  }
}

/** Even spacing that errs by no more than this share of a value step above the best is as good. */
const NO_WORSE = 0.1

/** How far beyond the range a fault is shown, as a share of what the table spans. */
const BEYOND_SHARE = 0.15

/**
 * A step of the device's value unit in the core's, and how far its zero lies from the core's: steps
 * count from 0 in the device's own unit, and 0 °F is no step of °C.
 */
function valueScale(spec: DeviceTable): { scale: number; shift: number } {
  const unit = findUnit(spec.valueUnit)
  if (!unit) return { scale: 1, shift: 0 }
  return { scale: unit.toCore(1) - unit.toCore(0), shift: -unit.toCore(0) }
}

/** Guards want room beyond the range and cells to spare. */
function guardCells(spec: DeviceTable, [low, high]: [number, number]): number {
  const room = 8 * spec.axisStep
  return spec.cells >= 8 && low - spec.axisRange[0] >= room && spec.axisRange[1] - high >= room
    ? 2
    : 0
}

function withGuards(table: Table, spec: DeviceTable): Table {
  // on a rising axis low is a short and high is open; a fault is shown well
  // beyond the sensor's own range, so that it cannot be taken for a reading
  const beyond = BEYOND_SHARE * (Math.max(...table.y) - Math.min(...table.y))
  const [lowest, highest] = [Math.min(...table.y) - beyond, Math.max(...table.y) + beyond]
  const limit = (v: number): number =>
    Math.min(
      spec.valueRange[1],
      Math.max(spec.valueRange[0], Math.round(v / spec.valueStep) * spec.valueStep),
    )
  const valueFor = (fault: DeviceTable['onOpen'], end: number): number =>
    fault.show === 'low'
      ? limit(lowest)
      : fault.show === 'high'
        ? limit(highest)
        : fault.show === 'value' && fault.value !== null
          ? fault.value
          : end
  return {
    x: [spec.axisRange[0], ...table.x, spec.axisRange[1]],
    y: [valueFor(spec.onShort, table.y[0]!), ...table.y, valueFor(spec.onOpen, table.y.at(-1)!)],
  }
}

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
