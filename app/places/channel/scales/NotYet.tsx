/** Nothing measured yet: empty scales that say what to do first. */
export function NotYet({ problem }: { problem: string }) {
  return (
    <div style={{ position: 'relative', height: 220 }}>
      <svg
        width="100%"
        height={220}
        role="img"
        aria-label="Scales still empty"
        preserveAspectRatio="none"
        viewBox="0 0 600 220"
      >
        {[60, 180, 300, 420, 540].map((x) => (
          <line
            key={x}
            x1={x}
            x2={x}
            y1={20}
            y2={210}
            stroke="var(--hair)"
            strokeWidth={1.6}
            strokeDasharray="5 4"
          />
        ))}
      </svg>
      <p
        style={{
          position: 'absolute',
          top: 60,
          left: 40,
          right: 40,
          background: 'var(--paper)',
          padding: 16,
          fontSize: 18,
        }}
        role="status"
      >
        {problem}
      </p>
    </div>
  )
}
