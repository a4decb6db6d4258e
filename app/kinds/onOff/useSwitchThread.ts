import { useState } from 'react'
import type { OnOffStatus } from '../../../core/onOff/index.ts'
import { switchNow, type SwitchNow } from './switchNow.ts'

/** The thread of a switch as it is drawn up and down: what it was stays with it between the thresholds. */
export function useSwitchThread(
  status: OnOffStatus,
  range: readonly [number, number],
): { now: SwitchNow; moveTo: (truth: number) => void } {
  const [low, high] = range
  const [held, setHeld] = useState<{ truth: number; closed: boolean } | null>(null)
  const within = (v: number): number => Math.min(high, Math.max(low, v))
  const atRest = switchNow(status, range, low, false)
  const truth = within(held?.truth ?? low + (high - low) * REST)
  const now = switchNow(status, range, truth, held?.closed ?? atRest.closed)
  const moveTo = (to: number): void => {
    const at = within(to)
    setHeld({ truth: at, closed: switchNow(status, range, at, now.closed).closed })
  }
  return { now, moveTo }
}

/** Where the thread lies until somebody draws it: this share of the range above its low end. */
const REST = 0.1
