import { EchtError } from '../error.ts'
import type { DeviceTable, EnteredTable } from '../build/types.ts'
import { bestThreePairs, type ThreePairs } from '../curve/thermistor/pairs.ts'
import type { ThermistorCurve } from '../curve/thermistor/model.ts'
import { linspace } from '../math/linspace.ts'
import { portVoltage } from '../circuit/port.ts'
import { buildTable, worstError } from '../table/build.ts'
import { lookUp, type Table } from '../table/interpolate.ts'
import { axisValue, truthAtAxis, type Chain } from './walk.ts'

/** A table made for one device: cells in the device's own order and unit are made by `core/table/text`. */
export type DeviceProposal = {
  table: EnteredTable
  /** over the channel's range, °C, and where by the true temperature */
  worstC: number
  worstAtC: number
  /** guard cells beyond the range, for open and short */
  guards: number
}

/** Largest |table − truth| over a channel's range as the device reads it, and where; NaN-free: a clipped axis counts in full. */
export function judgeTable(chain: Chain, spec: DeviceTable, table: Table): { worstC: number; worstAtC: number } {
  const [low, high] = axisSpan(chain, spec)
  const { error, x } = worstError(table, (v) => truthAtAxis(chain, spec.axis, v), [low, high], spec.beyond)
  return { worstC: error, worstAtC: truthAtAxis(chain, spec.axis, x) }
}

/** Error of a table at temperatures across the range, °C: the chart beside the proposal. */
export function tableErrors(chain: Chain, spec: DeviceTable, table: Table, places = 121): { temperatureC: number; errorC: number }[] {
  return linspace(...chain.spec.range, places).map((temperatureC) => {
    const x = axisAt(chain, spec, temperatureC)
    return { temperatureC, errorC: lookUp(table, x, spec.beyond) - temperatureC }
  })
}

/** The device's axis value of the real chain at a temperature: its own pull-up, neighbours and leads included. */
const axisAt = (chain: Chain, spec: DeviceTable, temperatureC: number): number =>
  axisValue(chain, portVoltage(chain.ideal, 0, chain.signalAt(temperatureC)), spec.axis)

function axisSpan(chain: Chain, spec: DeviceTable): [number, number] {
  const ends = chain.spec.range.map((t) => axisAt(chain, spec, t))
  const low = Math.max(Math.min(...ends), spec.axisRange[0]), high = Math.min(Math.max(...ends), spec.axisRange[1])
  if (!(low < high)) throw new EchtError('bad-range', `The sensor's range falls outside the device's axis, ${spec.axisRange[0]} to ${spec.axisRange[1]} ${spec.axis}: check the pull-up, the reference and the axis.`)
  return [low, high]
}

/**
 * The table to enter, on the device's steps, in °C. One cell beyond each end is kept for open and short when
 * there are enough cells: there the device shows what was chosen for that fault. `placement` 'even' spreads
 * the axis evenly; a fixed axis stays as it is.
 */
export function proposeTable(chain: Chain, spec: DeviceTable, placement: 'best' | 'even', options: { onCurve?: boolean; at: string; name: string }): DeviceProposal {
  const span = axisSpan(chain, spec)
  const toC = spec.valueUnit === '°F' ? 1 / 1.8 : 1
  // steps count from 0 in the device's own unit, and 0 °F is no step of °C: shift the curve, not the steps
  const shift = spec.valueUnit === '°F' ? 32 / 1.8 : 0
  const guards = spec.axisFixed ? 0 : guardCells(spec, span)
  const built = buildTable({
    curve: (x) => truthAtAxis(chain, spec.axis, x) + shift,
    range: span, cells: spec.cells - guards, placement, yStep: spec.valueStep * toC, xStep: spec.axisStep,
    ...(options.onCurve ? { onCurve: true } : {}), ...(spec.axisFixed ? { fixedX: spec.axisFixed } : {}),
  })
  const limit = (v: number): number => Math.min(spec.valueRange[1], Math.max(spec.valueRange[0], v))
  const table: Table = { x: built.x, y: built.y.map((v) => Number(limit(v - shift).toFixed(6))) }
  const guarded = guards === 0 ? table : withGuards(table, spec)
  return { table: { ...guarded, at: options.at, name: options.name }, ...judgeTable(chain, spec, guarded), guards }
}

/** How far beyond the range a fault is shown, °C. */
const BEYOND_C = 20

/** Guards want room beyond the range and cells to spare. */
function guardCells(spec: DeviceTable, [low, high]: [number, number]): number {
  const room = 8 * spec.axisStep
  return spec.cells >= 8 && low - spec.axisRange[0] >= room && spec.axisRange[1] - high >= room ? 2 : 0
}

function withGuards(table: Table, spec: DeviceTable): Table {
  // on a rising axis behind a pull-up, low is a short (hot) and high is open (cold); a fault is shown well
  // beyond the sensor's own range, so that it cannot be taken for a reading
  const [coldest, hottest] = [Math.min(...table.y) - BEYOND_C, Math.max(...table.y) + BEYOND_C]
  const limit = (v: number): number => Math.min(spec.valueRange[1], Math.max(spec.valueRange[0], Math.round(v / spec.valueStep) * spec.valueStep))
  const valueFor = (fault: DeviceTable['onOpen'], end: number): number =>
    fault.show === 'cold' ? limit(coldest) : fault.show === 'hot' ? limit(hottest) : fault.show === 'value' && fault.value !== null ? fault.value : end
  return {
    x: [spec.axisRange[0], ...table.x, spec.axisRange[1]],
    y: [valueFor(spec.onShort, table.y[0]!), ...table.y, valueFor(spec.onOpen, table.y.at(-1)!)],
  }
}

/** For a device that takes pairs or coefficients in place of a table. */
export const proposePairs = (chain: Chain, spec: DeviceTable): ThreePairs =>
  bestThreePairs(chain.spec.sensor.curve as ThermistorCurve, { rangeC: chain.spec.range, stepC: spec.valueStep / (spec.valueUnit === '°F' ? 1.8 : 1), stepOhm: spec.axisStep })
