import type { Transport } from './transport.ts'

/** SCPI's answer for a reading beyond the range. */
const OVERLOAD = 9e37
const TIMEOUT_MS = 3000
const RETRY_MS = [500, 1000, 2000, 4000]

export type Link = {
  state: 'connecting' | 'connected' | 'lost' | 'off'
  why?: string
  identity?: string
}

/**
 * One instrument speaking SCPI over a transport: one question at a time, each with its time limit. When the
 * line goes dead it says so and connects again by itself until it is switched off.
 */
export class BenchInstrument {
  link: Link = { state: 'off' }
  private waiting: { resolve: (line: string) => void; reject: (error: Error) => void } | undefined
  private asking: Promise<unknown> = Promise.resolve()
  private wanted = false
  private attempt = 0
  private retry: ReturnType<typeof setTimeout> | undefined
  private readonly transport: Transport
  private readonly changed: (link: Link) => void
  /** said again after every connection */
  private readonly greeting: string[]

  constructor(transport: Transport, changed: (link: Link) => void, greeting: string[] = []) {
    this.transport = transport
    this.changed = changed
    this.greeting = greeting
  }

  async connect(): Promise<void> {
    this.wanted = true
    this.tell({
      state: this.attempt === 0 ? 'connecting' : 'lost',
      ...(this.link.why ? { why: this.link.why } : {}),
    })
    try {
      await this.transport.open({
        line: (line) => {
          this.waiting?.resolve(line)
          this.waiting = undefined
        },
        closed: (why) => this.dropped(why),
      })
      const identity = await this.ask('*IDN?')
      for (const line of this.greeting) await this.transport.send(line)
      this.attempt = 0
      this.tell({ state: 'connected', identity })
    } catch (error) {
      this.dropped((error as Error).message)
    }
  }

  /** The reply to a query. Rejects after three seconds of silence, or as many as are said. */
  ask(query: string, patienceMs = TIMEOUT_MS): Promise<string> {
    const answer = this.asking.then(
      () =>
        new Promise<string>((resolve, reject) => {
          const timer = setTimeout(() => {
            this.waiting = undefined
            reject(new Error(`No answer to ${query} within ${patienceMs / 1000} s.`))
          }, patienceMs)
          const settle =
            <T>(f: (v: T) => void) =>
            (v: T): void => {
              clearTimeout(timer)
              f(v)
            }
          this.waiting = { resolve: settle(resolve), reject: settle(reject) }
          this.transport.send(query).catch(settle(reject))
        }),
    )
    this.asking = answer.catch(() => undefined)
    return answer
  }

  /** A reading; NaN for an overload or an answer that is no number. */
  async measure(query: string): Promise<number> {
    const value = Number(await this.ask(query))
    return Number.isFinite(value) && Math.abs(value) < OVERLOAD ? value : NaN
  }

  say(line: string): void {
    void this.transport.send(line).catch(() => undefined)
  }

  async disconnect(): Promise<void> {
    this.wanted = false
    clearTimeout(this.retry)
    this.retry = undefined
    this.waiting?.reject(new Error('Switched off.'))
    this.waiting = undefined
    await this.transport.close()
    this.tell({ state: 'off' })
  }

  private dropped(why: string): void {
    this.waiting?.reject(new Error(why))
    this.waiting = undefined
    // a connection that fails may both refuse and close: one retry is enough
    if (!this.wanted || this.retry !== undefined) return
    this.tell({ state: 'lost', why })
    const wait = RETRY_MS[Math.min(this.attempt, RETRY_MS.length - 1)]!
    this.attempt++
    this.retry = setTimeout(() => {
      this.retry = undefined
      if (this.wanted) void this.connect()
    }, wait)
  }

  private tell(link: Link): void {
    this.link = link
    this.changed(link)
  }
}
