import type { Said } from '../../core/quantity/index.ts'
import { expose } from 'comlink'
import { compareBanks } from '../../core/curve/airMeter/index.ts'
import { checkSweep, checkTracks } from '../../core/curve/potentiometer/index.ts'
import { factorFromLog } from '../../core/curve/speed/index.ts'
import { EchtError } from '../../core/error.ts'
import { rateOf, sayUnread, trustedColumn, type Log } from '../../core/log/index.ts'
import { readCsv } from './readCsv.ts'

/** One log at a time, kept here: the page asks questions of it and never holds its columns. */
let log: Log | null = null
let stop = false
const opened = (): Log => {
  if (!log) throw new EchtError('no-log', 'Open a log first.')
  return log
}
/** A column for a picture, whatever was read of it. */
const column = (i: number): Float64Array => opened().columns[i] ?? new Float64Array(0)
/** A column for a verdict. */
const trusted = (i: number): Float64Array => trustedColumn(opened(), i)

const work = {
  async read(
    file: File,
    onProgress: (share: number) => void,
  ): Promise<{ names: string[]; rows: number; unread: Said | null }> {
    stop = false
    log = null
    log = await readCsv(file, { onProgress, stopped: () => stop })
    return { names: log.names, rows: log.rows, unread: sayUnread(log) }
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
    return checkSweep(trusted(i), rate)
  },
  tracks(a: number, b: number, supplyV: number) {
    return checkTracks(trusted(a), trusted(b), supplyV)
  },
  banks(a: number, b: number) {
    return compareBanks(trusted(a), trusted(b))
  },
  factor(time: number, hertz: number, kmh: number) {
    return factorFromLog(trusted(hertz), trusted(kmh), { rowS: 1 / rateOf(column(time)) })
  },
}

export type LogWork = typeof work
expose(work)
