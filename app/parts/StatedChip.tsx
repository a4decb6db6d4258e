/** Assumed or measured, in its stroke. */
export function StatedChip({ basis }: { basis: 'assumed' | 'measured' }) {
  return <span className={`chip ${basis}`}>{basis}</span>
}
