import type { Chain, SpreadAt, StageId, Walked } from '../../../../core/chain/index.ts'
import { familyOf } from '../../../../core/curve/index.ts'
import type { ScalesFrame } from './frame.ts'

/** A place of the thread: where it is drawn, at which height, and its 95 % half-width. */
export type ThreadPlace = { id: StageId; value: number; x: number; height: number; half: number }

/** Where a thread passes, as places on the paper. */
export type ThreadPlaces = {
  places: ThreadPlace[]
  /** of several sensors read as one, each */
  parts: { truth: number; signal: number; x: number; height: number }[]
  /** what the truth is first turned into, on a scale of its own; null where it is not */
  turned: { x: number; height: number; half: number; value: number } | null
  /** what the thread passes through, and the outline of its ribbon */
  through: Point[]
  ribbon: Point[]
}
type Point = { x: number; height: number }

/** Where the thread of a chain passes at a truth. */
export function threadOf(
  { spec }: Chain,
  walked: Walked,
  spread: SpreadAt,
  truth: number,
  frame: ScalesFrame,
): ThreadPlaces {
  const places = walked.stages.map((s, i) => ({
    ...s,
    x: frame.stageX(i),
    height: Number.isFinite(s.height) ? s.height : walked.shown,
    half: spread.half[s.id] ?? 0,
  }))
  const { between } = familyOf(spec.sensor.family)
  const turned = between
    ? { x: frame.betweenX(0), height: truth, half: 0, value: between.at(spec.sensor.curve, truth) }
    : null
  const through = turned ? [places[0]!, turned, ...places.slice(1)] : places
  return {
    places,
    parts: walked.parts.map((p, i) => ({ ...p, x: frame.betweenX(i) })),
    turned,
    through,
    ribbon: [
      ...through.map((p) => ({ x: p.x, height: p.height + p.half })),
      ...through.toReversed().map((p) => ({ x: p.x, height: p.height - p.half })),
    ],
  }
}

/** Places as the points of an SVG line. */
export const polylineOf =
  (frame: ScalesFrame) =>
  (of: readonly Point[]): string =>
    of.map((p) => `${p.x},${frame.held(p.height)}`).join(' ')
