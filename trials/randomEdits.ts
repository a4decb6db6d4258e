import {
  type Build,
  type Edited,
  maker,
  type Measurement,
  MOST,
  withInput,
} from '../core/build/index.ts'
import { families } from '../core/curve/registry.ts'
import { groundEdits } from './groundEdits.ts'

/** A pick of anything, by a stream of uniform numbers. */
export type Draw = {
  uniform: () => number
  from: <T>(list: readonly T[]) => T
  below: (n: number) => number
}
export const drawing = (uniform: () => number): Draw => ({
  uniform,
  below: (n) => Math.floor(uniform() * n),
  from: (list) => list[Math.floor(uniform() * list.length)]!,
})

/** Numbers a person types, and numbers nobody should. */
const NUMBERS = [0, 1, -1, 0.5, 20, 80, 115, 1e-9, 1e9, -40, 12000, 5, 1e15, -0.0001]
const TEXTS = [
  '',
  'x',
  'brown',
  'é☃',
  'a'.repeat(MOST.text),
  'a'.repeat(MOST.text + 1),
  '=1+1',
  '\u202eevil',
]

const near = (draw: Draw, value: number): number =>
  draw.uniform() < 0.3 ? draw.from(NUMBERS) : value * (0.8 + 0.4 * draw.uniform())

/**
 * One edit at random, of those the screens make: often of what is there, sometimes of what is gone, and now and
 * then with a number or a text that must be refused. `id` gives new ids.
 */
export function randomEdit(build: Build, draw: Draw, id: () => string): Edited {
  const make = maker(id)
  const channel = draw.from(build.channels)
  const read = channel && draw.from(channel.reads)
  const element = draw.from(build.elements)
  const device = draw.from(build.devices)
  const input = device && draw.from(device.inputs)
  const instrument = draw.from(build.instruments)
  const measurement = draw.from(build.measurements)
  const gone = { id: 'gone' }
  const at = '2026-11-27T10:00:00Z'
  const stated = (value: number) => ({ value, basis: 'measured' as const, from: [] })
  const kinds: (() => Edited)[] = [
    () => ({ kind: 'renameBuild', args: { name: draw.from([...TEXTS, 'Nine']) } }),
    () => ({ kind: 'editVehicle', args: { patch: { altitudeM: near(draw, 640) } } }),
    () => ({ kind: 'editVehicle', args: { patch: { ethanol: near(draw, 0.5) } } }),
    () => ({
      kind: 'editChannel',
      args: { id: (channel ?? gone).id, patch: { place: draw.from(TEXTS) } },
    }),
    () => {
      const end = draw.below(2) as 0 | 1
      const name = draw.from(['range', 'best'] as const)
      const ends = channel?.needs[name] ?? [0, 1]
      return {
        kind: 'editChannel',
        args: {
          id: (channel ?? gone).id,
          patch: { needs: { [name]: { [end]: near(draw, ends[end]) } } },
        },
      }
    },
    () => ({
      kind: 'editChannel',
      args: { id: (channel ?? gone).id, patch: { needs: { accuracy: near(draw, 2) } } },
    }),
    () => ({
      kind: 'editRead',
      args: { id: (read ?? gone).id, patch: { wire: { colour: draw.from(TEXTS) } } },
    }),
    () => ({
      kind: 'editRead',
      args: { id: (read ?? gone).id, patch: { wire: { signalOhm: stated(near(draw, 0.2)) } } },
    }),
    () => ({
      kind: 'editRead',
      args: { id: (read ?? gone).id, patch: { wire: { groundOffsetV: stated(near(draw, 0.01)) } } },
    }),
    () => ({
      kind: 'editRead',
      args: { id: (read ?? gone).id, patch: { face: { dampingS: near(draw, 2) } } },
    }),
    () => ({
      kind: 'editRead',
      args: {
        id: (read ?? gone).id,
        patch: {
          face: {
            needle: draw.from([
              null,
              { sweepDegrees: 90, low: near(draw, 20), high: near(draw, 20), markStep: 5 },
            ]),
          },
        },
      },
    }),
    () => ({
      kind: 'editInput',
      args: { input: (input ?? gone).id, patch: { referenceV: stated(near(draw, 5)) } },
    }),
    () => ({
      kind: 'editInput',
      args: { input: (input ?? gone).id, patch: { bits: draw.from([8, 10, 12, 3, 25]) } },
    }),
    () => ({
      kind: 'editInput',
      args: {
        input: (input ?? gone).id,
        patch: { table: { cells: draw.from([1, 2, 16, 256, 300]) } },
      },
    }),
    () => {
      const x = Array.from({ length: draw.from([2, 16, 300]) }, (_, i) => i)
      return {
        kind: 'enterTable',
        args: {
          input: (input ?? gone).id,
          entered: { x, y: x.map((v) => near(draw, v)), at, name: 'pasted' },
        },
      }
    },
    () => ({
      kind: 'addPullUp',
      args: { input: (input ?? gone).id, pull: make.newPull(near(draw, 2490), 'fixed', 5, true) },
    }),
    () => ({
      kind: 'choosePullUp',
      args: { input: (input ?? gone).id, pull: make.newPull(near(draw, 2490), 'fitted', 5, true) },
    }),
    () => ({
      kind: 'removePullUp',
      args: {
        input: (input ?? gone).id,
        pull: (input && draw.from(input.pulls) ? draw.from(input.pulls) : gone).id,
      },
    }),
    () => ({
      kind: 'editElement',
      args: { id: (element ?? gone).id, patch: { settings: { leadOhm: near(draw, 0.3) } } },
    }),
    () => {
      const family = families.find((f) => f.id === element?.family) ?? families[0]!
      const field = draw.from(family.settings)
      const value = !field
        ? 0
        : field.kind === 'choice'
          ? draw.from([...field.options.map((o) => o.value), 'nonsense'])
          : near(draw, field.otherwise ?? 1)
      return {
        kind: 'editElement',
        args: { id: (element ?? gone).id, patch: { settings: { [field?.id ?? 'lagS']: value } } },
      }
    },
    () => ({
      kind: 'editInstrument',
      args: { id: (instrument ?? gone).id, patch: { accuracy: { percent: near(draw, 0.5) } } },
    }),
    () => ({
      kind: 'addInstrument',
      args: {
        instrument: {
          id: id(),
          name: draw.from(TEXTS),
          kind: 'meter',
          accuracy: { percent: 1, digits: 1, offset: 0, commonShare: 0.5 },
          lagS: null,
          iceCheck: null,
          checkedAt: null,
          note: '',
        },
      },
    }),
    () => ({ kind: 'removeInstrument', args: { id: (instrument ?? gone).id } }),
    () => ({
      kind: 'addMeasurement',
      args: { measurement: pointOf(element?.id ?? 'gone', draw, id) },
    }),
    () => ({
      kind: 'addMeasurements',
      args: {
        measurements: Array.from({ length: 1 + draw.below(5) }, () =>
          pointOf(element?.id ?? 'gone', draw, id),
        ),
      },
    }),
    () => ({
      kind: 'strikeMeasurement',
      args: { id: (measurement ?? gone).id, at, why: draw.from(TEXTS) },
    }),
    () => ({ kind: 'restoreMeasurement', args: { id: (measurement ?? gone).id } }),
    () => {
      const family = draw.from(families)
      const made = make.newInput(
        {
          pin: '',
          signal: family.signal === 'frequency' ? 'frequency' : 'voltage',
          bits: 12,
          referenceV: 5,
          pullOhm: 2490,
          pullKind: 'fixed',
          railV: 5,
          cells: 16,
          axis: family.signal === 'frequency' ? 'Hz' : 'V',
        },
        { unit: family.truthUnit, range: family.needs.range },
      )
      const { channel: c, element: e } = make.newChannel({
        name: draw.from(TEXTS),
        family,
        input: made.input.id,
        needs: family.needs,
      })
      return {
        kind: 'addChannel',
        args: {
          channel: c,
          elements: [e],
          ...(device
            ? { input: { device: device.id, ...made } }
            : { devices: [withInput(make.newDevice('Unit'), made)] }),
        },
      }
    },
    () => {
      const made = make.newInput(
        {
          pin: '',
          signal: 'voltage',
          bits: 12,
          referenceV: 5,
          pullOhm: 2490,
          pullKind: 'fixed',
          railV: 5,
          cells: 16,
          axis: 'V',
        },
        { unit: '°C', range: [0, 100] },
      )
      return {
        kind: 'addRead',
        args: {
          channel: (channel ?? gone).id,
          read: make.newRead(channel?.elements[0] ?? 'gone', made.input.id),
          devices: [withInput(make.newDevice('Gauge'), made)],
        },
      }
    },
    () => ({ kind: 'removeRead', args: { id: (read ?? gone).id } }),
    () =>
      ({
        kind: draw.uniform() < 0.2 ? 'removeChannel' : 'removeSecondSensor',
        args: { id: (channel ?? gone).id, channel: (channel ?? gone).id },
      }) as Edited,
    () => ({
      kind: 'putInSetting',
      args: {
        element: (element ?? gone).id,
        list: 'candidates',
        item: {
          id: 'own',
          name: draw.from(TEXTS),
          curve: null,
          housing: 'thin',
          thread: '',
          spare: draw.uniform() < 0.5,
          second: false,
        },
      },
    }),
    () => ({
      kind: 'removeFromSetting',
      args: { element: (element ?? gone).id, list: 'candidates', item: 'own' },
    }),
    ...groundEdits(build, draw, id),
  ]
  return draw.from(kinds)()
}

function pointOf(element: string, draw: Draw, id: () => string): Measurement {
  const truth = near(draw, 60)
  const signal = near(draw, 1000)
  return {
    id: id(),
    at: '2026-11-27T10:00:00Z',
    by: '',
    about: { kind: 'point', element },
    method: draw.from(['reference', 'ice', 'boil', 'fill', 'gauge', 'anything']),
    readings: [
      { role: 'signal', typed: String(signal), unit: 'Ω', value: signal, instrument: null },
      { role: 'truth', typed: String(truth), unit: '°C', value: truth, instrument: null },
      { role: 'altitude', typed: '12000', unit: 'm', value: near(draw, 600), instrument: null },
    ],
    note: '',
    struck: null,
  }
}
