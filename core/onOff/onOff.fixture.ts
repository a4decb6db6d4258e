import { applyChange, assumed, createBuild, onOffChannel, maker } from '../build/index.ts'
import type { Build, Channel, Edited, Measurement } from '../build/index.ts'
import { usualInput } from './input.ts'
import { memberOf } from './members.ts'
import type { Way } from './thresholds.ts'

let count = 0
const nextId = (): string => `s${count++}`
const stamp = () => ({ id: nextId(), at: '2026-11-20T10:00:00Z', by: '' })

export const after = (build: Build, ...edits: Edited[]): Build =>
  edits.reduce((b, e) => applyChange(b, e, stamp()), build)

/** One switch of a kind at one pin, nothing measured of it, its pin as it floats. */
export function switchBuild(member: string): { build: Build; channel: Channel } {
  const { newDevice, newInput } = maker(nextId)
  const kind = memberOf(member)
  const input = newInput(
    {
      ...{ pin: '31', signal: 'voltage', bits: 12, referenceV: 5, pullOhm: null },
      ...{ pullKind: 'fixed', railV: assumed(5).value, cells: 16, axis: 'V' },
    },
    { unit: kind.unit, range: kind.start.range },
  )
  const { channel, element } = onOffChannel(nextId, {
    ...{ name: 'Switch', member: kind, input: input.id },
  })
  const devices = [{ ...newDevice('Engine unit'), inputs: [input] }]
  const build = after(createBuild('b', 'Build', '2026-11-20T09:00:00Z'), {
    kind: 'addChannel',
    args: { channel, elements: [element], devices },
  })
  return { build, channel }
}

/** One reading of where it switched. */
export const reading = (channel: Channel, way: Way, value: number, id = nextId()): Edited => {
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
  kind: 'editOnOffInput',
  args: {
    ...{ id: channel.id, usual: usualInput(channel.onOff!) },
    patch: { fitted: { school: 'pull-up', upOhm, downOhm: null } },
  },
})

export const of = (build: Build, { id }: Channel): Channel =>
  build.channels.find((c) => c.id === id)!
