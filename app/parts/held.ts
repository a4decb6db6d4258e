import type { KeyboardEvent, PointerEvent } from 'react'

export type InDrawing = { x: number; y: number }

/** Where a pointer is within the drawing of what it is over, px. */
export function placeIn(e: PointerEvent): InDrawing {
  const svg = (e.currentTarget as SVGElement).ownerSVGElement ?? e.currentTarget
  const box = svg.getBoundingClientRect()
  return { x: e.clientX - box.left, y: e.clientY - box.top }
}

/** What makes a part of a drawing something to take hold of: it is told where the hand is until that lets go. */
export function held(onHold: (at: InDrawing) => void, onLetGo?: () => void) {
  return {
    onPointerDown: (e: PointerEvent): void => {
      e.currentTarget.setPointerCapture(e.pointerId)
      onHold(placeIn(e))
    },
    onPointerMove: (e: PointerEvent): void => {
      if (e.currentTarget.hasPointerCapture(e.pointerId)) onHold(placeIn(e))
    },
    onPointerUp: (e: PointerEvent): void => {
      if (e.currentTarget.hasPointerCapture(e.pointerId)) onLetGo?.()
    },
  }
}

const STEPS: Readonly<Record<string, number>> = {
  ArrowUp: 1,
  ArrowDown: -1,
  PageUp: 10,
  PageDown: -10,
}

/** Arrow keys as steps: 1, ten by page keys, a tenth with shift; other keys by their names. */
export const keyed =
  (onSteps: (steps: number) => void, onKey: Readonly<Record<string, () => void>> = {}) =>
  (e: KeyboardEvent): void => {
    const steps = STEPS[e.key],
      other = onKey[e.key]
    if (steps === undefined && !other) return
    e.preventDefault()
    if (steps !== undefined) onSteps(e.shiftKey ? steps / 10 : steps)
    else other!()
  }
