import { elementOf } from '../build/find.ts'
import type { Build, Channel, Id } from '../build/types.ts'
import { findFamily } from '../curve/registry.ts'
import { orElse } from '../error.ts'
import type { SensorAt, Standing } from '../network/index.ts'
import { sensorOf } from './sensor.ts'

/** A contact is closed or open; while it is closed its current is the most it can be. */
const CONTACT: SensorAt = { drive: { kind: 'resistance' }, usual: 0.1, ends: [0.1, 1e9] }

const channels = new WeakMap<Build['channels'], Map<Id, Channel>>()
function channelOfSensor(build: Build, sensor: Id): Channel | undefined {
  let known = channels.get(build.channels)
  if (!known) {
    known = new Map(build.channels.flatMap((c) => c.elements.map((e) => [e, c])))
    channels.set(build.channels, known)
  }
  return known.get(sensor)
}

/** Where the sensors of a build stand for others on their wires: amid what matters, and at the ends of their range. */
export const standingOf =
  (build: Build): Standing =>
  (sensor) => {
    const channel = channelOfSensor(build, sensor)
    if (!channel)
      return build.triggers.some((t) => t.id === sensor && t.pickup === 'hall') ? CONTACT : null
    if (channel.onOff) return CONTACT
    const { settings, family: id } = elementOf(build, sensor)
    const family = findFamily(id)
    const { curve } = sensorOf(build, sensor, channel.needs.range)
    if (!family || curve === undefined) return null
    const { range, best } = channel.needs
    const at = (truth: number): number => orElse(() => family.forward(curve, truth), NaN)
    const usual = at((best[0] + best[1]) / 2)
    const ends = [at(range[0]), at(range[1])] as const
    return [usual, ...ends].every((v) => Number.isFinite(v) && v >= 0)
      ? { drive: family.drive(settings), usual, ends }
      : null
  }
