const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]']
/** Addresses that mean every address of this machine. */
const EVERYWHERE = ['0.0.0.0', '::', '[::]']

/** Names out of ECHT_HOSTS, a list with commas; blanks around them and capitals do not count. */
export const hostsFrom = (list: string | undefined): string[] =>
  (list ?? '')
    .split(',')
    .map((name) => name.trim().toLowerCase())
    .filter(Boolean)

const nameOf = (header: string): string => header.replace(/:\d+$/, '').toLowerCase()
const bracketed = (host: string): string =>
  host.includes(':') && host[0] !== '[' ? `[${host}]` : host

/**
 * Host names a request may carry: loopback always, and what the person chose to listen on. Guards
 * against DNS rebinding.
 */
export function isAllowedHost(
  header: string | undefined,
  listening: string,
  extra: readonly string[] = hostsFrom(process.env.ECHT_HOSTS),
): boolean {
  if (!header) return false
  const name = nameOf(header)
  if (LOOPBACK.includes(name) || name === bracketed(listening.toLowerCase())) return true
  if (extra.includes(name)) return true
  // listening everywhere: a bare address cannot be rebound, a name could
  return EVERYWHERE.includes(listening) && isAddress(name)
}

const isAddress = (name: string): boolean =>
  /^\d{1,3}(\.\d{1,3}){3}$/.test(name) || /^\[[0-9a-f:.]+\]$/.test(name)

/** The one loopback name this server is used by: a browser keeps what is stored apart for each name. */
export const loopbackOf = (listening: string): string => {
  const own = bracketed(listening.toLowerCase())
  return LOOPBACK.includes(own) ? own : '127.0.0.1'
}

/** Where a request under another loopback name belongs, or null where it is right as it is. */
export function rightHost(header: string | undefined, listening: string): string | null {
  if (!header) return null
  const name = nameOf(header)
  const right = loopbackOf(listening)
  if (!LOOPBACK.includes(name) || name === right) return null
  return right + (/:\d+$/.exec(header)?.[0] ?? '')
}

/** A port out of PORT; throws an `Error` in plain words. */
export function portFrom(text: string | undefined): number {
  if (text === undefined || text.trim() === '') return 4173
  const port = Number(text)
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`PORT is "${text}": give a whole number from 1 to 65535, such as PORT=4173.`)
  return port
}
