import { useSessionStorage } from '@mantine/hooks'
import { useState, type ReactNode } from 'react'
import css from './Fold.module.css'

/**
 * A tool that not everybody needs at once, behind its name and what it tells. What is inside is first drawn when it is
 * opened; whether it is open is remembered until the browser is closed.
 */
export function Fold({
  name,
  says,
  startsOpen = false,
  children,
}: {
  name: string
  says: string
  startsOpen?: boolean
  children: ReactNode
}) {
  const [open, setOpen] = useSessionStorage({
    key: `echt-open ${name}`,
    defaultValue: startsOpen,
    getInitialValueInEffect: false,
  })
  // what was typed inside is still there when it is opened again
  const [drawn, setDrawn] = useState(open)
  if (open && !drawn) setDrawn(true)
  return (
    <details className={css.fold!} open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>
        <h2 className={css.name}>{name}</h2> <span className="pale">{says}</span>
      </summary>
      {drawn && (
        <section aria-label={name} className={css.inside}>
          {children}
        </section>
      )}
    </details>
  )
}
