import {
  inForceOf,
  assumed,
  measured,
  maker,
  newFace,
  wiredReads,
  type Build,
  type Channel,
  type Device,
  type Edited,
  type Element,
  type Input,
  type InputAsked,
  type Made,
  type Measurement,
  type Reading,
} from '../core/build/index.ts'
import { assembleChain, prepareChain, proposeTable, walkForward } from '../core/chain/index.ts'
import { familyOf } from '../core/curve/index.ts'
import { decimalsOf } from '../core/quantity/index.ts'
import { CAN, JUG, PUMP_GAUGE } from './instruments.ts'
import { REST } from './sensors.ts'
import type { Point, Told } from './told.ts'

const DEVICES: Device[] = [
  {
    id: 'display',
    name: 'Display',
    kind: 'display',
    note: 'Behind the wheel',
    supply: { railMa: 120, stopsBelowV: 8.5, mustLive: false, feed: 'switched' },
    ...{ pins: [], inputs: [] },
  },
  {
    id: 'oil-pressure-gauge',
    name: 'Oil pressure gauge',
    kind: 'gauge',
    note: 'Old needle gauge',
    supply: { railMa: null, stopsBelowV: 9, mustLive: false, feed: 'switched' },
    ...{ pins: [], inputs: [] },
  },
  {
    id: 'fuel-gauge',
    name: 'Fuel gauge',
    kind: 'gauge',
    note: 'Needle, with its own coil',
    supply: { railMa: null, stopsBelowV: 9, mustLive: false, feed: 'switched' },
    ...{ pins: [], inputs: [] },
  },
]

const SHORT: Record<Made, string> = {
  ...{ input: 'in', pull: 'pull', pin: 'pin', device: 'device' },
  ...{ element: 'el', channel: 'ch', read: 'rd' },
}
/** Ids by what they are for and a key: `in-fuel`, `el-fuel`, and of pins, which are several, `pin-fuel-1`. */
const idsOf = (key: string): ((of: Made) => string) => {
  let pins = 0
  return (of) => (of === 'pin' ? `pin-${key}-${++pins}` : `${SHORT[of]}-${key}`)
}

/** Tells the rest of the car change by change. `build` gives the newest, `does` makes a change on a day. */
// eslint-disable-next-line max-lines-per-function -- a story told day by day, read from top to bottom
export function restOfTheCar(
  build: () => Build,
  does: (day: number, change: Edited) => void,
  at: (day: number, minute: number) => string,
  normal: () => number,
  by: string,
): void {
  for (const instrument of [PUMP_GAUGE, CAN, JUG])
    does(14, { kind: 'addInstrument', args: { instrument } })
  for (const device of DEVICES) does(14, { kind: 'addDevice', args: { device } })
  let minute = 0
  const point = (told: Told, p: Point, k: number): void => {
    const family = familyOf(told.family)
    const heard =
      told.really(p.truth) +
      told.noise * normal() +
      (p.method === 'output' ? (told.offsetV ?? 0) : 0)
    const reading = (
      role: Reading['role'],
      value: number,
      unit: string,
      digits: number,
      instrument: string | null,
    ): Reading => ({
      role,
      typed: value.toFixed(digits),
      unit,
      value: Number(value.toFixed(digits)),
      instrument,
    })
    const measurement: Measurement = {
      id: `point-${told.key}-${k + 1}`,
      at: at(15, ++minute),
      by,
      about: { kind: 'point', element: `el-${told.key}` },
      method: p.method,
      note: '',
      struck: null,
      readings: [
        reading(
          'signal',
          heard,
          family.signalUnit,
          told.digits,
          family.signalUnit === 'Hz' || p.method === 'manual' ? null : 'bench-meter',
        ),
        ...(p.given ?? []).map(([role, value, unit, digits, instrument]) =>
          reading(role, value, unit, digits, instrument ?? null),
        ),
      ],
    }
    does(15, { kind: 'addMeasurement', args: { measurement } })
  }
  const enter = (told: Told): void => {
    const key = told.joins?.key ?? told.key
    const chain = prepareChain(assembleChain(build(), `rd-${key}`).spec!)
    const table = build()
      .devices.flatMap((d) => d.inputs)
      .find((i) => i.id === `in-${key}`)!.table!
    does(16, {
      kind: 'enterTable',
      args: {
        input: `in-${key}`,
        entered: proposeTable(chain, table, 'best', {
          at: at(16, ++minute),
          name:
            told.table === 'before' ? 'from the sheet of the range it was sold as' : 'made here',
        }).table,
      },
    })
  }
  for (const told of REST) {
    const family = familyOf(told.family)
    const make = maker(idsOf(told.key))
    const needs = { ...family.needs, ...told.needs }
    if (told.joins) {
      does(14, {
        kind: 'addSecondSensor',
        args: {
          channel: `ch-${told.joins.key}`,
          element: make.newElement(`${told.name} sensor`, family, told.settings),
          combine: told.joins.combine,
        },
      })
      told.points.forEach((p, k) => point(told, p, k))
      if (told.table === 'after') enter(told)
      continue
    }
    const asked: InputAsked = {
      pin: told.pin,
      signal: 'voltage',
      bits: 12,
      referenceV: 5,
      pullOhm: null,
      pullKind: 'fixed',
      railV: 5,
      cells: 16,
      axis: 'V',
      ...told.input,
    }
    const fresh = make.newInput(asked, { unit: family.truthUnit, range: needs.range })
    const input: Input =
      told.pullMeasured === undefined
        ? fresh.input
        : {
            ...fresh.input,
            pulls: fresh.input.pulls.map((p) => ({
              ...p,
              ohm: measured(told.pullMeasured!),
              tolerance: 0.005,
            })),
          }
    const made = make.newChannel({
      name: told.name,
      family,
      settings: told.settings ?? {},
      input: input.id,
      needs,
    })
    const channel: Channel = {
      ...made.channel,
      place: told.place,
      reads: wiredReads(made.channel).map((r) => ({
        ...r,
        wire: {
          ...r.wire,
          groundOffsetV: told.offsetV === undefined ? assumed(0) : measured(told.offsetV),
        },
      })),
    }
    const element: Element = { ...made.element, name: `${told.name} sensor` }
    const device = build().devices.find((d) => d.id === told.device)!
    does(14, {
      kind: 'addChannel',
      args: { channel, elements: [element], input: { device: device.id, input, pin: fresh.pin } },
    })
    if (told.table === 'before') enter(told)
    told.points.forEach((p, k) => point(told, p, k))
    if (told.table === 'after') enter(told)
    if (told.provenAt) {
      const [unit, digits] = told.provenAt.given
      const shown = walkForward(
        prepareChain(assembleChain(build(), `rd-${told.key}`).spec!),
        told.provenAt.truth,
      ).shown.toFixed(decimalsOf(family.truthUnit))
      const keyOn: Measurement = {
        id: `key-on-${told.key}`,
        at: at(18, ++minute),
        by,
        about: { kind: 'keyOn', read: `rd-${told.key}` },
        method: 'keyOn',
        note: '',
        struck: null,
        readings: [
          {
            role: 'truth',
            typed: told.provenAt.truth.toFixed(digits),
            unit,
            value: Number(told.provenAt.truth.toFixed(digits)),
            instrument: null,
          },
          {
            role: 'shown',
            typed: shown,
            unit: family.truthUnit,
            value: Number(shown),
            instrument: null,
          },
        ],
      }
      does(18, {
        kind: 'prove',
        args: {
          measurement: keyOn,
          proof: {
            id: `proof-${told.key}`,
            read: `rd-${told.key}`,
            measurements: [keyOn.id],
            dependsOn: null,
            inForce: inForceOf(build(), `rd-${told.key}`),
            at: at(18, minute),
            by,
          },
        },
      })
    }
  }
  shareTheFuelSender(build, does)
  tapTheOilSensor(build, does)
}

/** The old fuel gauge hangs on the same sender and feeds it through its coil; its needle sweeps 90°. */
function shareTheFuelSender(build: () => Build, does: (day: number, change: Edited) => void): void {
  const make = maker(idsOf('fuel-gauge'))
  const gauge = build().devices.find((d) => d.id === 'fuel-gauge')!
  const made = make.newInput(
    {
      pin: 'S',
      signal: 'voltage',
      bits: null,
      referenceV: 12,
      pullOhm: 1200,
      pullKind: 'fixed',
      railV: 13.2,
      cells: 2,
      axis: 'V',
    },
    { unit: 'l', range: [0, 48] },
  )
  does(17, { kind: 'addInput', args: { device: gauge.id, ...made } })
  const read = make.newRead('el-fuel', 'in-fuel-gauge', 'fuel, needle', 0)
  does(17, {
    kind: 'addRead',
    args: {
      channel: 'ch-fuel',
      read: {
        ...read,
        face: {
          ...newFace('fuel, needle', 0),
          needle: { sweepDegrees: 90, low: 0, high: 48, markStep: 12 },
          dampingS: 6,
          warning: { when: 'below', at: 6, hysteresis: 1.5 },
        },
      },
    },
  })
}

/**
 * The display only listens to the oil sensor that engine unit and gauge feed: three readers of one
 * sensor, three threads.
 */
function tapTheOilSensor(build: () => Build, does: (day: number, change: Edited) => void): void {
  const make = maker(idsOf('oil-display'))
  const display = build().devices.find((d) => d.id === 'display')!
  const made = make.newInput(
    {
      pin: '9',
      signal: 'voltage',
      bits: 12,
      referenceV: 5,
      pullOhm: null,
      pullKind: 'fixed',
      railV: 5,
      cells: 16,
      axis: 'V',
    },
    { unit: '°C', range: [0, 150] },
  )
  does(17, { kind: 'addInput', args: { device: display.id, ...made } })
  does(17, {
    kind: 'addRead',
    args: { channel: 'ch-oil', read: make.newRead('el-oil', 'in-oil-display', 'oil') },
  })
}
