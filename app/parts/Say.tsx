import { useCallback, useContext } from 'react'
import { written, type Phrase } from '../../core/quantity/index.ts'
import { NeedContext, useUnits } from './units.ts'

/** What the core said, as text in the units of this person, truths as fine as the open channel needs them. */
export function useSay(): (said: Phrase) => string {
  const { quantity } = useUnits()
  const channel = useContext(NeedContext)
  return useCallback(
    (said) =>
      written(said, (unit, need) =>
        quantity(unit, need ?? (channel?.unit === unit ? channel.accuracy : undefined)),
      ),
    [quantity, channel],
  )
}

/** What the core said, in the units of this person. */
export const Say = ({ of }: { of: Phrase }) => <>{useSay()(of)}</>
