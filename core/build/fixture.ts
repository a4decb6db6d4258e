import { createBuild } from './create.ts'
import { wiredReads } from './find.ts'
import { maker, withInput, type FamilyAsked, type NewInput } from './make.ts'
import type { Build, Measurement } from './types.ts'

/**
 * A small build for tests of what does not care about sensors: two thermistors and a fuel sender on one device, five
 * points of one of them, as somebody typed them. Ids are fixed and short.
 */
export function smallBuild(id = 'small'): Build {
  const made = CHANNELS.map(({ key, name, family, pin, needs, settings }) => {
    const { channel, element } = make.newChannel({ name, family, settings, input: pin, needs })
    const read = { ...wiredReads(channel)[0]!, id: `rd-${key}`, source: sourceOf(`el-${key}`) }
    return {
      element: {
        ...element,
        id: `el-${key}`,
        pins: element.pins.map((p, i) => ({ ...p, id: `el-${key}-${i}` })),
      },
      channel: { ...channel, id: `ch-${key}`, elements: [`el-${key}`], reads: [read] },
      made: inputAt(pin, needs.range),
    }
  })
  return {
    ...createBuild(id, 'Small', '2026-03-02T08:00:00Z'),
    instruments: [],
    devices: [
      made.reduce((unit, m) => withInput(unit, m.made), {
        ...make.newDevice('Engine unit'),
        id: 'unit',
      }),
    ],
    elements: made.map((m) => m.element),
    channels: made.map((m) => m.channel),
    measurements: COOLANT_OHMS.map(([celsius, ohm], i) => pointOf(`m-${i}`, celsius, ohm)),
  }
}

const make = maker(() => 'given by the fixture')

const THERMISTOR: FamilyAsked = {
  id: 'thermistor',
  quantity: 'temperature',
  truthUnit: '°C',
  signal: 'resistance',
  settings: [],
}
const LEVEL: FamilyAsked = {
  id: 'level',
  quantity: 'level',
  truthUnit: 'l',
  signal: 'resistance',
  settings: [],
}
const temperature = { range: [-10, 125], best: [80, 110], accuracy: 2 } as const
const needsOf = (n: { range: readonly [number, number]; best: readonly [number, number] }) => ({
  range: [...n.range] as [number, number],
  best: [...n.best] as [number, number],
})

const BOX = [
  { x: 0, y: 0 },
  { x: 300, y: 0 },
  { x: 300, y: 300 },
  { x: 0, y: 300 },
]

const CHANNELS = [
  {
    ...{ key: 'coolant', name: 'Coolant', family: THERMISTOR, pin: 'eu-14', settings: {} },
    needs: { ...needsOf(temperature), accuracy: 2 },
  },
  {
    ...{ key: 'air', name: 'Air', family: THERMISTOR, pin: 'eu-15', settings: {} },
    needs: { ...needsOf(temperature), accuracy: 3 },
  },
  {
    ...{ key: 'fuel', name: 'Fuel', family: LEVEL, pin: 'eu-16' },
    settings: {
      tank: { corners: BOX, lengthMm: 500 },
      sender: {
        ...{ kind: 'arm', pivotMm: 150, armMm: 140, lowDeg: -60, highDeg: 60 },
        ...{ emptySignal: 10, fullSignal: 180 },
      },
    },
    needs: { ...needsOf({ range: [0, 50], best: [2, 15] }), accuracy: 1.5 },
  },
]

const sourceOf = (id: string) => ({ kind: 'element' as const, id })

function inputAt(pin: string, range: [number, number]): NewInput {
  const { input, pin: at } = make.newInput(
    {
      ...{ pin, signal: 'voltage', bits: 12, referenceV: 5, cells: 8, axis: 'V' },
      ...{ pullOhm: 2490, pullKind: 'fixed', railV: 5 },
    },
    { unit: '°C', range },
  )
  return {
    pin: { ...at, id: `${pin}-pin` },
    input: {
      ...input,
      ...{ id: pin, pin: `${pin}-pin` },
      pulls: input.pulls.map((p) => ({ ...p, id: `${pin}-pull` })),
    },
  }
}

/** Ohms of an invented thermistor, 2.2 kΩ at 25 °C and B 3500 K, as a meter of four digits shows them. */
const COOLANT_OHMS: [number, string][] = [0, 25, 50, 80, 100].map((celsius) => [
  celsius,
  (2200 * Math.exp(3500 * (1 / (celsius + 273.15) - 1 / 298.15))).toPrecision(4),
])

const pointOf = (id: string, celsius: number, ohm: string): Measurement => ({
  id,
  at: '2026-03-02T09:00:00Z',
  by: '',
  about: { kind: 'point', element: 'el-coolant' },
  method: 'flask',
  readings: [
    { role: 'signal', typed: ohm, unit: 'Ω', value: Number(ohm), instrument: null },
    { role: 'truth', typed: String(celsius), unit: '°C', value: celsius, instrument: null },
  ],
  note: '',
  struck: null,
})
