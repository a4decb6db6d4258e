import { refusal } from '../error.ts'
import { figures, say, size, within, type Said } from '../quantity/said.ts'
import type { Build } from '../build/types.ts'
import { assembleChain, errorAt, prepareChain } from '../chain/index.ts'
import { familyOf } from '../curve/registry.ts'
import { findHousing } from './response.ts'

/** A sensor one might fit: what it is, and what only its owner knows of it. */
export type SensorCandidate = {
  id: string
  name: string
  /** a library curve of the family; null: the sensor that is fitted now, as it was measured */
  curve: string | null
  housing: string
  thread: string
  /** one in the drawer, or easily had */
  spare: boolean
  /** carries a second element for the old gauge */
  second: boolean
}

export type Judged = SensorCandidate & {
  /** |bias| + 95 % half-width at the place that matters, truth unit; null with the reason in `problem` */
  worst: number | null
  lagS: number
  /** falls short of the need, or does what is asked */
  goodEnough: boolean
  problem: string | null
}

export type Choice = {
  at: number
  need: number
  judged: Judged[]
  recommended: string | null
  why: Said
}

/**
 * Sensors side by side for one reader: each put into the same chain in turn, the table taken as made for it, and
 * judged by its error at the middle of what matters. Keeping the old one is a candidate like the others; sharing it
 * is recommended against where the other device spoils the reading.
 */
export function compareCandidates(
  build: Build,
  readId: string,
  candidates: readonly SensorCandidate[],
  medium: 'liquid' | 'air',
): Choice {
  const { channel, needs, element, sensor } = assembleChain(build, readId)
  const { best, accuracy } = needs
  const at = (best[0] + best[1]) / 2
  const judged = candidates.map((c): Judged => {
    const housing = findHousing(c.housing)
    const base = {
      ...c,
      lagS: medium === 'air' ? housing.airS : housing.liquidS,
      worst: null,
      goodEnough: false,
      problem: null,
    }
    try {
      // as fitted: its own points; otherwise a library curve and nothing measured
      const with_: Build =
        c.curve === null
          ? build
          : {
              ...build,
              elements: build.elements.map((e) =>
                e.id === element.id
                  ? { ...e, settings: { ...e.settings, assumedCurve: c.curve, transfer: null } }
                  : e,
              ),
              measurements: build.measurements.filter(
                (m) => !(m.about.kind === 'point' && m.about.element === element.id),
              ),
            }
      const { spec, problem } = assembleChain(with_, readId)
      if (!spec) return { ...base, problem }
      const { worst } = errorAt(prepareChain({ ...spec, table: null }), at)
      return { ...base, worst, goodEnough: worst <= accuracy }
    } catch (error) {
      return { ...base, problem: refusal(error).message }
    }
  })
  const good = judged.filter((j) => j.goodEnough)
  // of those that do: the spare at hand, then the quicker
  const pick =
    [...good].sort(
      (a, b) => Number(b.spare) - Number(a.spare) || a.lagS - b.lagS || a.worst! - b.worst!,
    )[0] ?? [...judged].filter((j) => j.worst !== null).sort((a, b) => a.worst! - b.worst!)[0]
  const shared = channel.reads.filter((r) => r.source.id === element.id).length > 1
  const unit = familyOf(sensor.family).truthUnit
  const spare = pick?.spare ? ', a spare is at hand' : ''
  const second =
    shared && !pick?.second
      ? ' A second device reads this sensor: one with a second element would free it.'
      : ''
  const why = !pick
    ? say('none-whole')`No candidate has a whole chain yet.`
    : !pick.goodEnough
      ? say('none-keeps')`None keeps ${within(accuracy, unit, 1)}; ${pick.name} comes nearest with
          ${size(pick.worst!, unit)}. Measure it: that narrows it most.`
      : say('keeps')`${pick.name} keeps ${within(accuracy, unit, 1)}${spare}, and follows in
          ${figures(pick.lagS, 3)} s.${second}`
  return { at, need: accuracy, judged, recommended: pick?.id ?? null, why }
}
