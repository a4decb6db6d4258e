import { DataTable, type DataTableColumn, type DataTableSortStatus } from 'mantine-datatable'
import 'mantine-datatable/styles.css'
import { useMemo, useState, type ReactNode } from 'react'
import type { Mark } from './columns.ts'
import css from './Sheet.module.css'
import { inOrder } from './inOrder.ts'

/** One column of a long table. */
export type LongColumn<Row> = {
  id: string
  name: ReactNode
  cell: (row: Row) => ReactNode
  num?: true
  /** its rows can be put in the order of this value */
  by?: (row: Row) => number | undefined
}

/** The order they come in, until somebody asks for another: no column has this name. */
const AS_GIVEN = 'as given'

/** A table of rows of which there may be thousands: a page at a time, put in order by its heads. */
export function LongTable<Row extends { id: string }>({
  label,
  columns,
  rows,
  perPage,
  mark,
  note,
}: {
  label: string
  columns: readonly LongColumn<Row>[]
  rows: readonly Row[]
  perPage: number
  mark: (row: Row) => Mark | undefined
  /** said beneath, where there are several pages */
  note: string
}) {
  const [page, setPage] = useState(1)
  const [sort, setSort] = useState<DataTableSortStatus<Row>>({
    columnAccessor: AS_GIVEN,
    direction: 'asc',
  })
  const by = columns.find((c) => c.id === sort.columnAccessor)?.by
  const ordered = useMemo(
    () => (by ? inOrder(rows, by, sort.direction) : rows),
    [rows, by, sort.direction],
  )
  const pages = Math.max(1, Math.ceil(rows.length / perPage))
  const at = Math.min(page, pages)
  const shared = {
    'aria-label': label,
    className: css.sheet!,
    columns: columns.map(asDataColumn),
    records: ordered.slice((at - 1) * perPage, at * perPage),
    sortStatus: sort,
    onSortStatusChange: setSort,
    rowClassName: mark,
    verticalSpacing: 6,
    horizontalSpacing: 8,
  }
  if (pages === 1) return <DataTable<Row> {...shared} />
  return (
    <DataTable<Row>
      {...shared}
      page={at}
      onPageChange={setPage}
      totalRecords={rows.length}
      recordsPerPage={perPage}
      paginationSize="lg"
      paginationText={({ from, to }) => `${from} to ${to}. ${note}`}
      getPaginationItemProps={(n) => ({ 'aria-label': `Page ${n}` })}
      getPaginationControlProps={(control) => ({ 'aria-label': `${control} page` })}
    />
  )
}

const asDataColumn = <Row,>({
  id,
  name,
  cell,
  num,
  by,
}: LongColumn<Row>): DataTableColumn<Row> => ({
  accessor: id,
  title: name,
  render: cell,
  sortable: by !== undefined,
  ...(num && { textAlign: 'right', cellsClassName: () => 'num' }),
})
