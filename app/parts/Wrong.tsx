import type { ReactNode } from 'react'

/** What went wrong, in words, where it went wrong; nothing where nothing did. */
export const Wrong = ({ children }: { children: ReactNode }) =>
  children ? (
    <p role="alert" className="wrong">
      {children}
    </p>
  ) : null
