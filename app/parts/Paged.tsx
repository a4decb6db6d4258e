import { Pagination } from '@mantine/core'
import { useState, type ReactNode } from 'react'

/** A long list a page at a time; a short one whole. */
export function Paged<T>({
  items,
  perPage,
  note,
  children,
}: {
  items: readonly T[]
  perPage: number
  /** said above the page numbers */
  note?: string
  children: (shown: readonly T[]) => ReactNode
}) {
  const [page, setPage] = useState(1)
  const pages = Math.max(1, Math.ceil(items.length / perPage))
  const at = Math.min(page, pages)
  return (
    <>
      {children(items.slice((at - 1) * perPage, at * perPage))}
      {pages > 1 && (
        <>
          {note && <p className="pale">{note}</p>}
          <Pagination
            total={pages}
            value={at}
            onChange={setPage}
            size="lg"
            mt="xs"
            getItemProps={(n) => ({ 'aria-label': `Page ${n}` })}
            getControlProps={(control) => ({ 'aria-label': `${control} page` })}
          />
        </>
      )}
    </>
  )
}
