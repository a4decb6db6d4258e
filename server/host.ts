const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]']

/** Host names a request may carry: loopback always, and what the person chose to listen on. Guards against DNS rebinding. */
export function isAllowedHost(
  header: string | undefined,
  listening: string,
  extra: readonly string[] = (process.env.ECHT_HOSTS ?? '').split(',').filter(Boolean),
): boolean {
  if (!header) return false
  const name = header.replace(/:\d+$/, '').toLowerCase()
  if (LOOPBACK.includes(name) || name === listening || extra.includes(name)) return true
  // listening everywhere: a bare address cannot be rebound, a name could
  return listening === '0.0.0.0' && /^\d{1,3}(\.\d{1,3}){3}$/.test(name)
}
