import {
  type Build,
  createBuild,
  type Device,
  type Measurement,
  NO_SUPPLY,
  wiredReads,
} from '../core/build/index.ts'
import { saltmarshNine } from '../demo/saltmarshNine.ts'

/** Channels of the sample that stand alone: one sensor, read by one pin. */
const PROTOTYPES = ['ch-coolant', 'ch-air', 'ch-map', 'ch-lambda', 'ch-throttle']
/** Pins of a device. */
const PINS = 100

/**
 * A valid build of so many channels: some of the sample's, again and again, each with its sensor,
 * its points and a pin of its own.
 */
export function manyChannels(count: number): Build {
  const sample = saltmarshNine()
  const prototypes = PROTOTYPES.map((id) => sample.channels.find((c) => c.id === id)!)
  const build: Build = {
    ...createBuild(`many-${count}`, `${count} channels`, sample.createdAt),
    vehicle: sample.vehicle,
    instruments: sample.instruments,
  }
  const device = (n: number): Device => ({
    id: `unit-${n}`,
    name: `Unit ${n}`,
    kind: 'ecu',
    note: '',
    supply: NO_SUPPLY,
    ...{ pins: [], inputs: [] },
  })
  for (let i = 0; i < count; i++) {
    if (i % PINS === 0) build.devices.push(device(i / PINS))
    const c = prototypes[i % prototypes.length]!
    const read = wiredReads(c)[0]!
    const input = sample.devices.flatMap((d) => d.inputs).find((x) => x.id === read.input)!
    const element = sample.elements.find((e) => e.id === c.elements[0])!
    build.devices.at(-1)!.pins.push({
      ...{ id: `pin-${i}`, name: String((i % PINS) + 1), kind: 'signal', can: [], wire: '' },
    })
    build.devices.at(-1)!.inputs.push({
      ...input,
      id: `${input.id}-${i}`,
      pin: `pin-${i}`,
      pulls: input.pulls.map((p) => ({ ...p, id: `${p.id}-${i}` })),
    })
    build.elements.push({
      ...element,
      id: `${element.id}-${i}`,
      pins: element.pins.map((p) => ({ ...p, id: `${p.id}-${i}` })),
    })
    build.channels.push({
      ...c,
      id: `${c.id}-${i}`,
      name: `${c.name} ${i}`,
      elements: [`${element.id}-${i}`],
      reads: [
        {
          ...read,
          id: `${read.id}-${i}`,
          input: `${input.id}-${i}`,
          source: { kind: 'element', id: `${element.id}-${i}` },
        },
      ],
    })
    build.measurements.push(
      ...sample.measurements
        .filter((m) => m.about.kind === 'point' && m.about.element === element.id)
        .map((m): Measurement => ({
          ...m,
          id: `${m.id}-${i}`,
          about: { kind: 'point', element: `${element.id}-${i}` },
        })),
    )
  }
  return build
}
