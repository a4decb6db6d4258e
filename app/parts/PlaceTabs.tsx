import { Tabs } from '@mantine/core'
import type { ReactNode } from 'react'
import css from './PlaceTabs.module.css'

/** What lies beneath a place's picture, a tab each; beside a name the key that goes there, where there is one. */
export function PlaceTabs<Id extends string>({
  label,
  id,
  tabs,
  value,
  onChoose,
  children,
}: {
  label: string
  /** of the list of tabs, to scroll to */
  id?: string
  tabs: readonly { id: Id; name: string; key?: string }[]
  value: Id
  onChoose: (id: Id) => void
  children: ReactNode
}) {
  return (
    <Tabs
      variant="unstyled"
      classNames={{ list: css.list!, tab: css.tab!, tabLabel: css.label! }}
      value={value}
      onChange={(to) => onChoose(to as Id)}
    >
      <Tabs.List aria-label={label} className="no-print" {...(id !== undefined && { id })}>
        {tabs.map((tab) => (
          <Tabs.Tab key={tab.id} value={tab.id}>
            {tab.name}
            {tab.key !== undefined && <kbd className="key">{tab.key}</kbd>}
          </Tabs.Tab>
        ))}
      </Tabs.List>
      <Tabs.Panel value={value} className="no-print">
        {children}
      </Tabs.Panel>
    </Tabs>
  )
}
