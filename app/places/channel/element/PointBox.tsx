import type { Element, Input } from '../../../../core/build/index.ts'
import type { AnyFamily, Ask } from '../../../../core/curve/index.ts'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { useQuantity, useUnits } from '../../../parts/units.ts'
import { plausibleCheck, signalCheck, truthCheck } from './check.ts'
import { isKept } from './point.ts'
import type { AddingPoint } from './useAddPoint.ts'

type Props = {
  adding: AddingPoint
  ask: Ask
  /** where Enter leads; none after the last box, which records */
  next?: Ask | undefined
  element: Element
  input: Input
  suggested?: number | undefined
}

/** The box of one number a point asks for. */
export function PointBox({ adding, ask, next, element, input, suggested }: Props) {
  const { family, altitude, boxes } = adding
  const q = useQuantity(family.truthUnit)
  const { quantity } = useUnits()
  const hinted = ask.otherwise !== undefined || (ask.role === 'truth' && suggested !== undefined)
  const check =
    ask.unit === 'counts'
      ? countsCheck(input.bits ?? 12)
      : ask.role === 'signal'
        ? signalCheck(family.drive(element.settings), family.signalUnit)
        : ask.role === 'truth'
          ? truthCheck(family, q)
          : plausibleCheck(ask, quantity(ask.unit))
  const best = suggested === undefined ? undefined : `${q.bare(suggested, 0)} is best`
  return (
    <QuantityInput
      inputRef={(e) => {
        if (e) boxes.current.set(ask.role, e)
      }}
      label={ask.label}
      unit={ask.unit}
      width={hinted ? 200 : 160}
      {...(ask.step === undefined ? {} : { step: ask.step })}
      value={ask.role === 'altitude' ? altitude : null}
      onTyped={(t, a) => adding.take(ask.role, t, a)}
      {...(next ? { onEnter: () => adding.focus(next.role) } : {})}
      placeholder={placeholderOf(ask, family, best)}
      check={check}
    />
  )
}

/** A box begins empty again once its number was recorded, but for what stays from point to point. */
export const boxKey = (ask: Ask, round: number): string =>
  `${ask.role}${ask.unit}${isKept(ask.role) ? '' : round}`

const countsCheck = (bits: number) => (v: number) =>
  v >= 0 && v < 2 ** bits ? null : `0 to ${2 ** bits - 1}`

const EXAMPLES: Record<string, string> = { Ω: '2.21k', V: '1.43', counts: '512' }

function placeholderOf(ask: Ask, family: AnyFamily, best: string | undefined): string {
  if (ask.unit === 'counts') return EXAMPLES.counts!
  if (ask.role === 'signal') return EXAMPLES[family.signalUnit] ?? '420'
  if (ask.role === 'truth' && best !== undefined) return best
  return ask.otherwise === undefined ? '' : `${ask.otherwise} if left out`
}
