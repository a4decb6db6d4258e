import { describe, expect, it } from 'vitest'
import { coded } from '../../core/coded.fixture.ts'
import { readPieces } from './readPieces.ts'

/** A file that comes in pieces of so many bytes. */
const file = (text: string, bytes: number): Blob => {
  const all = new TextEncoder().encode(text)
  return {
    size: all.length,
    stream: () =>
      new ReadableStream<Uint8Array>({
        start(controller) {
          for (let at = 0; at < all.length; at += bytes)
            controller.enqueue(all.subarray(at, at + bytes))
          controller.close()
        },
      }),
  } as unknown as Blob
}
const go = async (blob: Blob, stopAfter = Infinity) => {
  const taken: string[] = []
  const shares: number[] = []
  await readPieces(blob, {
    take: (text) => taken.push(text),
    onProgress: (share) => shares.push(share),
    stopped: () => shares.length >= stopAfter,
  })
  return { taken, shares }
}

describe('a file in pieces', () => {
  it('is whole in the end, letters of several bytes that were cut among them', async () => {
    const text = 'Kühler 98 °C, Öl, λ — '.repeat(40)
    for (const bytes of [1, 2, 3, 7, 64, 10_000]) {
      const { taken, shares } = await go(file(text, bytes))
      expect(taken.join('')).toBe(text)
      expect(shares.at(-1)).toBe(1)
      expect(shares).toEqual(shares.toSorted((a, b) => a - b))
    }
  })
  it('is left where it was stopped, and says so', async () => {
    await expect(go(file('a'.repeat(100), 10), 3)).rejects.toThrow(coded('stopped'))
  })
  it('an empty one is empty', async () => {
    expect((await go(file('', 10))).taken.join('')).toBe('')
  })
})
