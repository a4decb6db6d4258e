import {
  inForceOf,
  applyChange,
  assumed,
  createBuild,
  measured,
  newFace,
  type Build,
  type Channel,
  type Device,
  type Edited,
  type Element,
  type Input,
  type Measurement,
  type Pin,
  type Read,
  type Reading,
} from '../core/build/index.ts'
import { assembleChain, prepareChain, proposeTable, walkForward } from '../core/chain/index.ts'
import { thermistorOhm, type ThermistorCurve } from '../core/curve/thermistor/index.ts'
import { normalStream, uniformStream } from '../core/math/index.ts'
import { groundOfTheCar } from './ground.ts'
import { METER, PROBE } from './instruments.ts'
import { restOfTheCar } from './restOfTheCar.ts'
import { switchesOfTheCar } from './switches.ts'
import { triggerOfTheCar } from './trigger.ts'

const SAMPLE_ID = 'saltmarsh-nine'

/** The invented sensors as they really are; nobody in the build knows these. */
export const TRUE_CURVES: Record<'coolant' | 'air' | 'oil', ThermistorCurve> = {
  coolant: { model: 'steinhart-hart', coefficients: [1.3012e-3, 2.6183e-4, 1.642e-7] },
  air: { model: 'steinhart-hart', coefficients: [1.2894e-3, 2.6321e-4, 1.598e-7] },
  oil: { model: 'steinhart-hart', coefficients: [1.4105e-3, 2.5287e-4, 1.731e-7] },
}

const pull = (id: string, ohm: number, name: string) => ({
  id,
  name,
  ohm: assumed(ohm),
  tolerance: 0.01,
  railV: assumed(5),
  toReference: true,
  kind: 'fixed' as const,
  on: true,
})

const pin = (id: string, name: string, kind: Pin['kind'] = 'signal'): Pin => ({
  ...{ id, name, kind, can: [], wire: '' },
})

const input = (id: string, pullOhm: number): Input => ({
  id,
  ...{ pin: `${id}-pin`, supplyPin: null, groundPin: null },
  signal: 'voltage',
  counter: null,
  sensorSupply: { volt: measured(5), toReference: true, tolerance: 0.01 },
  differential: false,
  bits: 12,
  referenceV: measured(5),
  referenceTolerance: 0.01,
  pulls: [pull(`${id}-pull`, pullOhm, 'own pull-up')],
  ...{ thresholds: null, fitted: null, filterF: 0 },
  limitV: 5,
  table: {
    form: 'table',
    cells: 16,
    axis: 'V',
    axisStep: 0.01,
    axisRange: [0, 5],
    direction: 'rising',
    axisFixed: null,
    valueUnit: '°C',
    valueStep: 0.1,
    valueRange: [-50, 200],
    beyond: 'hold',
    onOpen: { show: 'low', value: null },
    onShort: { show: 'high', value: null },
    entered: null,
  },
})

const ENGINE_UNIT: Device = {
  id: 'engine-unit',
  name: 'Engine unit',
  kind: 'ecu',
  note: 'Own-brand-free, behind the seat',
  supply: { railMa: 28, stopsBelowV: 6, mustLive: true, feed: 'relay' },
  pins: [pin('eu-14-pin', '14'), pin('eu-15-pin', '15'), pin('eu-16-pin', '16')],
  inputs: [input('eu-14', 2490), input('eu-15', 2490), input('eu-16', 2490)],
}
const OIL_GAUGE: Device = {
  id: 'oil-gauge',
  name: 'Oil gauge',
  kind: 'gauge',
  note: 'Old needle gauge, fed from the battery through its coil',
  supply: { railMa: null, stopsBelowV: 9, mustLive: false, feed: 'switched' },
  pins: [pin('og-s-pin', 'S')],
  inputs: [
    {
      id: 'og-s',
      ...{ pin: 'og-s-pin', supplyPin: null, groundPin: null },
      signal: 'voltage',
      counter: null,
      sensorSupply: { volt: assumed(5), toReference: false, tolerance: 0.01 },
      differential: false,
      bits: null,
      referenceV: assumed(12),
      referenceTolerance: 0.05,
      ...{ thresholds: null, fitted: null, filterF: 0 },
      limitV: 16,
      table: null,
      pulls: [
        {
          id: 'og-coil',
          name: 'gauge coil',
          ohm: assumed(1500),
          tolerance: 0.1,
          railV: assumed(13.2),
          toReference: false,
          kind: 'fixed',
          on: true,
        },
      ],
    },
  ],
}

const read = (
  id: string,
  element: string,
  inputId: string,
  name: string,
  offset?: number,
): Read => ({
  id,
  source: { kind: 'element', id: element },
  input: inputId,
  wire: {
    colour: 'brown, white stripe',
    cavity: '2',
    signalOhm: measured(0.2),
    groundOhm: measured(0.2),
    groundOffsetV: offset === undefined ? assumed(0) : measured(offset),
  },
  face: newFace(name),
})

const element = (id: string, name: string): Element => ({
  id,
  name,
  family: 'thermistor',
  settings: {
    model: 'auto',
    assumedCurve: null,
    leadOhm: 0.3,
    dissipationMwPerK: id === 'el-air' ? 1.5 : 6,
    lagS: 6,
  },
  pins: [
    { ...pin(`${id}-1`, '1 signal'), wire: 'brown, white stripe' },
    { ...pin(`${id}-2`, '2 ground', 'ground'), wire: 'black' },
  ],
})

const channel = (
  id: string,
  name: string,
  place: string,
  needs: Channel['needs'],
  elementId: string,
  reads: Read[],
): Channel => ({
  id,
  name,
  quantity: 'temperature',
  place,
  needs,
  elements: [elementId],
  kind: 'reading',
  combine: 'one',
  onOff: null,
  linked: false,
  reads,
})

let made: Build | undefined

/** The sample build, a made-up beach racer: told once, since its tables take a second to place, and given as a copy. */
export const saltmarshNine = (): Build => structuredClone((made ??= tellSaltmarshNine()))

/**
 * The sample told change by change, with seeded scatter in its readings; without its switches it is what a file of
 * older schemas could hold.
 */
// eslint-disable-next-line max-lines-per-function -- a story told day by day, read from top to bottom
export function tellSaltmarshNine(withSwitches = true): Build {
  const normal = normalStream(uniformStream(90210))
  let build: Build = {
    ...createBuild(SAMPLE_ID, 'Saltmarsh Nine', '2026-10-24T10:00:00Z'),
    vehicle: {
      name: 'Saltmarsh Nine',
      note: '1.2-litre turbocharged triple, ethanol blend, wedge tank behind the seat',
      altitudeM: 640,
      ethanol: 0.3,
      state: null,
    },
  }
  let count = 0
  // what says when it was, was then
  const saidAt = ({ kind, args }: Edited): string | undefined =>
    kind === 'prove' ? args.proof.at : kind === 'addMeasurement' ? args.measurement.at : undefined
  const at = (day: number, minute: number): string =>
    new Date(Date.UTC(2026, 10, day, 17, minute)).toISOString()
  const does = (day: number, change: Edited): void => {
    count++
    build = applyChange(build, change, {
      id: `change-${count}`,
      at: saidAt(change) ?? at(day, count % 60),
      by: 'Wren',
    })
  }
  does(1, { kind: 'addInstrument', args: { instrument: METER } })
  does(1, { kind: 'addInstrument', args: { instrument: PROBE } })
  does(1, { kind: 'addDevice', args: { device: ENGINE_UNIT } })
  does(1, { kind: 'addDevice', args: { device: OIL_GAUGE } })
  does(1, {
    kind: 'addChannel',
    args: {
      channel: channel(
        'ch-coolant',
        'Coolant, block outlet',
        'Outlet elbow, rear of the block',
        { range: [-10, 125], best: [80, 110], accuracy: 2 },
        'el-coolant',
        [read('rd-coolant', 'el-coolant', 'eu-14', 'coolant', 0.002)],
      ),
      elements: [element('el-coolant', 'Coolant sensor, no data sheet')],
    },
  })
  does(1, {
    kind: 'addChannel',
    args: {
      channel: channel(
        'ch-air',
        'Air, after the charge cooler',
        'Threaded boss in the cold pipe',
        { range: [-20, 90], best: [10, 60], accuracy: 2 },
        'el-air',
        [read('rd-air', 'el-air', 'eu-15', 'air')],
      ),
      elements: [element('el-air', 'Open-element air sensor')],
    },
  })
  does(1, {
    kind: 'addChannel',
    args: {
      channel: channel(
        'ch-oil',
        'Oil, gallery',
        'Gallery plug beside the filter',
        { range: [0, 150], best: [70, 130], accuracy: 3 },
        'el-oil',
        [
          read('rd-oil', 'el-oil', 'eu-16', 'oil', 0.004),
          read('rd-oil-gauge', 'el-oil', 'og-s', 'oil, needle'),
        ],
      ),
      elements: [element('el-oil', 'Oil sensor shared with the needle gauge')],
    },
  })

  let points = 0
  const typedOhm = (ohm: number): string =>
    ohm >= 4000 ? `${(ohm / 1000).toFixed(2)}k` : ohm >= 400 ? ohm.toFixed(0) : ohm.toFixed(1)
  const point = (
    day: number,
    which: keyof typeof TRUE_CURVES,
    method: string,
    trueC: number,
    how: { altitude?: boolean; slip?: (typed: string) => string } = {},
  ): void => {
    points++
    const ohm = thermistorOhm(TRUE_CURVES[which], trueC) * (1 + 0.0015 * normal()) + 0.3
    const typed = how.slip ? how.slip(typedOhm(ohm)) : typedOhm(ohm)
    const shownC = (trueC + 0.2 + 0.06 * normal()).toFixed(1)
    const readings: Reading[] = [
      {
        role: 'signal',
        typed,
        unit: 'Ω',
        value: typed.endsWith('k') ? Number(typed.slice(0, -1)) * 1000 : Number(typed),
        instrument: METER.id,
      },
    ]
    if (how.altitude)
      readings.push({ role: 'altitude', typed: '640 m', unit: 'm', value: 640, instrument: null })
    else if (method !== 'ice')
      readings.push({
        role: 'truth',
        typed: shownC,
        unit: '°C',
        value: Number(shownC),
        instrument: PROBE.id,
      })
    const measurement: Measurement = {
      id: `point-${points}`,
      at: at(day, points),
      by: 'Wren',
      about: { kind: 'point', element: `el-${which}` },
      method,
      readings,
      note: '',
      struck: null,
    }
    does(day, { kind: 'addMeasurement', args: { measurement } })
  }
  // 97.74 °C is where water boils at 640 m
  point(3, 'coolant', 'ice', 0)
  point(3, 'coolant', 'air', 16.8)
  point(3, 'coolant', 'boiling', 97.74, { altitude: true })
  point(3, 'coolant', 'flask', 81.3)
  point(3, 'coolant', 'flask', 62.4)
  point(3, 'coolant', 'flask', 44.9)
  point(4, 'coolant', 'oil', 118.2)
  point(5, 'air', 'ice', 0)
  point(5, 'air', 'air', 15.9)
  point(5, 'air', 'body', 33.6)
  point(5, 'air', 'flask', 48.2, { slip: slipOfThePen })
  point(5, 'air', 'flask', 61.0)
  point(5, 'air', 'flask', 74.2)
  point(8, 'oil', 'ice', 0)
  point(8, 'oil', 'air', 15.2)
  point(8, 'oil', 'flask', 70.6)
  point(8, 'oil', 'boiling', 97.74, { altitude: true })
  point(8, 'oil', 'oil', 128.5)
  point(8, 'oil', 'flask', 43.3)

  for (const [day, readId, inputId] of [
    [10, 'rd-coolant', 'eu-14'],
    [10, 'rd-oil', 'eu-16'],
  ] as const) {
    const spec = assembleChain(build, readId).spec!
    // the oil table was made before anybody thought of the gauge on the same sensor
    const table = build.devices[0]!.inputs.find((i) => i.id === inputId)!.table!
    does(day, {
      kind: 'enterTable',
      args: {
        input: inputId,
        entered: proposeTable(prepareChain(spec), table, 'best', {
          at: at(day, 30),
          name: 'made here',
        }).table,
      },
    })
  }
  const shed = 14.2
  const shown = walkForward(
    prepareChain(assembleChain(build, 'rd-coolant').spec!),
    shed,
  ).shown.toFixed(1)
  const keyOn: Measurement = {
    id: 'key-on-coolant',
    at: at(12, 5),
    by: 'Wren',
    about: { kind: 'keyOn', read: 'rd-coolant' },
    method: 'keyOn',
    note: '',
    struck: null,
    readings: [
      { role: 'truth', typed: '14.4', unit: '°C', value: 14.4, instrument: PROBE.id },
      { role: 'shown', typed: shown, unit: '°C', value: Number(shown), instrument: null },
    ],
  }
  does(12, { kind: 'addMeasurement', args: { measurement: keyOn } })
  does(12, {
    kind: 'prove',
    args: {
      proof: {
        id: 'proof-coolant',
        read: 'rd-coolant',
        measurements: [keyOn.id],
        dependsOn: null,
        inForce: inForceOf(build, 'rd-coolant'),
        at: at(12, 6),
        by: 'Wren',
      },
    },
  })
  restOfTheCar(() => build, does, at, normal, 'Wren')
  groundOfTheCar(does, at)
  triggerOfTheCar(does, at)
  if (withSwitches) switchesOfTheCar(does, at)
  return build
}

/** The slip everybody makes: one figure read as its neighbour, 853 for 803. */
const slipOfThePen = (typed: string): string =>
  typed.replace(/^(\d)(\d)/, (_, a: string, b: string) => `${a}${Math.min(9, Number(b) + 5)}`)
