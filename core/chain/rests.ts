import {
  elementOf,
  inputOf,
  measurementOf,
  pathOf,
  pointsOf,
  readsOf,
  wiredReads,
} from '../build/find.ts'
import type { Build, Channel } from '../build/types.ts'
import { groundNow } from './groundNow.ts'
import { hangingBeside, networkOf } from '../network/index.ts'

/**
 * The parts of a build that the status of a channel's readers rests on. A build is never changed in place: where
 * these are the same objects as before, so is the status.
 */
export function statusRestsOn(build: Build, channel: Channel): unknown[] {
  const reads = new Set(channel.reads.map((r) => r.id))
  const others = readsOf(build, channel.elements).filter((r) => !reads.has(r.id))
  return [
    channel,
    build.vehicle,
    build.instruments,
    ...channel.reads.flatMap((r) => {
      const { input, pin, sends, shows } = pathOf(build, r.id)
      return [input, pin, sends.name, shows.name]
    }),
    // what the vehicle's grounds make of each
    ...wiredReads(channel).flatMap((r) => {
      const { value, sizeV, ohm } = groundNow(build, r)
      return [value, sizeV, ohm]
    }),
    // and other sensors on a wire that somebody drew
    build.wires,
    ...(build.wires.length > 0 ? sharedBy(build, channel) : []),
    // other channels' readers of the same sensors feed them too
    ...others.flatMap((r) => [r, inputOf(build, r.input).input]),
    ...channel.elements.map((id) => elementOf(build, id)),
    ...channel.elements.flatMap((id) => pointsOf(build, id)),
    ...build.proofs
      .filter((p) => reads.has(p.read))
      .flatMap((p) => [p, ...p.measurements.map((id) => measurementOf(build, id))]),
  ]
}

/** What the current of other sensors on a channel's wires rests on. */
const sharedBy = (build: Build, channel: Channel): unknown[] =>
  wiredReads(channel)
    .flatMap((r) => hangingBeside(networkOf(build), r.id))
    .flatMap(({ id, input, sensor }) => {
      const element = build.elements.find((e) => e.id === sensor)
      return [id, input, element, ...(element ? pointsOf(build, sensor) : [])]
    })
