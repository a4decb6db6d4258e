import { USUAL_FRONT_END } from '../input/frontEnd.ts'
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
  type Pin,
  type Pull,
  type ReadWire,
  type WiredRead,
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

/** What an id is made for. */
export type Made = 'pull' | 'pin' | 'input' | 'device' | 'element' | 'channel' | 'read'

/** Makes pulls, pins and inputs. */
function inputMaker(nextId: (of: Made) => string) {
  const newPull = (...asked: Parameters<typeof pullOf>): Pull => ({
    id: nextId('pull'),
    ...pullOf(...asked),
  })
  const ownPull = ({ pullKind, railV, referenceV }: InputAsked, ohm: number, digital: boolean) =>
    newPull(ohm, pullKind, railV, digital && railV === referenceV, 'own pull-up')

  const newPin = (name: string, kind: Pin['kind'] = 'signal', can: Pin['can'] = []): Pin => ({
    ...{ id: nextId('pin'), name: name.trim(), kind, can, wire: '' },
  })

  /** An input and the pin it is at. */
  const newInput = (
    asked: InputAsked,
    value: { unit: string; range: [number, number] },
  ): NewInput => {
    const edges = asked.signal === 'frequency'
    const digital = edges || asked.bits !== null
    const id = nextId('input')
    const pulls = asked.pullOhm === null ? [] : [ownPull(asked, asked.pullOhm, digital)]
    const pin = newPin(asked.pin, 'signal', [asked.signal])
    const input: Input = {
      ...{ id, pin: pin.id, supplyPin: null, groundPin: null },
      signal: asked.signal,
      bits: edges ? null : asked.bits,
      counter: edges ? { gateS: asked.gateS ?? 0.1, highestHz: asked.highestHz ?? 10000 } : null,
      sensorSupply: { volt: assumed(5), toReference: digital && !edges, tolerance: 0.01 },
      differential: false,
      referenceV: assumed(asked.referenceV),
      referenceTolerance: 0.01,
      ...{ pulls, thresholds: null, fitted: null, filterF: 0 },
      limitV: digital ? asked.referenceV : 16,
      table: digital ? newTable(asked, value) : null,
    }
    return { input, pin }
  }

  /** An input of what switches, as one is until somebody types of it: it knows low and high and no value. */
  const newSwitchedInput = (pinName: string): NewInput => {
    const id = nextId('input')
    const pin = newPin(pinName, 'signal', ['on-off', 'frequency'])
    const input: Input = {
      ...{ id, pin: pin.id, supplyPin: null, groundPin: null, signal: 'voltage' },
      ...{ bits: null, counter: null, differential: false },
      sensorSupply: { volt: assumed(5), toReference: false, tolerance: 0.01 },
      ...{ referenceV: assumed(5), referenceTolerance: 0.01, pulls: [], table: null },
      ...{ ...USUAL_FRONT_END, fitted: null, filterF: 0 },
    }
    return { input, pin }
  }

  return { newPull, newPin, newInput, newSwitchedInput }
}

export function maker(nextId: (of: Made) => string) {
  const inputs = inputMaker(nextId)
  const { newPin } = inputs
  const newDevice = (name: string, kind: Device['kind'] = 'ecu'): Device => ({
    id: nextId('device'),
    name,
    kind,
    note: '',
    supply: NO_SUPPLY,
    pins: [],
    inputs: [],
  })

  const newRead = (element: string, input: string, name = '', decimals = 1): WiredRead => ({
    id: nextId('read'),
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
    id: nextId('element'),
    name,
    family: family.id,
    pins: PINS[family.signal].map(([pin, kind]) => newPin(pin, kind)),
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
      id: nextId('channel'),
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
  return { ...inputs, newDevice, newRead, newElement, newChannel }
}

export type NewInput = { input: Input; pin: Pin }

/** A device with one input more, and its pin. */
export const withInput = (device: Device, { input, pin }: NewInput): Device => ({
  ...device,
  pins: [...device.pins, pin],
  inputs: [...device.inputs, input],
})

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
  nextId: (of: Made) => string,
  { name, member, input }: { name: string; member: MemberAsked; input: string },
): { channel: Channel; element: Element } {
  const { range, accuracy, risingAt, fallingAt } = member.start
  const element: Element = {
    ...{ id: nextId('element'), name, family: SWITCH, settings: {} },
    pins: PINS.resistance.map(([pin, kind]) => ({
      ...{ id: nextId('pin'), name: pin, kind, can: [], wire: '' },
    })),
  }
  const read: WiredRead = {
    ...{ id: nextId('read'), source: { kind: 'element', id: element.id }, input },
    wire: newWire(),
    face: newFace('', 0),
  }
  const channel: Channel = {
    ...{ id: nextId('channel'), kind: 'on-off', name, quantity: member.quantity, place: '' },
    needs: { range, best: range, accuracy },
    ...{ elements: [element.id], combine: 'one', linked: false, reads: [read] },
    onOff: {
      ...{ member: member.id, unit: member.unit, closes: member.closes, onWhen: 'closed' },
      ...{ risingAt, fallingAt, switched: null },
    },
  }
  return { channel, element }
}

/** What stands as the family of a contact: it has no curve, and no family of sensors is meant. */
const SWITCH = 'switch'

const newWire = (): ReadWire => ({
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

const TWO_PINS: [string, Pin['kind']][] = [
  ['1 signal', 'signal'],
  ['2 ground', 'ground'],
]
const THREE_PINS: typeof TWO_PINS = [...TWO_PINS, ['3 supply', 'supply']]
const PINS: Record<FamilyAsked['signal'], typeof TWO_PINS> = {
  resistance: TWO_PINS,
  voltage: THREE_PINS,
  frequency: THREE_PINS,
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
function newTable(
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
