import { useEffect, useState, type RefObject } from 'react'

/** Whether at least `share` of an element is in sight; true until it has been looked at. */
export function useInSight(element: RefObject<Element | null>, share: number): boolean {
  const [inSight, setInSight] = useState(true)
  useEffect(() => {
    const observer = new IntersectionObserver(
      // a busy page is told of several at once: the last is how it stands
      (entries) => setInSight(entries.at(-1)!.intersectionRatio >= share),
      { threshold: [0, share, 1] },
    )
    if (element.current) observer.observe(element.current)
    return () => observer.disconnect()
  }, [element, share])
  return inSight
}
