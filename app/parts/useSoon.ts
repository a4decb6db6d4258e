import { startTransition, useEffect, useState } from 'react'

/** False when something is drawn first, true a moment after: a drawing that takes long comes in two stretches. */
export function useSoon(afterMs: number): boolean {
  const [soon, setSoon] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => startTransition(() => setSoon(true)), afterMs)
    return () => clearTimeout(timer)
  }, [afterMs])
  return soon
}
