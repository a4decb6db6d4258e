import { assumed, measured, type Channel, type Device, type DeviceTable, type Element, type Input, type Pull, type Read } from '../../core/build/index.ts'
import { newId } from './id.ts'

/** New entities with everything that was not asked for assumed, and marked so. */

export type InputAsked = { pin: string; bits: number | null; referenceV: number; pullOhm: number | null; pullKind: Pull['kind']; railV: number; cells: number; axis: DeviceTable['axis'] }

export const newPull = (ohm: number, kind: Pull['kind'], railV: number, toReference: boolean, name = ''): Pull =>
  ({ id: newId(), name, ohm: assumed(ohm), tolerance: kind === 'fitted' ? 0.01 : 0.05, railV: assumed(railV), toReference, kind, on: true })

const AXIS: Record<DeviceTable['axis'], (a: InputAsked) => { range: [number, number]; step: number }> = {
  V: (a) => ({ range: [0, a.referenceV], step: 0.01 }),
  counts: (a) => ({ range: [0, 2 ** (a.bits ?? 12) - 1], step: 1 }),
  Ω: () => ({ range: [0, 100000], step: 1 }),
}

export const newTable = (asked: InputAsked): DeviceTable => {
  const { range, step } = AXIS[asked.axis](asked)
  return {
    form: 'table', cells: asked.cells, axis: asked.axis, axisStep: step, axisRange: range, direction: 'rising', axisFixed: null,
    valueUnit: '°C', valueStep: 0.1, valueRange: [-50, 200], beyond: 'hold', onOpen: { show: 'cold', value: null }, onShort: { show: 'hot', value: null }, entered: null,
  }
}

export const newInput = (asked: InputAsked): Input => ({
  id: newId(), pin: asked.pin || '1', bits: asked.bits, referenceV: assumed(asked.referenceV), referenceTolerance: 0.01,
  pulls: asked.pullOhm === null ? [] : [newPull(asked.pullOhm, asked.pullKind, asked.railV, asked.bits !== null && asked.railV === asked.referenceV, 'own pull-up')],
  limitV: asked.bits === null ? 16 : asked.referenceV, table: asked.bits === null ? null : newTable(asked),
})

export const newDevice = (name: string, kind: Device['kind'] = 'ecu'): Device => ({ id: newId(), name, kind, note: '', inputs: [] })

export const newRead = (element: string, input: string, name = ''): Read => ({
  id: newId(), source: { kind: 'element', id: element }, input,
  wire: { colour: '', cavity: '', signalOhm: assumed(0.1), groundOhm: assumed(0.1), groundOffsetV: assumed(0) },
  face: { name, decimals: 1 },
})

/** What a sensor sits in sets how much of its own heat it sheds, mW/K, and how quickly it follows, s. */
export type Medium = 'liquid' | 'air'
const MEDIUM: Record<Medium, { dissipationMwPerK: number; lagS: number }> = { liquid: { dissipationMwPerK: 6, lagS: 6 }, air: { dissipationMwPerK: 1.5, lagS: 15 } }

export function newChannel(asked: { name: string; family: string; medium: Medium; input: string; needs: Channel['needs'] }): { channel: Channel; element: Element } {
  const element: Element = { id: newId(), name: asked.name, family: asked.family, settings: { model: 'auto', assumedCurve: null, leadOhm: 0, ...MEDIUM[asked.medium] }, pins: [{ name: '1 signal', wire: '' }, { name: '2 ground', wire: '' }] }
  const channel: Channel = { id: newId(), name: asked.name, quantity: 'temperature', place: '', needs: asked.needs, elements: [element.id], combine: 'one', reads: [newRead(element.id, asked.input)] }
  return { channel, element }
}

export { measured }
