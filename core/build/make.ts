import { decimalsOf } from '../quantity/format.ts'
import {
  assumed,
  newFace,
  NO_SUPPLY,
  type Axis,
  type Channel,
  type Device,
  type DeviceTable,
  type Element,
  type Input,
  type Pull,
  type Read,
} from './types.ts'

/** New entities with everything that was not asked for assumed, and marked so. Ids come from whoever makes them. */

export type InputAsked = {
  pin: string
  signal: Input['signal']
  bits: number | null
  referenceV: number
  pullOhm: number | null
  pullKind: Pull['kind']
  railV: number
  cells: number
  axis: Axis
  gateS?: number
  highestHz?: number
}

/** What of a family a new channel needs to know: the family itself is not known here. */
export type FamilyAsked = {
  id: string
  quantity: string
  truthUnit: string
  signal: 'resistance' | 'voltage' | 'frequency'
  settings: readonly { id: string; otherwise: unknown }[]
}

export type Maker = ReturnType<typeof maker>

export function maker(nextId: () => string) {
  const newPull = (...asked: Parameters<typeof pullOf>): Pull => ({
    id: nextId(),
    ...pullOf(...asked),
  })
  const ownPull = ({ pullKind, railV, referenceV }: InputAsked, ohm: number, digital: boolean) =>
    newPull(ohm, pullKind, railV, digital && railV === referenceV, 'own pull-up')

  const newInput = (asked: InputAsked, value: { unit: string; range: [number, number] }): Input => {
    const edges = asked.signal === 'frequency'
    const digital = edges || asked.bits !== null
    return {
      id: nextId(),
      pin: asked.pin || '1',
      signal: asked.signal,
      bits: edges ? null : asked.bits,
      counter: edges ? { gateS: asked.gateS ?? 0.1, highestHz: asked.highestHz ?? 10000 } : null,
      sensorSupply: { volt: assumed(5), toReference: digital && !edges, tolerance: 0.01 },
      differential: false,
      referenceV: assumed(asked.referenceV),
      referenceTolerance: 0.01,
      pulls: asked.pullOhm === null ? [] : [ownPull(asked, asked.pullOhm, digital)],
      limitV: digital ? asked.referenceV : 16,
      table: digital ? newTable(asked, value) : null,
    }
  }

  const newDevice = (name: string, kind: Device['kind'] = 'ecu'): Device => ({
    id: nextId(),
    name,
    kind,
    note: '',
    supply: NO_SUPPLY,
    inputs: [],
  })

  const newRead = (element: string, input: string, name = '', decimals = 1): Read => ({
    id: nextId(),
    source: { kind: 'element', id: element },
    input,
    wire: newWire(),
    face: newFace(name, decimals),
  })

  const newElement = (
    name: string,
    family: FamilyAsked,
    settings: Record<string, unknown> = {},
  ): Element => ({
    id: nextId(),
    name,
    family: family.id,
    pins: PINS[family.signal].map((p) => ({ name: p, wire: '' })),
    settings: { ...settingsOf(family), ...settings },
  })

  const newChannel = (asked: {
    name: string
    family: FamilyAsked
    settings?: Record<string, unknown>
    input: string
    needs: Channel['needs']
  }): { channel: Channel; element: Element } => {
    const element = newElement(asked.name, asked.family, asked.settings)
    const channel: Channel = {
      id: nextId(),
      kind: 'reading',
      name: asked.name,
      quantity: asked.family.quantity,
      place: '',
      needs: asked.needs,
      elements: [element.id],
      ...{ combine: 'one', linked: false, onOff: null },
      reads: [newRead(element.id, asked.input, '', decimalsOf(asked.family.truthUnit))],
    }
    return { channel, element }
  }
  return { newPull, newInput, newDevice, newRead, newElement, newChannel }
}

/** What of a kind of switch a new channel needs to know: the kinds themselves are not known here. */
export type MemberAsked = {
  id: string
  quantity: string
  unit: string
  start: { range: [number, number]; risingAt: number; fallingAt: number; accuracy: number }
  closes: 'rising' | 'falling'
}

/** A new channel that says on or off, its contact not measured and its pin not chosen yet. */
export function onOffChannel(
  nextId: () => string,
  { name, member, input }: { name: string; member: MemberAsked; input: string },
): { channel: Channel; element: Element } {
  const { range, accuracy, risingAt, fallingAt } = member.start
  const element: Element = {
    ...{ id: nextId(), name, family: SWITCH, settings: {} },
    pins: ['1 signal', '2 ground'].map((pin) => ({ name: pin, wire: '' })),
  }
  const read: Read = {
    ...{ id: nextId(), source: { kind: 'element', id: element.id }, input },
    wire: newWire(),
    face: newFace('', 0),
  }
  const channel: Channel = {
    ...{ id: nextId(), kind: 'on-off', name, quantity: member.quantity, place: '' },
    needs: { range, best: range, accuracy },
    ...{ elements: [element.id], combine: 'one', linked: false, reads: [read] },
    onOff: {
      ...{ member: member.id, unit: member.unit, closes: member.closes, onWhen: 'closed' },
      ...{ risingAt, fallingAt, input: null },
    },
  }
  return { channel, element }
}

/** What stands as the family of a contact: it has no curve, and no family of sensors is meant. */
const SWITCH = 'switch'

const newWire = (): Read['wire'] => ({
  colour: '',
  cavity: '',
  signalOhm: assumed(0.1),
  groundOhm: assumed(0.1),
  groundOffsetV: assumed(0),
})

/** A pull-up as it is taken to be until somebody measures it. */
const pullOf = (
  ohm: number,
  kind: Pull['kind'],
  railV: number,
  toReference: boolean,
  name = '',
): Omit<Pull, 'id'> => ({
  name,
  ohm: assumed(ohm),
  tolerance: kind === 'fitted' ? 0.01 : 0.05,
  railV: assumed(railV),
  toReference,
  kind,
  on: true,
})

/** What is taken of a sensor until somebody says otherwise. */
const settingsOf = (family: FamilyAsked): Element['settings'] => ({
  model: 'auto',
  assumedCurve: null,
  ...Object.fromEntries(family.settings.map((f) => [f.id, f.otherwise])),
})

const PINS: Record<FamilyAsked['signal'], string[]> = {
  resistance: ['1 signal', '2 ground'],
  voltage: ['1 signal', '2 ground', '3 supply'],
  frequency: ['1 signal', '2 ground', '3 supply'],
}

const AXIS: Record<Axis, (a: InputAsked) => { range: [number, number]; step: number }> = {
  V: (a) => ({ range: [0, a.referenceV], step: 0.01 }),
  counts: (a) => ({
    range: [
      0,
      a.signal === 'frequency'
        ? (a.highestHz ?? 10000) * (a.gateS ?? 0.1)
        : 2 ** (a.bits ?? 12) - 1,
    ],
    step: 1,
  }),
  Ω: () => ({ range: [0, 100000], step: 1 }),
  Hz: (a) => ({ range: [0, a.highestHz ?? 10000], step: 1 }),
}

/** A device's table before anybody described it: the value's usual unit and step, and room beyond what is needed. */
export function newTable(
  asked: InputAsked,
  value: { unit: string; range: [number, number] },
): DeviceTable {
  const { range, step } = AXIS[asked.axis](asked)
  const room = value.range[1] - value.range[0]
  const valueRange: [number, number] =
    value.unit === '°C'
      ? [Math.min(-50, value.range[0]), Math.max(200, value.range[1] + room / 2)]
      : [value.range[0] - room / 2, value.range[1] + room / 2]
  return {
    form: 'table',
    cells: asked.cells,
    axis: asked.axis,
    axisStep: step,
    axisRange: range,
    direction: 'rising',
    axisFixed: null,
    valueUnit: value.unit,
    valueStep: 10 ** -decimalsOf(value.unit),
    valueRange,
    beyond: 'hold',
    onOpen: { show: 'low', value: null },
    onShort: { show: 'high', value: null },
    entered: null,
  }
}
