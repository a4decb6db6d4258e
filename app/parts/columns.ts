import type { ReactNode } from 'react'

/** One column of a sheet: what stands over it, and whether its cells are numbers, which stand right. */
export type Column = {
  name?: ReactNode
  num?: true
  /** read out, and not seen: what stands in the cells says it */
  unseen?: true
  /** px */
  width?: number
}

export const words = (name?: ReactNode): Column => ({ name })
export const num = (name?: ReactNode): Column => ({ name, num: true })
export const unseen = (name: string, width?: number): Column => ({
  ...{ name, unseen: true },
  ...(width !== undefined && { width }),
})

/** How a row is marked: it disagrees with the others, or does not count any more. */
export type Mark = 'is-suspect' | 'is-struck'
