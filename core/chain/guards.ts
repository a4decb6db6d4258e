import { roundTo } from '../quantity/index.ts'
import type { DeviceTable, FaultShow } from '../build/types.ts'
import { findUnit } from '../quantity/units.ts'
import { curveReach, type Chain } from './chain.ts'
import { axisValue, wantedAtAxis } from './fold.ts'
import { idealValue } from './stages.ts'

type WireFault = 'open' | 'short'
export type Cell = { x: number; value: number }

/** What a table does beyond one end of the range; x on the axis of the device, values in the core's unit. */
export type Beyond = {
  side: 'below' | 'above'
  /** the faults that read on this side */
  faults: WireFault[]
  /** the cells it takes, from the range outward */
  cells: Cell[]
  /** the sensor is followed this far; null where the range ends at the end of its travel */
  follows: Cell | null
  /** the last good value is held this far */
  holdsTo: number | null
  /** what is shown for the faults, and from where; null where the last good value stays */
  shows: Cell | null
  /** what is shown for the faults lies on the other side of the last good value */
  turns: boolean
  /** a fault should be shown here, and there are too few cells for it */
  tooFewCells: boolean
}

/** How near a rail a sensor is still followed, as a share of the axis. */
const RAIL_MARGIN = 0.02
/** How far beyond the range a fault is shown, as a share of it, so that it cannot be taken for a reading. */
const BEYOND_SHARE = 0.15
/** Cells that belong to the range of use, whatever else is wanted: a share, and at least so many. */
const RANGE_SHARE = 0.6
const RANGE_CELLS = 6
/** Below so many cells there is none to spare. */
const LEAST_CELLS = 8

/**
 * The cells beyond the range on either side. There the table follows the sensor to the end of its own travel or to
 * the margin of the rail, holds that, and only at the rail goes to what an open or a shorted wire is to show, on the
 * side where each really reads. `span` is the range on the axis; `cellsEnough` where they cost the range nothing.
 */
export function cellsBeyond(
  chain: Chain,
  spec: DeviceTable,
  span: readonly [number, number],
  cellsEnough = false,
): [below: Beyond, above: Beyond] {
  const wanted = ([0, 1] as const).map((end) => beyondAt(chain, spec, span, end))
  const forRange = Math.max(RANGE_CELLS, Math.ceil(RANGE_SHARE * spec.cells))
  let spare = cellsEnough ? Infinity : spec.cells < LEAST_CELLS ? 0 : spec.cells - forRange
  // first the sensor is followed on both sides
  const followed = wanted.map((side): Beyond => {
    if (side.follows && spare < 1) return { ...NOTHING, side: side.side, faults: side.faults }
    if (side.follows) spare--
    return side
  })
  // then faults are shown, an open wire before a short
  const openFirst = [...followed].sort((a, b) => rank(a) - rank(b))
  for (const side of openFirst) {
    const more = side.cells.length - (side.follows ? 1 : 0)
    const i = followed.indexOf(side)
    if (more <= spare) spare -= more
    else if (spare >= 1 && !side.turns) {
      followed[i] = withoutHolding(side)
      spare--
    } else followed[i] = withoutFault(side)
  }
  return followed as [Beyond, Beyond]
}

const NOTHING: Omit<Beyond, 'side'> = {
  faults: [],
  cells: [],
  follows: null,
  holdsTo: null,
  shows: null,
  turns: false,
  tooFewCells: false,
}

const rank = (side: Beyond): number => (side.faults.includes('open') ? 0 : 1)

/** Straight from the last good value to what is shown for the faults: a reading off its end shows a little of it. */
const withoutHolding = (side: Beyond): Beyond => ({
  ...side,
  cells: [...(side.follows ? [side.follows] : []), side.shows!],
  holdsTo: null,
})

const withoutFault = (side: Beyond): Beyond => ({
  ...side,
  cells: side.follows ? [side.follows] : [],
  holdsTo: null,
  shows: null,
  tooFewCells: true,
})

const isFarBeyond = ({ spec: { range } }: Chain, gone: number): boolean =>
  gone >= BEYOND_SHARE * (range[1] - range[0])

/** An open wire reads at the rail that feeds it, which need not be the end of the axis. */
const farthest = (outward: 1 | -1, places: readonly number[]): number =>
  outward * Math.min(...places.map((x) => outward * x))

/** What one side would be with cells enough. `end` is 0 for the low end of the axis and 1 for the high one. */
function beyondAt(
  chain: Chain,
  spec: DeviceTable,
  span: readonly [number, number],
  end: 0 | 1,
): Beyond {
  const outward = end === 0 ? -1 : 1
  const from = span[end]
  const faults = faultsOn(chain, spec).filter((f) => outward * (f.x - from) > 0)
  const limit = farthest(outward, [spec.axisRange[end], ...faults.map((f) => f.x)])
  const nothing: Beyond = {
    ...NOTHING,
    side: end === 0 ? 'below' : 'above',
    faults: faults.map((f) => f.fault),
  }
  const room = outward * (limit - from)
  if (room < 4 * spec.axisStep) return nothing
  const axis = spec.axisRange[1] - spec.axisRange[0]
  const margin = Math.max(2 * spec.axisStep, Math.min(RAIL_MARGIN * axis, room / 2))
  const step = (x: number): number => onStep(spec, x)
  const hold = valueHolder(spec)
  const cellAt = (x: number): Cell => ({ x, value: hold(wantedAtAxis(chain, spec.axis, x)) })
  const first = cellAt(from)
  const travel = travelEnd(chain, spec, from, limit - outward * margin)
  const follows = travel === null ? null : cellAt(travel)
  const last = follows ?? first
  const followed: Beyond = { ...nothing, follows, cells: follows ? [follows] : [] }
  const show = faultShow(spec, nothing.faults)
  if (!show) return followed
  const value = hold(shownFor(chain, show, last.value))
  const direction = Math.sign(first.value - wantedAtAxis(chain, spec.axis, span[1 - end]!))
  const gone = direction * (last.value - first.value)
  const sameWay = show.show !== 'value' && direction * (value - last.value) >= 0
  // a curve that itself goes so far beyond the range shows the fault without a cell of its own
  if (follows && sameWay && isFarBeyond(chain, gone)) return { ...followed, shows: follows }
  const shows = { x: step(limit), value }
  const held = { x: step(limit - (outward * margin) / 2), value: last.value }
  const holds = outward * (held.x - last.x) >= spec.axisStep
  return {
    ...followed,
    cells: [...followed.cells, ...(holds ? [held] : []), shows],
    holdsTo: holds ? held.x : null,
    shows,
    turns: holds && direction * (value - last.value) < 0,
  }
}

const onStep = ({ axisStep }: DeviceTable, x: number): number =>
  roundTo(Math.round(x / axisStep) * axisStep, 9)

/** Where on the axis the sensor's own travel ends, on a step; null where that is no step beyond the range. */
function travelEnd(chain: Chain, spec: DeviceTable, from: number, margin: number): number | null {
  const known = (x: number): boolean => Number.isFinite(wantedAtAxis(chain, spec.axis, x))
  const outward = Math.sign(margin - from)
  const own = endOfTravel(known, from, ownEnd(chain, spec, from, margin))
  const rounded = onStep(spec, withinValues(chain, spec, from, own))
  // a step towards the range where rounding went past what is known
  const travel = known(rounded) ? rounded : onStep(spec, rounded - outward * spec.axisStep)
  return outward * (travel - from) >= spec.axisStep && known(travel) ? travel : null
}

/**
 * The same where the curve leaves the values a device can hold: there, since a cell beyond would hold its limit at a
 * place where the sensor is far past it, and bend all readings before.
 */
function withinValues(chain: Chain, spec: DeviceTable, from: number, end: number): number {
  const half = Math.abs(spec.valueStep * valueScale(spec).scale) / 2
  const [low, high] = spec.valueRange
  const holds = (x: number): boolean => {
    const truth = wantedAtAxis(chain, spec.axis, x)
    return truth >= low - half && truth <= high + half
  }
  if (holds(end)) return end
  let [near, far] = [from, end]
  for (let k = 0; k < 50; k++) {
    const middle = (near + far) / 2
    if (holds(middle)) near = middle
    else far = middle
  }
  return near
}

/** Where on the axis an open and a shorted wire read. Edges that do not arrive are standstill, and no fault. */
function faultsOn(chain: Chain, spec: DeviceTable): { fault: WireFault; x: number }[] {
  const { drive } = chain.spec
  if (drive.kind === 'frequency') return []
  const [least, most] = spec.axisRange
  const on = (volt: number): number =>
    Math.min(most, Math.max(least, axisValue(chain, volt, spec.axis)))
  return [
    { fault: 'open', x: on(chain.ideal.openV) },
    { fault: 'short', x: on(0) },
  ]
}

/** How far along the axis the sensor itself goes: to the end of its curve, and no nearer a rail than the margin. */
function ownEnd(chain: Chain, spec: DeviceTable, from: number, margin: number): number {
  const outward = Math.sign(margin - from)
  const ends = curveReach(chain)
    .filter(Number.isFinite)
    .map((truth) => axisValue(chain, idealValue(chain, 'pin', truth), spec.axis))
  const own = ends.length === 2 ? outward * Math.max(...ends.map((x) => outward * x)) : margin
  return outward * Math.min(outward * own, outward * margin)
}

/** The same, back towards the range to where the curve is known: a formula may give nothing near a rail. */
function endOfTravel(known: (x: number) => boolean, from: number, end: number): number {
  let far = end
  for (let k = 0; k < 60 && !known(far); k++) far = from + 0.9 * (far - from)
  return far
}

/** What is asked for the faults of a side: an open wire is commoner than a short, and speaks where both read alike. */
const faultShow = (spec: DeviceTable, faults: readonly WireFault[]): FaultShow | undefined =>
  faults
    .map((f) => (f === 'open' ? spec.onOpen : spec.onShort))
    .find((f) => f.show !== 'last' && !(f.show === 'value' && f.value === null))

function shownFor(chain: Chain, { show, value }: FaultShow, last: number): number {
  const [least, most] = chain.spec.range
  const beyond = BEYOND_SHARE * (most - least)
  if (show === 'value') return value!
  return show === 'low' ? Math.min(least, last) - beyond : Math.max(most, last) + beyond
}

/**
 * A step of the device's value unit in the core's, and how far its zero lies from the core's: steps
 * count from 0 in the device's own unit, and 0 °F is no step of °C.
 */
export function valueScale(spec: DeviceTable): { scale: number; shift: number } {
  const unit = findUnit(spec.valueUnit)
  if (!unit) return { scale: 1, shift: 0 }
  return { scale: unit.toCore(1) - unit.toCore(0), shift: -unit.toCore(0) }
}

/** A value as the device can hold it: within its limits, on its steps. */
export function valueHolder(spec: DeviceTable): (value: number) => number {
  const { scale, shift } = valueScale(spec)
  const step = Math.abs(spec.valueStep * scale)
  const [low, high] = spec.valueRange
  return (value) => {
    const within = Math.min(high, Math.max(low, value))
    return roundTo(Math.round((within + shift) / step) * step - shift, 6)
  }
}
