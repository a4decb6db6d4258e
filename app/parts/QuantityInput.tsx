import { Button, TextInput } from '@mantine/core'
import { useMergedRef } from '@mantine/hooks'
import { useId, useRef, useState, type ReactNode, type Ref } from 'react'
import { MOST } from '../../core/build/index.ts'
import { convertFromCore, formatQuantity, readQuantity } from '../../core/quantity/index.ts'
import { inWords } from '../store/problem.ts'
import { useOutside } from './useOutside.ts'
import { useUnits } from './units.ts'

export type Typed = { value: number; typed: string; unit: string }

/** Why what was typed is not taken; `typed` where it could be understood and is only doubted. */
export type Against = { why: string; typed: Typed | null }

type Props = {
  label?: ReactNode
  /** where a label would be in the way */
  ariaLabel?: string
  /** the core's unit of the value */
  unit: string
  /** in the core's unit; null shows an empty box */
  value?: number | null
  /**
   * called on Enter and on leaving the box, only with what could be understood and has changed; a
   * sentence when it is refused
   */
  onCommit?: (typed: Typed) => string | null | void
  /**
   * called at each keystroke; null while it cannot be understood or taken, and then with what
   * speaks against it, and with what was understood all the same
   */
  onTyped?: (typed: Typed | null, against: Against | null) => void
  /** where Enter leads; without it Enter does what the form does */
  onEnter?: () => void
  /** arrow-key step in the unit shown; a unit of the last digit if left out */
  step?: number
  /** further checks: a sentence when the value will not do */
  check?: (value: number) => string | null
  placeholder?: string
  width?: number | string
  inputRef?: Ref<HTMLInputElement>
  disabled?: boolean
  hideUnderstood?: boolean
  autoFocus?: boolean
  /** ohms: OL and open are readings too, of an open circuit */
  allowOpen?: boolean
  /** the part's tolerance, a share: another typed after the value, `4k7 5%`, is offered */
  tolerance?: { now: number; take: (tolerance: number) => void }
}

/** Beyond this a number is a slip, whatever its unit. */
const MOST_VALUE = 1e15
/** What stands in the record for an open circuit, Ω. */
const OPEN_OHM = 1e9

/** A number box that takes what people write, shows what it understood and never loses what was typed. */
export function QuantityInput({
  label,
  ariaLabel,
  unit,
  value = null,
  onCommit,
  onTyped,
  onEnter,
  step,
  check,
  placeholder,
  width,
  inputRef,
  disabled,
  hideUnderstood,
  autoFocus,
  allowOpen,
  tolerance,
}: Props) {
  const units = useUnits()
  const shownUnit = units.of(unit)
  const shownText = (v: number | null): string => {
    if (v === null) return ''
    // in a unit of the reader's own a round number of the core's is not round: five figures say enough
    const n = Number(convertFromCore(v, shownUnit).toPrecision(shownUnit === unit ? 7 : 5))
    // 1e-9 F is written 1n, as one would type it
    return n !== 0 && Math.abs(n) < 1e-4
      ? formatQuantity(convertFromCore(v, shownUnit), shownUnit, { digits: 6 })
          .replace(/\s/g, '')
          .replace(shownUnit, '')
          .replace('−', '-')
      : String(n)
  }
  const [text, setText] = useState(() => shownText(value))
  const [touched, setTouched] = useState(false)
  /** why what was typed last was not recorded */
  const [refused, setRefused] = useState<string | null>(null)
  /** the tolerance written after what was recorded last */
  const [offered, setOffered] = useState<number | null>(null)
  const noteId = useId()
  const box = useRef<HTMLInputElement>(null)
  const ref = useMergedRef(box, inputRef)
  // a change from outside (undo, another tab, another unit) shows, unless something is being typed here
  useOutside(`${value} ${shownUnit}`, touched, () => {
    setText(shownText(value))
    setRefused(null)
  })

  const read = (
    raw: string,
  ): { typed: Typed | null; error: string | null; tolerance?: number | null } => {
    if (raw.trim() === '') return { typed: null, error: null }
    if (raw.trim().length > MOST.typed)
      return { typed: null, error: `Too long for a number: at most ${MOST.typed} characters.` }
    if (allowOpen && /^(o\.?l\.?|open|∞)$/i.test(raw.trim()))
      return { typed: { value: OPEN_OHM, typed: raw.trim(), unit: 'Ω' }, error: null }
    try {
      const { value: parsed, tolerance } = readQuantity(raw, shownUnit)
      if (!Number.isFinite(parsed) || Math.abs(parsed) > MOST_VALUE)
        return { typed: null, error: 'That number is larger than anything in a vehicle.' }
      return {
        typed: { value: parsed, typed: raw.trim(), unit: shownUnit },
        error: check?.(parsed) ?? null,
        tolerance,
      }
    } catch (error) {
      return { typed: null, error: inWords(error, 'Reading this number') }
    }
  }
  const { typed, error, tolerance: written = null } = read(text)
  const change = (raw: string): void => {
    setText(raw)
    setTouched(true)
    setRefused(null)
    setOffered(null)
    const now = read(raw)
    if (now.error) onTyped?.(null, { why: now.error, typed: now.typed })
    else onTyped?.(now.typed, null)
  }
  const commit = (): void => {
    if (!touched || !typed || error) return
    const problem = onCommit?.(typed) ?? null
    setRefused(problem)
    if (problem !== null) return
    setTouched(false)
    setOffered(written)
  }
  const nudge = (direction: 1 | -1): void => {
    const base = typed?.value ?? 0
    const by = step ?? 1
    const next = Number((convertFromCore(base, shownUnit) + direction * by).toPrecision(10))
    change(String(next))
  }
  const understood =
    !hideUnderstood && typed && touched && !error
      ? `= ${typed.value === OPEN_OHM ? 'open circuit' : formatQuantity(convertFromCore(typed.value, shownUnit), shownUnit, { digits: 5 })}`
      : ''
  return (
    <div style={{ width }}>
      <TextInput
        label={label}
        aria-label={ariaLabel}
        value={text}
        placeholder={placeholder}
        disabled={disabled}
        ref={ref}
        autoComplete="off"
        inputMode="text"
        data-autofocus={autoFocus || undefined}
        error={refused ?? (touched || text !== '' ? error : null)}
        aria-describedby={noteId}
        rightSection={<span className="pale small">{shownUnit.replace('Δ', '')}</span>}
        rightSectionWidth={56}
        onChange={(e) => change(e.currentTarget.value)}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') {
            commit()
            if (onEnter) {
              e.preventDefault()
              onEnter()
            }
          } else if (e.key === 'ArrowUp') {
            e.preventDefault()
            nudge(1)
          } else if (e.key === 'ArrowDown') {
            e.preventDefault()
            nudge(-1)
          } else if (e.key === 'Escape') {
            setText(shownText(value))
            setTouched(false)
            setRefused(null)
            onTyped?.(null, null)
          }
        }}
        styles={{ input: { fontFamily: 'var(--mantine-font-family-monospace)' } }}
      />
      {!hideUnderstood && (
        <div id={noteId} className="understood" aria-live="polite">
          {understood}
        </div>
      )}
      {tolerance && offered !== null && offered !== tolerance.now && (
        <Button
          variant="default"
          size="compact-md"
          onClick={() => {
            tolerance.take(offered)
            setOffered(null)
            setText(shownText(value))
            // the button goes: who pressed it is back in the box
            box.current?.focus()
          }}
        >
          Take ±{Number((offered * 100).toPrecision(4))} %
        </Button>
      )}
    </div>
  )
}
