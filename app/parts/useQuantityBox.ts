import { useState } from 'react'
import { readText, steppedText, typedText, type Against, type Typed } from './quantityText.ts'
import { useOutside } from './useOutside.ts'
import { useUnits } from './units.ts'

export type BoxOf = {
  /** the core's unit of the value */
  unit: string
  /** in the core's unit; null shows an empty box */
  value: number | null
  /**
   * called on Enter and on leaving the box, only with what could be understood and has changed; a
   * sentence when it is refused
   */
  onCommit?: ((typed: Typed) => string | null | void) | undefined
  /**
   * called at each keystroke; null while it cannot be understood or taken, and then with what
   * speaks against it, and with what was understood all the same
   */
  onTyped?: ((typed: Typed | null, against: Against | null) => void) | undefined
  /** further checks: a sentence when the value will not do */
  check?: ((value: number) => string | null) | undefined
  /** ohms: OL and open are readings too, of an open circuit */
  allowOpen?: boolean | undefined
}

/** What stands in a number box, what it says, and recording it. */
export function useQuantityBox({ unit, value, onCommit, onTyped, check, allowOpen }: BoxOf) {
  const shownUnit = useUnits().of(unit)
  const now = typedText(value, unit, shownUnit)
  const [text, setText] = useState(now)
  const [touched, setTouched] = useState(false)
  /** why what was typed last was not recorded */
  const [refused, setRefused] = useState<string | null>(null)
  /** the tolerance written after what was recorded last */
  const [offered, setOffered] = useState<number | null>(null)
  // a change from outside (undo, another tab, another unit) shows, unless something is being typed here
  useOutside(`${value} ${shownUnit}`, touched, () => {
    setText(now)
    setRefused(null)
  })
  const read = (raw: string) =>
    readText(raw, shownUnit, {
      ...(allowOpen ? { allowOpen } : {}),
      ...(check ? { check } : {}),
    })
  const { typed, error, tolerance: written } = read(text)
  const change = (raw: string): void => {
    setText(raw)
    setTouched(true)
    setRefused(null)
    setOffered(null)
    const said = read(raw)
    if (said.error) onTyped?.(null, { why: said.error, typed: said.typed })
    else onTyped?.(said.typed, null)
  }
  const commit = (): void => {
    if (!touched || !typed || error) return
    const problem = onCommit?.(typed) ?? null
    setRefused(problem)
    if (problem !== null) return
    setTouched(false)
    setOffered(written)
  }
  return {
    ...{ text, typed, touched, offered, shownUnit, change, commit },
    error: refused ?? (touched || text !== '' ? error : null),
    isUnderstood: typed !== null && touched && error === null,
    nudge: (by: number) => change(steppedText(typed?.value ?? 0, shownUnit, by)),
    takeBack: () => {
      setText(now)
      setTouched(false)
      setRefused(null)
      onTyped?.(null, null)
    },
    takeOffer: () => {
      setOffered(null)
      setText(now)
    },
  }
}
