import type { ReactNode } from 'react'
import type { StagePlace } from '../../../../core/chain/index.ts'
import { PlaceTabs } from '../../../parts/PlaceTabs.tsx'
import { TABS } from '../tabs.tsx'

const STAGES = TABS.map(({ id, name }, i) => ({ id, name, key: String(i + 1) }))

/** The stages of a channel in working order, each with its key, and beneath them the one that is worked in. */
export const StageTabs = ({
  stage,
  onChoose,
  children,
}: {
  stage: StagePlace
  onChoose: (stage: StagePlace) => void
  /** the stage that is worked in */
  children: ReactNode
}) => (
  <PlaceTabs label="Stages" id="stages" tabs={STAGES} value={stage} onChoose={onChoose}>
    <div id="stage">{children}</div>
  </PlaceTabs>
)
