import { createBuild, onOffChannel, maker, wiredReads, withInput } from '../build/index.ts'
import type { Build, Channel, Edited, Measurement } from '../build/index.ts'
import { after } from '../chain/edited.ts'
import { memberOf } from './members.ts'
import type { Way } from './thresholds.ts'

export { after }

let count = 0
const nextId = (): string => `s${count++}`

/** One switch of a kind at one pin, nothing measured of it, its pin as it floats. */
export function switchBuild(member: string): { build: Build; channel: Channel } {
  const { newDevice, newSwitchedInput } = maker(nextId)
  const kind = memberOf(member)
  const made = newSwitchedInput('31')
  const { channel, element } = onOffChannel(nextId, {
    ...{ name: 'Switch', member: kind, input: made.input.id },
  })
  const devices = [withInput(newDevice('Engine unit'), made)]
  const build = after(createBuild('b', 'Build', '2026-11-20T09:00:00Z'), {
    kind: 'addChannel',
    args: { channel, elements: [element], devices },
  })
  return { build, channel }
}

/** One reading of where it switched. */
export const sensedReading = (channel: Channel, way: Way, value: number, id = nextId()): Edited => {
  const measurement: Measurement = {
    ...{ id, at: '2026-11-20T11:00:00Z', by: '', note: '', struck: null, method: way },
    about: { kind: 'point', element: channel.elements[0]! },
    readings: [
      { role: 'truth', typed: String(value), unit: channel.onOff!.unit, value, instrument: null },
    ],
  }
  return { kind: 'addMeasurement', args: { measurement } }
}

/** Parts at its pin that leave some room. */
export const fit = (channel: Channel, upOhm = 2200): Edited => ({
  kind: 'editInput',
  args: {
    input: wiredReads(channel)[0]!.input,
    patch: { fitted: { school: 'pull-up', upOhm, downOhm: null } },
  },
})

export const of = (build: Build, { id }: Channel): Channel =>
  build.channels.find((c) => c.id === id)!
