import { elementOf, pathOf, pointsOf, readsOf, wiredReads } from '../build/find.ts'
import type { Build, Channel } from '../build/types.ts'
import { findFamily } from '../curve/registry.ts'
import type { TakenPoint } from './points.ts'
import { isRemembered, remember } from './remember.ts'
import { statusRestsOn } from './rests.ts'
import { sensorOf, sensorRestsOn, type Sensor } from './sensor.ts'
import { lapsesOf, type Lapse } from './lapses.ts'

/** A point on its way out of a worker: what it was computed to, and the measurement by its id. */
type SentPoint = Omit<TakenPoint, 'measurement' | 'recipe'> & { id: string }

/** What takes long of a channel: its fits, and why its proofs hold no more. Plain data. */
export type Prepared = {
  sensors: { sensor: Omit<Sensor, 'element' | 'points'>; element: string; points: SentPoint[] }[]
  lapses: { read: string; proof: string; lapses: Lapse[] }[]
}

/** The sensors of a channel whose points are still to be fitted. */
const unfitted = (build: Build, { elements, needs }: Channel): string[] =>
  elements.filter((id) => {
    const element = elementOf(build, id)
    const least = findFamily(element.family)?.leastPoints ?? Infinity
    return (
      pointsOf(build, id).length >= least &&
      !isRemembered(element, 'sensor', sensorRestsOn(build, id, needs.range))
    )
  })

/** Points of a channel that are still to be fitted, a work that belongs off the page; 0 when that is done. */
export const pointsToFit = (build: Build, channel: Channel): number =>
  unfitted(build, channel).reduce((n, id) => n + pointsOf(build, id).length, 0)

/** Computes what takes long; in a worker. */
export const preparedFor = (build: Build, channel: Channel): Prepared => ({
  sensors: channel.elements.map((id) => {
    const { element: _, points, ...sensor } = sensorOf(build, id, channel.needs.range)
    return {
      sensor,
      element: id,
      points: points.map(({ measurement, recipe: __, ...point }) => ({
        ...point,
        id: measurement.id,
      })),
    }
  }),
  lapses: channel.reads.flatMap((r) =>
    build.proofs
      .filter((p) => p.read === r.id)
      .map((p) => ({ read: r.id, proof: p.id, lapses: lapsesOf(build, r.id, p) })),
  ),
})

/** Keeps what a worker prepared, so that everything that asks for it has it at once. */
export function keepPrepared(build: Build, channel: Channel, prepared: Prepared): void {
  for (const { sensor, element: id, points } of prepared.sensors) {
    const element = elementOf(build, id)
    const methods = findFamily(element.family)?.methods ?? []
    const byId = new Map(pointsOf(build, id).map((m) => [m.id, m]))
    const taken = points.map(({ id: measurement, ...point }): TakenPoint => {
      const own = byId.get(measurement)!
      return { ...point, measurement: own, recipe: methods.find((m) => m.id === own.method) }
    })
    const rests = sensorRestsOn(build, id, channel.needs.range)
    remember(element, 'sensor', rests, { ...sensor, element, points: taken } satisfies Sensor)
  }
  for (const { read, proof, lapses } of prepared.lapses) {
    const own = channel.reads.find((r) => r.id === read)
    if (own) remember(own, `lapses ${proof}`, statusRestsOn(build, channel), lapses)
  }
}

/** The part of a build that a channel is computed from, for the way to a worker. */
export function partFor(build: Build, channel: Channel): Build {
  const elements = new Set(channel.elements)
  const reads = new Set(channel.reads.map((r) => r.id))
  const inputs = new Set(
    [...wiredReads(channel), ...readsOf(build, channel.elements)].map((r) => r.input),
  )
  const shows = new Set(channel.reads.map((r) => pathOf(build, r.id).shows.id))
  const devices = build.devices.filter(
    (d) => shows.has(d.id) || d.inputs.some((i) => inputs.has(i.id)),
  )
  return {
    ...build,
    channels: build.channels.filter((c) => c.elements.some((e) => elements.has(e))),
    elements: build.elements.filter((e) => elements.has(e.id)),
    devices,
    // nobody fits a trigger, and its input may be of a device that is left out
    triggers: [],
    wires: [],
    measurements: build.measurements.filter(
      (m) =>
        (m.about.kind === 'point' && elements.has(m.about.element)) ||
        (m.about.kind === 'keyOn' && reads.has(m.about.read)),
    ),
    proofs: build.proofs.filter((p) => reads.has(p.read)),
    changes: [],
  }
}
