import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { Worker } from 'node:worker_threads'
import Papa from 'papaparse'
import { readLogText } from '../core/log/index.ts'
import { uniformStream } from '../core/math/index.ts'
import { report } from './ratio.ts'

const ROWS = 500_000,
  COLUMNS = 24

/** A log as a device writes it: time and 23 channels, three decimals. */
function logText(): string {
  const uniform = uniformStream(24)
  const lines: string[] = [
    Array.from({ length: COLUMNS }, (_, c) => (c === 0 ? 'time' : `channel ${c}`)).join(','),
  ]
  for (let r = 0; r < ROWS; r++) {
    const cells = [(r / 100).toFixed(2)]
    for (let c = 1; c < COLUMNS; c++) cells.push((100 * uniform() * c).toFixed(2))
    lines.push(cells.join(','))
  }
  return `${lines.join('\n')}\n`
}

const [, self, mode, file] = process.argv
if (mode === 'memory') {
  // a worker that does nothing, or one that reads the log: the most this process ever held, kB
  const worker = new Worker(new URL('./logWorker.mjs', import.meta.url), {
    workerData: { file: file ?? null },
    execArgv: process.execArgv,
    resourceLimits: { maxOldGenerationSizeMb: 4096 },
  })
  worker.on('error', (e) => {
    throw e
  })
  worker.on('exit', () => {
    console.log(process.resourceUsage().maxRSS)
  })
} else {
  const text = logText()
  const timed = (f: () => unknown): number => {
    const began = performance.now()
    f()
    return performance.now() - began
  }
  // warmed on a piece, then one after the other, in this same run
  const piece = text.slice(0, 4_000_000)
  Papa.parse(piece, { skipEmptyLines: true })
  readLogText(piece)
  const alone: number[] = [],
    ours: number[] = []
  for (let i = 0; i < 3; i++) {
    ours.push(timed(() => readLogText(text)))
    alone.push(timed(() => Papa.parse(text, { skipEmptyLines: true })))
  }
  report(
    `reading a log of ${ROWS} rows by ${COLUMNS} columns, against the CSV library alone`,
    Math.min(...ours) / Math.min(...alone),
    1.6,
  )
  const dir = mkdtempSync(join(tmpdir(), 'echt-log-'))
  try {
    const path = join(dir, 'log.csv')
    writeFileSync(path, text)
    const held = (...args: string[]): number =>
      Number(
        execFileSync(process.execPath, [...process.execArgv, self!, 'memory', ...args], {
          encoding: 'utf8',
          cwd: fileURLToPath(new URL('..', import.meta.url)),
        })
          .trim()
          .split('\n')
          .at(-1),
      )
    const textKb = readFileSync(path).length / 1024
    report(
      'its peak memory in a worker, less an empty worker’s, against the text',
      (held(path) - held()) / textKb,
      4,
    )
  } finally {
    rmSync(dir, { recursive: true })
  }
}
