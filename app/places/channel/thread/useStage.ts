import { useCallback, useState } from 'react'
import type { StagePlace } from '../../../../core/chain/index.ts'
import { useInAddress } from '../../../parts/useInAddress.ts'

/**
 * The stage beneath the scales, kept in the address. `choose` shows another; `work` shows it and brings it up beneath
 * the strip of scales, for somebody who goes to work there.
 */
export function useStage(next: StagePlace) {
  const [asked, ask] = useInAddress('stage')
  // the next step opens the page; while it is being done the page must not jump away
  const [first] = useState(next)
  const stage = (asked as StagePlace | null) ?? first
  const choose: (to: StagePlace) => void = ask
  const work = useCallback(
    (to: StagePlace) => {
      choose(to)
      document.getElementById('stages')?.scrollIntoView({ block: 'start' })
    },
    [choose],
  )
  return { stage, choose, work }
}
