import { EchtError } from '../../core/error.ts'

type Reading<Piece> = {
  take: (piece: Piece) => void
  onProgress: (share: number) => void
  stopped: () => boolean
}

/** A file a piece at a time, with progress and a stop. Throws `EchtError` `stopped`, and what `take` throws. */
export async function readBytes(
  file: Blob,
  { take, onProgress, stopped }: Reading<Uint8Array>,
): Promise<void> {
  let read = 0
  const reader = file.stream().getReader()
  try {
    for (;;) {
      const { done, value } = await reader.read()
      if (done) return
      if (stopped()) throw new EchtError('stopped', 'Reading was stopped: nothing was taken.')
      take(value)
      read += value.length
      onProgress(read / file.size)
    }
  } finally {
    // what was refused half-way is read no further
    await reader.cancel()
  }
}

/** The same of a text file. */
export async function readPieces(file: Blob, { take, ...rest }: Reading<string>): Promise<void> {
  const decoder = new TextDecoder()
  await readBytes(file, { ...rest, take: (bytes) => take(decoder.decode(bytes, { stream: true })) })
  take(decoder.decode())
}
