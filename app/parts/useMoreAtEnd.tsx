import { useCallback, useState, type ReactNode } from 'react'

/** Rows drawn to begin with, and as many more each time the end comes into sight. */
const AT_ONCE = 80

/** How many rows of a long list to draw, and what to put after the last of them: more are drawn when it is seen. */
export function useMoreAtEnd(): { most: number; end: ReactNode } {
  const [most, setMost] = useState(AT_ONCE)
  const watch = useCallback((end: HTMLElement | null) => {
    if (!end) return
    const seen = new IntersectionObserver((entries) => {
      if (entries.some((e) => e.isIntersecting)) setMost((n) => n + AT_ONCE)
    })
    seen.observe(end)
    return () => seen.disconnect()
  }, [])
  // a new end each time: one that stays in sight is not told again that it is
  const end = (
    <div key={most} ref={watch}>
      …
    </div>
  )
  return { most, end }
}
