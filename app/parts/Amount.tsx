import { aboveZero } from './checks.ts'
import { QuantityInput } from './QuantityInput.tsx'

/** A number above zero that acts at once. */
export const AmountField = ({
  on,
  width = 140,
  ...props
}: {
  label: string
  unit: string
  value: number
  width?: number
  on: (value: number) => void
}) => (
  <QuantityInput {...props} width={width} check={aboveZero} onCommit={({ value }) => on(value)} />
)
