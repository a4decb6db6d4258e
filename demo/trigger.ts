import {
  maker,
  type Edited,
  type Measurement,
  type Pin,
  type PlacedInput,
  type Trigger,
} from '../core/build/index.ts'
import { capturesOfTheCar } from './captures.ts'

const CRANK: Trigger = {
  ...{ id: 'tr-crank', name: 'Crank', wheel: '36-2', expects: '60-2', pickup: 'vr' },
  ...{ input: 'in-crank', secondPin: 'pin-crank-2', cylinders: 3, firingOrder: [1, 3, 2] },
  counts: { tooth: 'after-gap', from: 'before' },
  angleDeg: 97.6,
  switched: null,
  gap: null,
  dwell: [],
  leads: [],
  comparator: null,
}

/** The cam's three-wire switch: nobody gave it a pull-up yet. */
const CAM: Trigger = {
  ...{ id: 'tr-cam', name: 'Cam', wheel: '0/720', expects: '0/720', pickup: 'hall' },
  ...{ input: 'in-cam', secondPin: null, cylinders: 3, firingOrder: [1, 3, 2] },
  counts: { tooth: 'after-gap', from: 'before' },
  ...{ angleDeg: null, switched: null, gap: null, dwell: [], leads: [] },
  comparator: null,
}

/** A ring of 44 teeth behind a wheel: it tells speed, and no angle. */
const WHEEL: Trigger = {
  ...CAM,
  ...{ id: 'tr-wheel', name: 'Wheel speed, rear left', wheel: '44-0', expects: '44-0' },
  input: 'in-rear-left',
}

/** An input of a device for what makes edges. */
const inputOf = (device: string, key: string, name: string): PlacedInput => ({
  device,
  ...maker((of) => `${of === 'input' ? 'in' : of}-${key}`).newSwitchedInput(name),
})

/** The lamp on cylinder one while 10° stood commanded: 36° late, and a little more at speed. */
const lamp = (
  key: string,
  at: string,
  [rpm, commanded, seen]: [string, string, string],
): Measurement => ({
  ...{ id: `lamp-${key}`, at, by: 'Wren', method: 'timing lamp', note: '', struck: null },
  about: { kind: 'lamp', trigger: CRANK.id },
  readings: [
    { role: 'rpm', typed: rpm, unit: 'rpm', value: Number(rpm), instrument: null },
    { role: 'commanded', typed: commanded, unit: '°', value: Number(commanded), instrument: null },
    { role: 'seen', typed: seen, unit: '°', value: Number(seen), instrument: null },
  ],
})

/**
 * The crank's trigger, a wheel of 36-2 read by a unit that waits for 60-2, three readings of the lamp, the cam's, a
 * wheel's, and captures.
 */
export function triggerOfTheCar(
  does: (day: number, change: Edited) => void,
  at: (day: number, minute: number) => string,
): void {
  const second: Pin = { id: 'pin-crank-2', name: '4', kind: 'signal', can: [], wire: '' }
  const crank = inputOf('engine-unit', 'crank', '3')
  does(10, { kind: 'addTrigger', args: { trigger: CRANK, input: crank, second } })
  for (const measurement of [
    lamp('a', at(10, 50), ['250', '10', '-25.5']),
    lamp('b', at(10, 53), ['1500', '10', '-26.5']),
    lamp('c', at(10, 57), ['3500', '10', '-27']),
  ])
    does(10, { kind: 'addMeasurement', args: { measurement } })
  const cam = inputOf('engine-unit', 'cam', '5')
  does(10, { kind: 'addTrigger', args: { trigger: CAM, input: cam } })
  const wheel = inputOf('display', 'rear-left', '24')
  does(10, { kind: 'addTrigger', args: { trigger: WHEEL, input: wheel } })
  capturesOfTheCar(does)
}
