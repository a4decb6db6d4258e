import { useCallback, useState } from 'react'
import { useSearchParams } from 'react-router'
import type { StagePlace } from '../../../../core/chain/index.ts'

/**
 * The stage beneath the scales, kept in the address. `choose` shows another; `work` shows it and brings it up beneath
 * the strip of scales, for somebody who goes to work there.
 */
export function useStage(next: StagePlace) {
  const [search, setSearch] = useSearchParams()
  // the next step opens the page; while it is being done the page must not jump away
  const [first] = useState(next)
  const stage = (search.get('stage') as StagePlace | null) ?? first
  const choose = useCallback(
    (to: StagePlace) =>
      setSearch(
        (s) => {
          const n = new URLSearchParams(s)
          n.set('stage', to)
          return n
        },
        { replace: true, preventScrollReset: true },
      ),
    [setSearch],
  )
  const work = useCallback(
    (to: StagePlace) => {
      choose(to)
      document.getElementById('stages')?.scrollIntoView({ block: 'start' })
    },
    [choose],
  )
  return { stage, choose, work }
}
