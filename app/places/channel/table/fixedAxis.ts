import { MOST } from '../../../../core/build/index.ts'

/** An axis that a device does not let anybody change, as typed: its cells ascending, or why it is none. */
export function readFixedAxis(text: string): { cells: number[] } | { problem: string } {
  const cells = text
    .split(/[;\s]+/)
    .filter(Boolean)
    .map((v) => Number(v.replace(',', '.')))
    .sort((a, b) => a - b)
  if (cells.length < 2 || cells.some((v) => !Number.isFinite(v)))
    return { problem: 'Write the axis cells, separated by spaces or semicolons.' }
  if (cells.length > MOST.cells)
    return { problem: `${cells.length} cells: a table has at most ${MOST.cells}.` }
  return cells.some((v, i) => i > 0 && v === cells[i - 1])
    ? { problem: 'Two axis cells are the same.' }
    : { cells }
}

/** How many cells, as typed: a whole number from 2 to 256, or null. */
export function readCells(text: string): number | null {
  const n = Number(text)
  return Number.isInteger(n) && n >= 2 && n <= MOST.cells ? n : null
}
