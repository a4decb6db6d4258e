import { Table } from '@mantine/core'
import type { Key, ReactNode } from 'react'
import type { Column, Mark } from './columns.ts'
import css from './Sheet.module.css'

type SheetRow = {
  key: Key
  cells: ReactNode[]
  mark?: Mark | undefined
}

/**
 * A table on the page. Its rows are given as cells, or as children where a row is a component of its own. A head
 * stands over it where a column has a name.
 */
export function Sheet({
  label,
  columns,
  rows,
  apart = false,
  className = '',
  children,
}: {
  label: string
  columns: readonly Column[]
  rows?: readonly SheetRow[]
  /** with room above it */
  apart?: boolean
  className?: string
  children?: ReactNode
}) {
  return (
    <Table aria-label={label} className={`${css.sheet} ${apart ? 'apart' : ''} ${className}`}>
      {columns.some((c) => c.name !== undefined) && (
        <Table.Thead>
          <Table.Tr>
            {columns.map((c, i) => (
              <Table.Th key={i} className={c.num && 'num'} w={c.width}>
                {c.unseen ? <span className="visually-hidden">{c.name}</span> : c.name}
              </Table.Th>
            ))}
          </Table.Tr>
        </Table.Thead>
      )}
      <Table.Tbody>
        {rows?.map(({ key, cells, mark }) => (
          <Table.Tr key={key} className={mark}>
            {cells.map((cell, i) => (
              <Table.Td key={i} className={columns[i]?.num && 'num'}>
                {cell}
              </Table.Td>
            ))}
          </Table.Tr>
        ))}
        {children}
      </Table.Tbody>
    </Table>
  )
}
