const TEN = Array.from({ length: 16 }, (_, k) => 10 ** k)

/**
 * A cell as a number: plain, or with a decimal comma; NaN for anything else. The hot loop of a log: most cells are
 * a few digits and a point, and read by their characters (a whole mantissa below 2⁵³ over a power of ten is
 * rounded once, so the result is the language's own); the rest goes the long way.
 */
export function cellNumber(cell: string | undefined): number {
  if (cell === undefined) return NaN
  const n = cell.length
  if (n > 15 || n === 0) return slowNumber(cell)
  const minus = cell.charCodeAt(0) === 45
  let mantissa = 0,
    point = -1
  for (let i = minus ? 1 : 0; i < n; i++) {
    const c = cell.charCodeAt(i)
    if (c >= 48 && c <= 57) mantissa = 10 * mantissa + c - 48
    else if (c === 46 && point < 0) point = i
    else return slowNumber(cell)
  }
  if (n - (minus ? 1 : 0) - (point < 0 ? 0 : 1) === 0) return NaN
  const value = point < 0 ? mantissa : mantissa / TEN[n - 1 - point]!
  return minus ? -value : value
}

function slowNumber(cell: string): number {
  const plain = +cell
  // blanks count as 0 to the language and as nothing here
  if (plain === plain) return plain === 0 && cell.trim() === '' ? NaN : plain
  return cell.includes(',') && !cell.includes('.') ? +cell.replace(',', '.') : NaN
}
