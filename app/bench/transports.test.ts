import { afterEach, describe, expect, it, vi } from 'vitest'
import { serialTransport } from './serialTransport.ts'
import { webSocketTransport } from './webSocketTransport.ts'

const until = async (ready: () => boolean): Promise<void> => {
  for (let i = 0; i < 200 && !ready(); i++)
    await new Promise((r) => {
      setTimeout(r, 5)
    })
  if (!ready()) throw new Error('it never came')
}
afterEach(() => {
  vi.unstubAllGlobals()
})

/** A serial port in memory: what is written to it, and a hand to make it speak or pull its cable. */
function fakePort() {
  const written: string[] = []
  let speak!: ReadableStreamDefaultController<Uint8Array>
  let opened = 0
  const port = {
    open: async () => {
      opened++
      port.readable = new ReadableStream<Uint8Array>({
        start(c) {
          speak = c
        },
      })
      port.writable = new WritableStream<Uint8Array>({
        write(chunk) {
          written.push(new TextDecoder().decode(chunk))
        },
      })
    },
    close: async () => undefined,
    readable: null as ReadableStream<Uint8Array> | null,
    writable: null as WritableStream<Uint8Array> | null,
  }
  return {
    port,
    written,
    opened: () => opened,
    say: (text: string) => speak.enqueue(new TextEncoder().encode(text)),
    pull: () => speak.error(new Error('unplugged')),
  }
}

describe('a meter on a serial port', () => {
  it('sends lines, takes lines in whatever pieces, and says when the cable is pulled', async () => {
    const fake = fakePort(),
      requestPort = vi.fn(async () => fake.port)
    vi.stubGlobal('navigator', { serial: { requestPort } })
    const lines: string[] = [],
      closed: string[] = []
    const transport = serialTransport(9600)
    const events = { line: (l: string) => lines.push(l), closed: (why: string) => closed.push(why) }
    await transport.open(events)
    await transport.send('*IDN?')
    await transport.send('MEAS:RES?')
    expect(fake.written).toEqual(['*IDN?\n', 'MEAS:RES?\n'])
    fake.say('A METER\r\n+3.7')
    fake.say('1E+02\r\n')
    await until(() => lines.length === 2)
    expect(lines).toEqual(['A METER', '+3.71E+02'])
    fake.pull()
    await until(() => closed.length === 1)
    expect(closed[0]).toMatch(/cable/)
    // a reconnection goes to the same port without asking again
    await transport.open(events)
    expect(requestPort).toHaveBeenCalledTimes(1)
    expect(fake.opened()).toBe(2)
    await transport.close()
  })
  it('passes on that the person chose no port', async () => {
    vi.stubGlobal('navigator', {
      serial: {
        requestPort: async () => {
          throw new DOMException('No port selected', 'NotFoundError')
        },
      },
    })
    await expect(
      serialTransport(9600).open({ line: () => undefined, closed: () => undefined }),
    ).rejects.toThrow(/No port/)
  })
})

class FakeSocket {
  static OPEN = 1
  static last: FakeSocket
  readyState = 0
  sent: string[] = []
  onopen?: () => void
  onclose?: (() => void) | null
  onmessage?: (e: { data: string }) => void
  readonly url: URL
  constructor(url: URL) {
    this.url = url
    FakeSocket.last = this
  }
  send(text: string): void {
    this.sent.push(text)
  }
  close(): void {
    this.readyState = 3
    this.onclose?.()
  }
  open(): void {
    this.readyState = 1
    this.onopen?.()
  }
}

describe('the simulated bench over a WebSocket', () => {
  const stub = (href: string): void => {
    vi.stubGlobal('WebSocket', FakeSocket)
    vi.stubGlobal('location', { href })
  }
  it.each([
    ['http://127.0.0.1:4173/build/x', 'ws://127.0.0.1:4173/bench/meter'],
    ['https://shed.example/x', 'wss://shed.example/bench/meter'],
  ])('from %s goes to %s', async (href, url) => {
    stub(href)
    const opening = webSocketTransport('/bench/meter').open({
      line: () => undefined,
      closed: () => undefined,
    })
    FakeSocket.last.open()
    await opening
    expect(FakeSocket.last.url.href).toBe(url)
  })
  it('says that the server went away, and not when it was closed on purpose', async () => {
    stub('http://127.0.0.1/')
    const closed: string[] = [],
      lines: string[] = []
    const transport = webSocketTransport('/bench/meter')
    const opening = transport.open({
      line: (l) => lines.push(l),
      closed: (why) => closed.push(why),
    })
    FakeSocket.last.open()
    await opening
    await transport.send('READ?')
    expect(FakeSocket.last.sent).toEqual(['READ?\n'])
    FakeSocket.last.onmessage?.({ data: '+1E+00\n' })
    expect(lines).toEqual(['+1E+00'])
    await transport.close()
    expect(closed).toEqual([])
    await expect(transport.send('READ?')).rejects.toThrow(/not connected/)
    const again = transport.open({ line: () => undefined, closed: (why) => closed.push(why) })
    FakeSocket.last.close()
    await expect(again).rejects.toThrow(/does not answer/)
    expect(closed).toHaveLength(1)
  })
})
