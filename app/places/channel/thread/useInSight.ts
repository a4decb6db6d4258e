import { useEffect, useState, type RefObject } from 'react'

/** Whether at least `share` of an element is in sight; true until it has been looked at. */
export function useInSight(element: RefObject<Element | null>, share: number): boolean {
  const [inSight, setInSight] = useState(true)
  useEffect(() => {
    const observer = new IntersectionObserver(
      ([entry]) => setInSight(entry!.intersectionRatio >= share),
      { threshold: [0, share, 1] },
    )
    if (element.current) observer.observe(element.current)
    return () => observer.disconnect()
  }, [element, share])
  return inSight
}
