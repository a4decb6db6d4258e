/**
 * How many sensors each source takes, by its id; kept apart from the sources themselves, so that a record can be
 * checked without loading all that computes with it. `registerSource` adds to it.
 */
export const TAKES = new Map([
  ['one', 1],
  ['separate', 2],
  ['series', 2],
  ['parallel', 2],
])
