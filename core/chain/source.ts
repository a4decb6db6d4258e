import { EchtError, refusal } from '../error.ts'
import { wiredReads, type Path } from '../build/find.ts'
import type { Build, Channel, Id, Read, WiredRead } from '../build/types.ts'
import { findFamily } from '../curve/registry.ts'
import { findSource, type Source } from '../curve/sources.ts'
import { sensorOf, type Sensor } from './sensor.ts'

/** How a channel's sensors become what is read. One that only a newer version knows refuses to join them. */
export const sourceBy = (channel: Channel): Source =>
  findSource(channel.combine) ?? unknownSource(channel)

const unknownSource = ({ name, combine, elements }: Channel): Source => ({
  id: combine,
  name: combine,
  why: '',
  takes: elements.length,
  can: () => false,
  join: () => {
    throw new EchtError(
      'unknown-source',
      `How the sensors of ${name} hang together ("${combine}") is not known to this version ` +
        'of Echt. All that was measured is kept; update Echt to compute with it.',
    )
  },
})

/** The sensors a reader reads: all of a channel that are joined, else its own. */
const elementsRead = (channel: Channel, read: WiredRead): Id[] =>
  sourceBy(channel).join ? channel.elements : [read.source.id]

/** The readers that read the same as one of this element does: whose readings can be compared. */
export const readersAlike = (channel: Channel, element: Id = channel.elements[0]!): Read[] => {
  if (!sourceBy(channel).adds) return channel.reads
  const own = new Set(wiredReads(channel).flatMap((r) => (r.source.id === element ? r.id : [])))
  // who follows one of them stands behind it
  for (const r of channel.reads) if (own.has(r.source.id)) own.add(r.id)
  return channel.reads.filter((r) => own.has(r.id))
}

/** The name of the part of a channel that a reader reads; null where it reads all of it. */
export const partName = ({ channel, element }: Pick<Path, 'channel' | 'element'>): string | null =>
  sourceBy(channel).adds ? element.name : null

/** What one reader reads: its sensor, or several as one. Never throws for what was measured: `problem` says it. */
export function sourceOf(build: Build, channel: Channel, read: WiredRead): Sensor {
  const parts = elementsRead(channel, read).map((id) => sensorOf(build, id, channel.needs.range))
  const { join } = sourceBy(channel)
  if (!join) return parts[0]!
  const joined: Sensor = {
    ...parts[0]!,
    points: [],
    fit: null,
    curve: undefined,
    assumedName: null,
    tolerance: 0,
    problem: null,
    suspects: [],
    unusable: [],
    parts,
    basis: parts.every((p) => p.basis === 'measured') ? 'measured' : 'assumed',
  }
  const missing = parts.find((p) => p.curve === undefined)
  if (missing)
    return {
      ...joined,
      problem:
        `${missing.element.name}: ` +
        `${missing.problem ?? 'nothing is known of it yet. Take two points, or take a library curve on trust.'}`,
    }
  try {
    const { family, curve, fit, tolerance } = join(parts, { level: channel.linked })
    return { ...joined, family, curve, fit, tolerance }
  } catch (error) {
    return { ...joined, problem: refusal(error).message }
  }
}

/**
 * What a reader is asked for: the channel's needs; or where it reads a part that is added to others, all that its
 * sensor can hold, its share of what matters, and of the accuracy what leaves the sum within the whole.
 */
export function needsOf(build: Build, channel: Channel, read: WiredRead): Channel['needs'] {
  if (!sourceBy(channel).adds) return channel.needs
  const { range, best, accuracy } = channel.needs
  const reach = channel.elements.map((id) => reachOf(sensorOf(build, id, range)))
  const own = reach[channel.elements.indexOf(read.source.id)] ?? null
  // a part nothing is known of is taken to hold its even share
  const sizes = reach.map((r) => (r ? r[1] - r[0] : (range[1] - range[0]) / reach.length))
  const share = (own ? own[1] - own[0] : sizes[0]!) / sizes.reduce((a, b) => a + b, 0)
  const within: [number, number] = own ?? [range[0] * share, range[1] * share]
  const inside = (v: number): number => Math.min(within[1], Math.max(within[0], v))
  const part: [number, number] = [inside(best[0] * share), inside(best[1] * share)]
  return {
    range: within,
    best: part[0] < part[1] ? part : within,
    accuracy: accuracy / Math.sqrt(reach.length),
  }
}

const reachOf = (sensor: Sensor): [number, number] | null =>
  finite(sensor.curve === undefined ? null : findFamily(sensor.family)?.reach(sensor.curve))

const finite = (reach: [number, number] | null | undefined): [number, number] | null =>
  reach?.every(Number.isFinite) ? reach : null
