import { wiredReads } from '../build/find.ts'
import type { Build, Id, WiredRead } from '../build/types.ts'
import {
  assembleChain,
  assembleOnGround,
  prepareChain,
  walkForward,
  type Chain,
} from '../chain/index.ts'
import { findFamily } from '../curve/registry.ts'
import { orElse } from '../error.ts'
import { linspace } from '../math/linspace.ts'

/** What a volt of ground difference does to a reader, where it does the most. */
export type GroundSlope = {
  read: Id
  channel: Id
  /** channel and device, to be told apart by */
  name: string
  device: string
  unit: string
  /** truth at which it is looked at */
  at: number
  /** of what is shown, truth unit, for one volt that the sensor's ground stands above the converter's; small ones */
  perVolt: number
  /**
   * ground differences, V, ascending, and what each does to what is shown, truth unit: a chain bends over tenths of a
   * volt
   */
  volt: number[]
  off: number[]
  /** accuracy the channel needs, truth unit */
  need: number
  /** somebody measured the difference at the pin: that counts, and not the network */
  overridden: boolean
}

/** Ground differences that are tried, V: the first is the one that small ones are judged by. */
const PROBES_V = [0.02, 0.06, 0.12, 0.2, 0.3, 0.5, 0.9]
const PLACES = 5

/** What a volt of ground difference does to each reader of a build; readers without a chain are left out. */
export const groundSlopes = (build: Build): GroundSlope[] =>
  build.channels.flatMap((channel) =>
    wiredReads(channel).flatMap((read) => {
      const slope = orElse(() => slopeOf(build, read), null)
      return slope ? [{ ...slope, channel: channel.id, name: channel.name }] : []
    }),
  )

function slopeOf(build: Build, read: WiredRead): Omit<GroundSlope, 'channel' | 'name'> | null {
  const { spec, sensor, needs, sends } = assembleChain(build, read.id)
  if (!spec) return null
  const lifted = (volt: number): Chain => prepareChain(assembleOnGround(build, read.id, volt).spec!)
  const [small] = PROBES_V as [number]
  const [level, up] = [lifted(0), lifted(small)]
  const slopes = linspace(...spec.best, PLACES).flatMap((at) => {
    const perVolt = (shownBy(up, at) - shownBy(level, at)) / small
    return Number.isFinite(perVolt) ? [{ at, perVolt }] : []
  })
  if (slopes.length === 0) return null
  const worst = slopes.reduce((a, b) => (Math.abs(b.perVolt) > Math.abs(a.perVolt) ? b : a))
  return {
    read: read.id,
    device: sends.name,
    unit: findFamily(sensor.family)?.truthUnit ?? '',
    ...worst,
    ...bentBy(worst.at, lifted),
    need: needs.accuracy,
    overridden: read.wire.groundOffsetV.basis === 'measured',
  }
}

const shownBy = (chain: Chain, at: number): number =>
  orElse(() => walkForward(chain, at).shown, NaN)

/** What ground differences of either sign do at a truth; those that leave nothing to read are left out. */
function bentBy(at: number, lifted: (volt: number) => Chain): Pick<GroundSlope, 'volt' | 'off'> {
  const level = shownBy(lifted(0), at)
  const tried = [...PROBES_V.map((v) => -v).reverse(), 0, ...PROBES_V]
    .map((volt) => ({ volt, off: volt === 0 ? 0 : shownBy(lifted(volt), at) - level }))
    .filter((t) => Number.isFinite(t.off))
  return { volt: tried.map((t) => t.volt), off: tried.map((t) => t.off) }
}

/** What a ground difference does to what a reader shows, truth unit; beyond what was tried, as at its end. */
export function offBy({ volt: x, off: y }: GroundSlope, volt: number): number {
  const k = Math.min(
    Math.max(
      1,
      x.findIndex((v) => v >= volt),
    ),
    x.length - 1,
  )
  const above = volt >= x.at(-1)! ? x.length - 1 : k
  const [x0, x1, y0, y1] = [x[above - 1]!, x[above]!, y[above - 1]!, y[above]!]
  return y0 + ((y1 - y0) * (Math.min(Math.max(volt, x[0]!), x.at(-1)!) - x0)) / (x1 - x0)
}
