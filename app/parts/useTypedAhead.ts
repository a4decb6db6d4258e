import { useEffect, useState } from 'react'

/**
 * What is searched for, with the letters that are typed before its box is there to take them: until then they would be
 * taken for shortcuts of the page.
 */
export function useTypedAhead(isOpen: boolean): [query: string, setQuery: (query: string) => void] {
  const [query, setQuery] = useState('')
  useEffect(() => {
    if (!isOpen) return
    const take = (event: KeyboardEvent): void => {
      const { key, target, ctrlKey, metaKey, altKey } = event
      if ((key.length !== 1 && key !== 'Enter') || ctrlKey || metaKey || altKey) return
      if (target instanceof HTMLElement && target.matches('input, textarea, select')) return
      event.preventDefault()
      event.stopPropagation()
      if (key === 'Enter') takeFirst()
      else setQuery((q) => q + key)
    }
    window.addEventListener('keydown', take, { capture: true })
    return () => window.removeEventListener('keydown', take, { capture: true })
  }, [isOpen])
  return [query, setQuery]
}

/** Enter takes the first that is found; one that the arrows chose is taken by the box itself. */
export function takeFirst(): void {
  const found = document.querySelectorAll<HTMLElement>('[role="dialog"] [data-action]')
  if (![...found].some((action) => action.hasAttribute('data-selected'))) found[0]?.click()
}
