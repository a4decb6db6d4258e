import { expose } from 'comlink'
import {
  adviseOn,
  monteCarlo,
  preparedFor,
  prepareChain,
  proposePairs,
  proposeTable,
  tableErrors,
  type AdviceTask,
  type ChainSpec,
} from '../../core/chain/index.ts'
import type { Build, Channel, DeviceTable, Measurement } from '../../core/build/index.ts'
import { groundAdvice, groundSlopes, type GroundSlope } from '../../core/earths/index.ts'
import { dueAgain } from '../../core/logbook/index.ts'
import { solvedGround } from '../../core/ground/index.ts'
import { designPullUpFor, resolutionOverRange, type PullUpTask } from '../../core/input/index.ts'
import { familyOf } from '../../core/curve/index.ts'
import { normalStream, uniformStream } from '../../core/math/index.ts'
import { familyWork } from '../families/work.ts'
import { keyOnCheck, type Observed } from '../../core/prove/index.ts'

/** The heavy work of the core, off the page's thread. Arguments and results are plain data. */
/** What the page has sent of each build's measurements, by their ids. */
const measurements = new Map<string, Map<string, Measurement>>()

const work = {
  prepare(build: Build, channel: Channel) {
    return preparedFor(build, channel)
  },
  advise(task: AdviceTask) {
    return adviseOn(task)
  },
  spread(spec: ChainSpec, truth: number, draws: number, seed: number) {
    const uniform = uniformStream(seed)
    return monteCarlo(prepareChain(spec), truth, { draws, uniform, normal: normalStream(uniform) })
  },
  tables(spec: ChainSpec, device: DeviceTable, at: string, name: string) {
    const chain = prepareChain(spec)
    const best = proposeTable(chain, device, 'best', { at, name })
    const even = device.axisFixed ? null : proposeTable(chain, device, 'even', { at, name })
    const onCurve = proposeTable(chain, device, 'best', { at, name, onCurve: true })
    return {
      best,
      even,
      onCurve,
      now: device.entered,
      errors: {
        best: tableErrors(chain, device, best.table),
        even: even ? tableErrors(chain, device, even.table) : null,
        now: device.entered ? tableErrors(chain, device, device.entered) : null,
      },
    }
  },
  pairs(spec: ChainSpec, device: DeviceTable) {
    return proposePairs(prepareChain(spec), device)
  },
  pullUps(sensor: Pick<ChainSpec['sensor'], 'family' | 'curve'>, task: PullUpTask) {
    const family = familyOf(sensor.family),
      ohmAt = (truth: number): number => family.forward(sensor.curve, truth)
    const design = designPullUpFor(ohmAt, task)
    const around = [...design.candidates].sort((a, b) => a.pullUpOhm - b.pullUpOhm)
    const at = around.findIndex((c) => c.pullUpOhm === design.best.pullUpOhm)
    // the chart shows the best and what lies some steps to either side of it
    const drawn = [at - 4, at, at + 4].map((i) => around[i]).filter((c) => c !== undefined)
    return {
      ...design,
      drawn: drawn.map((c) => ({
        ...c,
        resolution: resolutionOverRange(ohmAt, task, c.pullUpOhm),
      })),
    }
  },
  keyOn(spec: ChainSpec, truth: number, sigma: number, observed: Observed) {
    return keyOnCheck(spec, truth, sigma, observed)
  },
  /** Measurements of a build, for what is asked of it after. */
  takeMeasurements(build: string, some: readonly Measurement[]) {
    const known = measurements.get(build) ?? new Map<string, Measurement>()
    for (const m of some) known.set(m.id, m)
    measurements.set(build, known)
  },
  dueAgain(build: Omit<Build, 'measurements'>, ids: readonly string[], now: string) {
    const known = measurements.get(build.id)
    return dueAgain({ ...build, measurements: ids.flatMap((id) => known?.get(id) ?? []) }, now)
  },
  groundSlopes(build: Build) {
    return groundSlopes(build)
  },
  groundAdvice(build: Build, slopes: readonly GroundSlope[], state: string) {
    const { solved } = solvedGround(build)
    return solved && groundAdvice(build, solved, slopes, state)
  },
}

const all = { ...work, ...familyWork }
export type CoreWork = typeof all
expose(all)
