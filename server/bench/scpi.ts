/** A command an instrument knows: its header in SCPI notation, capitals the short form, and what it does. */
export type Command = {
  header: string
  /** `signal` is aborted when whoever asked has hung up */
  run: (argument: string, signal: AbortSignal) => string | void | Promise<string | void>
}

/** An error with its SCPI-1999 number, for the instrument's queue. */
export class ScpiError extends Error {
  readonly number: number
  constructor(number: number, message: string) {
    super(message)
    this.number = number
  }
}

const QUEUE_LENGTH = 16
const LONGEST_LINE = 256
/** No command of an instrument takes longer, ms: what does is given up, and the next is heard. */
const LONGEST_COMMAND_MS = 10_000

/**
 * One instrument's end of the conversation: lines in, reply lines out, an error queue (IEEE 488.2, SCPI-1999).
 * A line may hold several commands parted by `;`. Whatever comes in, nothing is thrown.
 */
export class ScpiParser {
  private readonly errors: string[] = []
  private readonly commands: { pattern: RegExp; run: Command['run'] }[]

  constructor(identity: string, commands: Command[]) {
    const common: Command[] = [
      { header: '*IDN?', run: () => identity },
      {
        header: '*CLS',
        run: () => {
          this.errors.length = 0
        },
      },
      { header: '*RST', run: () => undefined },
      { header: '*OPC?', run: () => '1' },
      { header: 'SYSTem:ERRor?', run: () => this.errors.shift() ?? '0,"No error"' },
      { header: 'SYSTem:ERRor:NEXT?', run: () => this.errors.shift() ?? '0,"No error"' },
    ]
    this.commands = [...common, ...commands].map((c) => ({
      pattern: headerPattern(c.header),
      run: c.run,
    }))
  }

  /** The reply to one line, or null when there is none to give; what nobody waits for any more is not begun. */
  async take(line: string, signal = NEVER): Promise<string | null> {
    const text = line.replace(/[\r\n]+$/, '')
    if (text.length > LONGEST_LINE) {
      this.fail(-363, 'Input buffer overrun')
      return null
    }
    if (/[\x00-\x08\x0e-\x1f\x7f-\uffff]/.test(text)) {
      this.fail(-101, 'Invalid character')
      return null
    }
    const replies: string[] = []
    for (const part of text.split(';')) {
      const trimmed = part.trim()
      if (signal.aborted) return null
      if (trimmed === '') continue
      const [, head = '', argument = ''] = /^(\S+)\s*(.*)$/.exec(trimmed) ?? []
      const command = this.commands.find((c) => c.pattern.test(head))
      if (!command) {
        this.fail(-113, 'Undefined header')
        continue
      }
      try {
        const reply = await inTime(command.run(argument.trim(), signal))
        if (typeof reply === 'string') replies.push(reply)
      } catch (error) {
        if (error instanceof ScpiError) this.fail(error.number, error.message)
        else this.fail(-300, 'Device-specific error')
      }
    }
    return replies.length > 0 ? replies.join(';') : null
  }

  private fail(number: number, message: string): void {
    if (this.errors.length < QUEUE_LENGTH) this.errors.push(`${number},"${message}"`)
    else this.errors[QUEUE_LENGTH - 1] = '-350,"Queue overflow"'
  }
}

const NEVER = new AbortController().signal

/** What a command gives, or SCPI's time out where it gives nothing for too long. */
async function inTime<T>(running: T | Promise<T>): Promise<T> {
  if (!(running instanceof Promise)) return running
  let late: NodeJS.Timeout | undefined
  const tooLate = new Promise<never>((_, reject) => {
    late = setTimeout(() => reject(new ScpiError(-365, 'Time out error')), LONGEST_COMMAND_MS)
  })
  return Promise.race([running, tooLate]).finally(() => clearTimeout(late))
}

// MEASure:RESistance? answers MEAS:RES?, MEASURE:RES?, :meas:resistance? …
function headerPattern(header: string): RegExp {
  const query = header.endsWith('?')
  const words = header
    .replace('?', '')
    .split(':')
    .map((word) => {
      const short = word.replace(/[a-z]/g, ''),
        rest = word.slice(short.length)
      const escape = (s: string): string => s.replace(/[*]/g, '\\$&')
      return rest ? `${escape(short)}(?:${rest})?` : escape(short)
    })
  return new RegExp(`^:?${words.join(':')}${query ? '\\?' : ''}$`, 'i')
}
