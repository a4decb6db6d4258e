/** The words of a filter: a row is shown that holds them all. */
export const wordsOf = (filter: string): string[] =>
  filter.toLowerCase().split(/\s+/).filter(Boolean)
