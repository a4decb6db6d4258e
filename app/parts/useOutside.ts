import { useState } from 'react'

/**
 * Follows a value that comes from outside (undo, another tab, another unit): `follow` is called, while rendering, when
 * it is another than it was, unless something is being typed; what came meanwhile is followed when the typing is done.
 * No effect: one that runs after the next keystroke would put the old value back over it.
 */
export function useOutside(value: unknown, typing: boolean, follow: () => void): void {
  const [last, setLast] = useState(value)
  if (typing || Object.is(last, value)) return
  setLast(value)
  follow()
}
