import { useCallback } from 'react'
import { useSearchParams } from 'react-router'

/** A choice that is kept in the address of the page. Another choice leaves the page where it was scrolled to. */
export function useInAddress(name: string): [string | null, (to: string) => void] {
  const [search, setSearch] = useSearchParams()
  const choose = useCallback(
    (to: string) =>
      setSearch(
        (now) => {
          const next = new URLSearchParams(now)
          next.set(name, to)
          return next
        },
        { replace: true, preventScrollReset: true },
      ),
    [name, setSearch],
  )
  return [search.get(name), choose]
}
