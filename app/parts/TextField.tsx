import { counted } from '../../core/quantity/index.ts'
import { TextInput } from '@mantine/core'
import { useState, type ReactNode } from 'react'
import { MOST } from '../../core/build/index.ts'
import { useOutside } from './useOutside.ts'

type Props = {
  label?: ReactNode
  ariaLabel?: string
  value: string
  /** called on leaving the box and on Enter, with what was typed; a sentence when it is refused */
  onCommit: (text: string) => string | null | void
  /** an empty box keeps what was there before */
  required?: boolean
  placeholder?: string
  width?: number
  mt?: string
}

/**
 * A box of text that is recorded when one leaves it, follows changes from outside, and says why
 * something is refused.
 */
export function TextField(props: Props) {
  const { label, ariaLabel, value, onCommit, required, placeholder, width, mt } = props
  const [text, setText] = useState(value)
  const [error, setError] = useState<string | null>(null)
  const [touched, setTouched] = useState(false)
  // a change from outside (undo, another tab) shows, unless something is being typed here
  useOutside(value, touched, () => {
    setText(value)
    setError(null)
  })
  const long = text.length > MOST.text
  const reset = (): void => {
    setText(value)
    setTouched(false)
    setError(null)
  }
  const commit = (): void => {
    const now = text.trim()
    if (!touched || long) return
    if (now === value || (required && now === '')) {
      reset()
      return
    }
    const refused = onCommit(now) ?? null
    setError(refused)
    setTouched(refused !== null)
  }
  return (
    <TextInput
      label={label}
      aria-label={ariaLabel}
      value={text}
      placeholder={placeholder}
      w={width}
      mt={mt}
      error={
        long ? `${counted(text.length)} characters: at most ${counted(MOST.text)} are kept.` : error
      }
      onChange={(e) => {
        setText(e.currentTarget.value)
        setTouched(true)
        setError(null)
      }}
      onBlur={commit}
      onKeyDown={(e) => {
        if (e.key === 'Enter') commit()
        else if (e.key === 'Escape') reset()
      }}
    />
  )
}
