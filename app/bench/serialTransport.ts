import { lineSplitter, type Transport } from './transport.ts'

export const serialIsThere = (): boolean => 'serial' in navigator

/** Lines to a real meter through Web Serial. The person picks the port in the browser's own dialog. */
export function serialTransport(baudRate: number): Transport {
  let port: SerialPort | undefined
  let reader: ReadableStreamDefaultReader<string> | undefined
  let piped: Promise<void> = Promise.resolve()
  const encoder = new TextEncoder()
  return {
    open: async ({ line, closed }) => {
      // asked once: a reconnection goes to the same port without the dialog
      port ??= await navigator.serial.requestPort()
      await port.open({ baudRate })
      const decoder = new TextDecoderStream()
      piped = port
        .readable!.pipeTo(decoder.writable as WritableStream<Uint8Array<ArrayBuffer>>)
        .catch(() => undefined)
      reader = decoder.readable.getReader()
      const split = lineSplitter(line)
      const mine = reader
      void (async () => {
        try {
          for (;;) {
            const { value, done } = await mine.read()
            if (done) break
            split(value)
          }
        } catch (error) {
          // however reading ends, the cable is as good as unplugged
          console.debug('Reading the cable ended:', error)
        }
        closed('the cable was unplugged')
      })()
    },
    send: async (text) => {
      const writer = port!.writable!.getWriter()
      try {
        await writer.write(encoder.encode(`${text}\n`))
      } finally {
        writer.releaseLock()
      }
    },
    close: async () => {
      await reader?.cancel().catch(() => undefined)
      await piped
      await port?.close().catch(() => undefined)
    },
  }
}
