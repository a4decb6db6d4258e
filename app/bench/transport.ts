/** A line-by-line way to an instrument: a WebSocket to the simulated bench, or a serial port to a real one. */
export type Transport = {
  /** resolves when lines can be sent */
  open: (events: { line: (line: string) => void; closed: (why: string) => void }) => Promise<void>
  send: (line: string) => Promise<void>
  close: () => Promise<void>
}

/** Parts a stream of text into lines, whatever pieces it comes in. */
export function lineSplitter(take: (line: string) => void): (chunk: string) => void {
  let rest = ''
  return (chunk) => {
    const lines = (rest + chunk).split(/\r?\n/)
    // a device that never ends its line must not fill the memory
    rest = lines.pop()!.slice(-4096)
    for (const line of lines) if (line.trim() !== '') take(line.trim())
  }
}
