import { Group } from '@mantine/core'
import type { ReactNode } from 'react'
import css from './Fields.module.css'

/** A row of boxes with their labels, aligned whatever wraps; `name` where the row is a thing of its own. */
export const Fields = ({ name, children }: { name?: string; children: ReactNode }) => (
  <Group
    className={css.fields}
    align="flex-start"
    gap="sm"
    mt="xs"
    wrap="wrap"
    {...(name === undefined ? {} : { role: 'group', 'aria-label': name })}
  >
    {children}
  </Group>
)

/** What has no label of its own, in line with the boxes of a row: a switch, a button, a name. */
export const SideBySide = ({ children }: { children: ReactNode }) => (
  <div className={css.beside}>{children}</div>
)
