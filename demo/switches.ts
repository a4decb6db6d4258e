import {
  type Edited,
  type Made,
  maker,
  type Measurement,
  onOffChannel,
} from '../core/build/index.ts'
import { memberOf, type Way } from '../core/onOff/index.ts'
import { PROBE } from './instruments.ts'

/**
 * Where the fan's switch closed on the way up and opened on the way down, in a pan of water with the probe beside it.
 */
const SWITCHED: readonly [Way, string][] = [
  ['rising', '94.6'],
  ['falling', '89.2'],
  ['rising', '95.3'],
  ['falling', '89.9'],
  ['rising', '94.9'],
  ['falling', '89.4'],
]

/** A switch in the radiator that calls for the fan, read three times each way, with a pull-up at its pin. */
export function switchesOfTheCar(
  does: (day: number, change: Edited) => void,
  at: (day: number, minute: number) => string,
): void {
  // by what each is for: fan-channel, fan-read, and its pins by number
  let pins = 0
  const nextId = (of: Made): string => (of === 'pin' ? `fan-pin-${++pins}` : `fan-${of}`)
  const member = memberOf('temperature')
  const made = maker(nextId).newSwitchedInput('32')
  const { channel, element } = onOffChannel(nextId, {
    ...{ name: 'Fan switch, radiator', member, input: made.input.id },
  })
  does(11, {
    kind: 'addChannel',
    args: { channel, elements: [element], devices: [], input: { device: 'engine-unit', ...made } },
  })
  for (const [i, [way, typed]] of SWITCHED.entries()) {
    const measurement: Measurement = {
      ...{ id: `fan-read-${i + 1}`, at: at(11, 20 + 2 * i), by: 'Wren', method: way },
      ...{ note: '', struck: null, about: { kind: 'point', element: element.id } },
      readings: [{ role: 'truth', typed, unit: '°C', value: Number(typed), instrument: PROBE.id }],
    }
    does(11, { kind: 'addMeasurement', args: { measurement } })
  }
  does(11, {
    kind: 'editInput',
    args: {
      input: made.input.id,
      patch: { fitted: { school: 'pull-up', upOhm: 2200, downOhm: null } },
    },
  })
}
