/** One scale of a small picture: a line with its name above. */
export const PictureScale = ({
  x,
  top,
  bottom,
  name,
}: {
  x: number
  top: number
  bottom: number
  name: string
}) => (
  <g>
    <line x1={x} x2={x} y1={top} y2={bottom} stroke="var(--ink)" strokeWidth={1.2} opacity={0.6} />
    <text x={x} y={19} textAnchor="middle" fontSize={12.5} fill="var(--ink)">
      {name}
    </text>
  </g>
)

/** What is needed, as a band behind the scales of a small picture. */
export const NeedBand = ({
  from,
  to,
  top,
  bottom,
}: {
  from: number
  to: number
  top: number
  bottom: number
}) => (
  <rect x={from} width={to - from} y={top} height={bottom - top} fill="var(--ink)" opacity={0.06} />
)
