import { significant } from '../../core/quantity/index.ts'
import { Button, TextInput } from '@mantine/core'
import { useMergedRef } from '@mantine/hooks'
import { useId, useRef, type KeyboardEvent, type ReactNode, type Ref } from 'react'
import css from './QuantityInput.module.css'
import { understoodText } from './quantityText.ts'
import { useQuantityBox, type BoxOf } from './useQuantityBox.ts'

export type { Against, Typed } from './quantityText.ts'

type Props = Omit<BoxOf, 'value'> & {
  label?: ReactNode
  /** where a label would be in the way */
  ariaLabel?: string
  value?: number | null
  /** where Enter leads; without it Enter does what the form does */
  onEnter?: () => void
  /** arrow-key step in the unit shown; a unit of the last digit if left out */
  step?: number
  placeholder?: string
  width?: number | string
  inputRef?: Ref<HTMLInputElement>
  disabled?: boolean
  hideUnderstood?: boolean
  /** what stands in place of the unit: a pure number has none, and may be of something that no unit is for */
  unitText?: string
  /** what is wrong with it beside others, where it is a number that can be */
  problem?: string | undefined
  autoFocus?: boolean
  /** the part's tolerance, a share: another typed after the value, `4k7 5%`, is offered */
  tolerance?: { now: number; take: (tolerance: number) => void }
}

/** A number box that takes what people write, shows what it understood and never loses what was typed. */
export function QuantityInput(props: Props) {
  const { label, ariaLabel, value = null, placeholder, width, disabled, hideUnderstood } = props
  const box = useQuantityBox({ ...props, value })
  const { offered, shownUnit } = box
  const noteId = useId()
  const input = useRef<HTMLInputElement>(null)
  const ref = useMergedRef(input, props.inputRef)
  const { tolerance } = props
  return (
    <div style={{ width }}>
      <TextInput
        label={label}
        aria-label={ariaLabel}
        value={box.text}
        placeholder={placeholder}
        disabled={disabled}
        ref={ref}
        autoComplete="off"
        inputMode="text"
        data-autofocus={props.autoFocus || undefined}
        error={box.error ?? props.problem}
        aria-describedby={noteId}
        rightSection={
          <span className="pale small">{props.unitText ?? shownUnit.replace('Δ', '')}</span>
        }
        rightSectionWidth={56}
        onChange={(e) => box.change(e.currentTarget.value)}
        onBlur={box.commit}
        onKeyDown={(e) => pressed(e, box, props)}
        classNames={{ input: css.number! }}
      />
      {!hideUnderstood && (
        <div id={noteId} className="understood" aria-live="polite">
          {box.isUnderstood ? understoodText(box.typed!, shownUnit) : ''}
        </div>
      )}
      {tolerance && offered !== null && offered !== tolerance.now && (
        <Button
          variant="default"
          size="compact-md"
          onClick={() => {
            tolerance.take(offered)
            box.takeOffer()
            // the button goes: who pressed it is back in the box
            input.current?.focus()
          }}
        >
          Take ±{significant(offered * 100, 4)} %
        </Button>
      )}
    </div>
  )
}

/** Enter records and leads on, arrows step, Escape takes back. */
function pressed(
  e: KeyboardEvent,
  box: ReturnType<typeof useQuantityBox>,
  { onEnter, step = 1 }: Pick<Props, 'onEnter' | 'step'>,
): void {
  if (e.key === 'Enter') {
    box.commit()
    if (!onEnter) return
    e.preventDefault()
    onEnter()
  } else if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
    e.preventDefault()
    box.nudge(e.key === 'ArrowUp' ? step : -step)
  } else if (e.key === 'Escape') box.takeBack()
}
