import { createReadStream, statSync } from 'node:fs'
import { workerData } from 'node:worker_threads'
import { register } from 'tsx/esm/api'

register()
const { logBuilder, logParsing } = await import('../core/log/index.ts')
const { default: Papa } = await import('papaparse')
if (workerData.file) {
  // as the page's worker does with a file: a piece at a time, never the whole text
  const builder = logBuilder()
  const { config, problem } = logParsing(builder, statSync(workerData.file).size, {})
  await new Promise((done, failed) => {
    Papa.parse(createReadStream(workerData.file, { encoding: 'latin1', highWaterMark: 1 << 18 }), {
      ...config,
      complete: done,
      error: failed,
    })
  })
  if (problem()) throw problem()
  const { rows } = builder.finish()
  if (rows !== 500_000) throw new Error(`${rows} rows were read`)
}
