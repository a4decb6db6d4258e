import type { Link } from './instrument.ts'

/** How the line to an instrument stands. */
export function LinkText({ name, link }: { name: string; link: Link }) {
  if (link.state === 'connected')
    return (
      <p className="pale tight small">
        {name}: {link.identity}
      </p>
    )
  const lost = link.state === 'lost'
  return (
    <p role="status" className={`tight ${lost ? 'doubt' : 'pale'}`}>
      {name}:{' '}
      {lost
        ? `lost (${link.why ?? 'no answer'}), trying again. What was read is kept.`
        : 'connecting…'}
    </p>
  )
}
