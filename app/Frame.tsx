import { ActionIcon, useComputedColorScheme, useMantineColorScheme } from '@mantine/core'
import { useHotkeys } from '@mantine/hooks'
import { IconMoon, IconSun } from '@tabler/icons-react'
import { lazy, Suspense, useState } from 'react'
import { Link, NavLink, Outlet, ScrollRestoration } from 'react-router'
import { HeldElsewhere } from './places/builds/KeptOrNot.tsx'
import { FrameContext, type FrameSlots } from './FrameContext.ts'
import { useTypedAhead } from './parts/useTypedAhead.ts'

// neither is needed before it is asked for
const Find = lazy(() => import('./parts/Find.tsx'))
const Keys = lazy(() => import('./parts/Keys.tsx'))

/** The page around every place: name, what is open, saved or not, search, keys, light. */
export function Frame() {
  const [slots, setSlots] = useState<FrameSlots>({})
  const [open, setOpen] = useState<'find' | 'keys' | null>(null)
  const [asked, setAsked] = useState({ find: false, keys: false })
  const [query, setQuery] = useTypedAhead(open === 'find')
  const { setColorScheme } = useMantineColorScheme()
  const scheme = useComputedColorScheme('light')
  const show = (what: 'find' | 'keys'): void => {
    setQuery('')
    setAsked((a) => ({ ...a, [what]: true }))
    setOpen(what)
  }
  const flip = (): void => setColorScheme(scheme === 'dark' ? 'light' : 'dark')
  useHotkeys([
    ['/', () => show('find')],
    ['mod+K', () => show('find')],
    ['shift+?', () => show('keys')],
    ['?', () => show('keys')],
    ['d', flip],
  ])
  return (
    <FrameContext value={{ setSlots, flip }}>
      <div className="shell">
        <a className="skip" href="#place">
          Go to the page
        </a>
        <header>
          <Link to="/builds" className="brand">
            echt
          </Link>
          <span
            className="pale"
            style={{
              flex: 1,
              minWidth: 0,
              overflow: 'hidden',
              textOverflow: 'ellipsis',
              whiteSpace: 'nowrap',
            }}
          >
            {slots.title}
          </span>
          {slots.save}
          <button type="button" className="plain-key" onClick={() => show('find')}>
            <kbd className="key">/</kbd> find
          </button>
          <button type="button" className="plain-key" onClick={() => show('keys')}>
            <kbd className="key">?</kbd> keys
          </button>
          <ActionIcon
            aria-label={scheme === 'dark' ? 'Light' : 'Dark, for the shed at night'}
            onClick={flip}
            color="gray"
          >
            {scheme === 'dark' ? <IconSun size={20} /> : <IconMoon size={20} />}
          </ActionIcon>
        </header>
        <nav aria-label="Places">{slots.nav ?? <NavLink to="/builds">Builds</NavLink>}</nav>
        <main id="place" tabIndex={-1}>
          <HeldElsewhere />
          <Suspense>
            <Outlet />
          </Suspense>
        </main>
        <ScrollRestoration />
        <Suspense>
          {asked.find && (
            <Find
              opened={open === 'find'}
              onClose={() => setOpen(null)}
              query={query}
              onQuery={setQuery}
            />
          )}
          {asked.keys && <Keys opened={open === 'keys'} onClose={() => setOpen(null)} />}
        </Suspense>
      </div>
    </FrameContext>
  )
}
