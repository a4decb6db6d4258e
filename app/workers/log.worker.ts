import { expose } from 'comlink'
import Papa from 'papaparse'
import { compareBanks } from '../../core/curve/airMeter/banks.ts'
import { checkSweep, checkTracks } from '../../core/curve/potentiometer/sweep.ts'
import { factorFromLog } from '../../core/curve/speed/satellite.ts'
import { logBuilder, logParsing, rateOf, type Log } from '../../core/log/index.ts'

/** One log at a time, kept here: the page asks questions of it and never holds its columns. */
let log: Log | null = null
let stop = false
const column = (i: number): Float64Array => {
  const c = log?.columns[i]
  if (!c) throw new Error('Open a log first.')
  return c
}

const work = {
  read(
    file: File,
    onProgress: (share: number) => void,
  ): Promise<{ names: string[]; rows: number; ragged: number }> {
    stop = false
    log = null
    const builder = logBuilder()
    const { config, problem } = logParsing(builder, file.size, {
      onProgress: (share) => {
        onProgress(share)
      },
      stopped: () => stop,
    })
    return new Promise((done, failed) => {
      const end = (): void => {
        try {
          if (problem()) throw problem()
          log = builder.finish()
          done({ names: log.names, rows: log.rows, ragged: log.ragged })
        } catch (error) {
          failed(error as Error)
        }
      }
      Papa.parse<string[]>(file, { ...config, complete: end, error: failed })
    })
  },
  stop() {
    stop = true
  },
  rate(time: number) {
    return rateOf(column(time))
  },
  /** at most `places` values of a column, for a picture: the first of each stretch */
  thin(i: number, places: number) {
    const c = column(i),
      by = Math.max(1, Math.floor(c.length / places))
    return Array.from({ length: Math.floor(c.length / by) }, (_, k) => c[k * by]!)
  },
  sweep(i: number, rate: number) {
    return checkSweep(column(i), rate)
  },
  tracks(a: number, b: number, supplyV: number) {
    return checkTracks(column(a), column(b), supplyV)
  },
  banks(a: number, b: number) {
    return compareBanks(column(a), column(b))
  },
  factor(hertz: number, kmh: number) {
    return factorFromLog(column(hertz), column(kmh))
  },
}

export type LogWork = typeof work
expose(work)
