/** A belief as a share, in words: nothing that is judged is ever certain. */
export function beliefText(share: number): string {
  if (share > 0.99) return 'over 99 %'
  if (share < 0.01) return 'under 1 %'
  return `${Math.round(100 * share)} %`
}
