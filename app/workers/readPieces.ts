import { EchtError } from '../../core/error.ts'

/** A text file a piece at a time, with progress and a stop. Throws `EchtError` `stopped`, and what `take` throws. */
export async function readPieces(
  file: Blob,
  {
    take,
    onProgress,
    stopped,
  }: {
    take: (text: string) => void
    onProgress: (share: number) => void
    stopped: () => boolean
  },
): Promise<void> {
  const decoder = new TextDecoder()
  let read = 0
  for (const reader = file.stream().getReader(); ;) {
    const { done, value } = await reader.read()
    if (done) break
    if (stopped()) {
      await reader.cancel()
      throw new EchtError('stopped', 'Reading was stopped: nothing was taken.')
    }
    take(decoder.decode(value, { stream: true }))
    read += value.length
    onProgress(read / file.size)
  }
  take(decoder.decode())
}
