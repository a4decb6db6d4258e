import { roundFigures } from '../../../../core/quantity/index.ts'
import { held, keyed } from '../../../parts/held.ts'
import type { ScalesFrame } from './frame.ts'

/** What a grip asks of the scales it is on. */
type Along = Pick<ScalesFrame, 'top' | 'bottom' | 'held' | 'beyond' | 'heightAt'>

type GripProps = {
  frame: Along
  x: number
  /** where the thread stands on this scale, as a truth */
  height: number
  /** what the chip says, and what it is called and says aloud */
  text: string
  name: string
  now: number
  aloud: string
  /** a second line beneath the chip */
  under?: string
  /** nothing to take hold of: on paper */
  still?: boolean | undefined
  onHold: (height: number) => void
  onLetGo?: () => void
  /** by arrow keys: 1, ten by page keys, a tenth with shift */
  onSteps: (steps: number) => void
  /** Home, End, Enter */
  onKey?: Readonly<Record<string, () => void>>
}

/** The thread on one scale, with the value there: to be taken hold of by hand or by keys. */
export function Grip({
  frame,
  x,
  height,
  text,
  name,
  now,
  aloud,
  under,
  still,
  onHold,
  onLetGo,
  onSteps,
  onKey,
}: GripProps) {
  const at = frame.held(height),
    beyond = frame.beyond(height),
    w = text.length * 9.2 + 14
  return (
    <g
      className="grip"
      {...(still
        ? {}
        : {
            role: 'slider',
            tabIndex: 0,
            'aria-orientation': 'vertical' as const,
            'aria-label': name,
            'aria-valuenow': roundFigures(now, 6),
            'aria-valuetext': aloud,
            // the stage opens beneath when the hand lets go: nothing else moves while the thread is held
            ...held(({ y }) => onHold(frame.heightAt(y)), onLetGo),
            onKeyDown: keyed(onSteps, onKey),
          })}
    >
      <rect
        className="grab"
        x={x - 40}
        width={62}
        y={frame.top - 4}
        height={frame.bottom - frame.top + 8}
      />
      {beyond ? (
        <Arrow {...{ frame, x, beyond }} />
      ) : (
        <circle className="handle" cx={x} cy={at} r={7} />
      )}
      <rect className="chipbox" x={x - 16 - w} width={w + 5} y={at - 15} height={30} rx={3} />
      <text className="value" x={x - 16 - w / 2} y={at + 5.5} textAnchor="middle">
        {text}
      </text>
      {under && (
        <text className="unit under" x={x - 13} y={at + 32} textAnchor="end">
          {under}
        </text>
      )}
    </g>
  )
}

/** The thread lies beyond the window. */
const Arrow = ({ frame, x, beyond }: { frame: Along; x: number; beyond: 'above' | 'below' }) => {
  const [tip, base] =
    beyond === 'above' ? [frame.top, frame.top + 12] : [frame.bottom, frame.bottom - 12]
  return <path d={`M${x - 8},${base} L${x},${tip} L${x + 8},${base} Z`} fill="var(--doubt)" />
}
