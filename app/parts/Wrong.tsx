/** What went wrong, in words, where it went wrong; nothing where nothing did. */
export const Wrong = ({ children }: { children: string | null | undefined }) =>
  children ? (
    <p role="alert" className="wrong">
      {children}
    </p>
  ) : null
