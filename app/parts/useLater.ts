import { startTransition, useEffect, useState } from 'react'

/**
 * A value a moment after it came, for drawings that take their time: what stands beside them is there first, and
 * each is drawn in a stretch of its own. The first one is there at once.
 */
export function useLater<T>(value: T, afterMs: number): T {
  const [later, setLater] = useState(value)
  useEffect(() => {
    const timer = setTimeout(() => startTransition(() => setLater(value)), afterMs)
    return () => clearTimeout(timer)
  }, [value, afterMs])
  return later
}
