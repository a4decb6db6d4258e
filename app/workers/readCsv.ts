import Papa from 'papaparse'
import { BEGINNING, delimiterOf, logBuilder, logParsing, type Log } from '../../core/log/index.ts'

/** A file of columns read a stretch at a time, with progress and a stop. Throws as `logBuilder`. */
export async function readCsv(
  file: File,
  {
    leastColumns = 2,
    onProgress,
    stopped,
  }: { leastColumns?: number; onProgress: (share: number) => void; stopped: () => boolean },
): Promise<Log> {
  const builder = logBuilder(leastColumns)
  const { config, problem } = logParsing(builder, file.size, {
    delimiter: delimiterOf(await file.slice(0, BEGINNING).text()),
    onProgress: (share) => {
      onProgress(share)
    },
    stopped,
  })
  return new Promise((done, failed) => {
    const end = (): void => {
      try {
        if (problem()) throw problem()
        done(builder.finish())
      } catch (error) {
        failed(error as Error)
      }
    }
    Papa.parse<string[]>(file, { ...config, complete: end, error: failed })
  })
}
