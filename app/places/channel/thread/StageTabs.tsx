import { Tabs } from '@mantine/core'
import type { ReactNode } from 'react'
import type { StagePlace } from '../../../../core/chain/index.ts'
import { TABS } from '../tabs.tsx'
import css from './StageTabs.module.css'

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
  <Tabs
    variant="unstyled"
    classNames={{ list: css.list!, tab: css.tab!, tabLabel: css.label! }}
    value={stage}
    onChange={(to) => onChoose(to as StagePlace)}
  >
    <Tabs.List aria-label="Stages" id="stages" className="no-print">
      {TABS.map(({ id, name }, i) => (
        <Tabs.Tab key={id} value={id}>
          {name}
          <kbd className="key">{i + 1}</kbd>
        </Tabs.Tab>
      ))}
    </Tabs.List>
    <Tabs.Panel value={stage} className="no-print">
      <div id="stage">{children}</div>
    </Tabs.Panel>
  </Tabs>
)
