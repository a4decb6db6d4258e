import { roundFigures } from '../../../core/quantity/index.ts'
import { familyOf } from '../../../core/curve/index.ts'

/** What a new channel is asked to reach, in the truth unit of its family. */
export type Needs = {
  low: number
  high: number
  bestLow: number
  bestHigh: number
  accuracy: number
}

/** What a kind of sensor is usually needed for. */
export function startOf(familyId: string): Needs {
  const { range, best, accuracy } = familyOf(familyId).needs
  return { low: range[0], high: range[1], bestLow: best[0], bestHigh: best[1], accuracy }
}

/**
 * Where it matters most, at the same share of a changed range as it has of the usual one, to a
 * hundredth of the range.
 */
export function withBest(needs: Needs, usual: Needs): Needs {
  const span = needs.high - needs.low
  if (!(span > 0)) return needs
  const step = 10 ** (Math.floor(Math.log10(span)) - 1)
  const at = (v: number): number =>
    roundFigures(
      Math.round((needs.low + (span * (v - usual.low)) / (usual.high - usual.low)) / step) * step,
      6,
    )
  const [bestLow, bestHigh] = [at(usual.bestLow), at(usual.bestHigh)].map((v) =>
    Math.min(needs.high, Math.max(needs.low, v)),
  ) as [number, number]
  return {
    ...needs,
    ...(bestLow < bestHigh ? { bestLow, bestHigh } : { bestLow: needs.low, bestHigh: needs.high }),
  }
}

/** What is wrong with a channel's name and needs, each by the box where it is mended; empty where nothing is. */
export function needsProblems(
  name: string,
  { low, high, bestLow, bestHigh, accuracy }: Needs,
  quantity: string,
): Record<string, string> {
  const wrong: Record<string, string> = {}
  if (name.trim() === '') wrong.name = 'Give the channel a name, such as Coolant, block outlet.'
  if (low >= high) wrong['needs.high'] = `The range must run from a low to a high ${quantity}.`
  else if (bestLow >= bestHigh || bestLow < low || bestLow >= high)
    wrong['needs.bestLow'] = 'Where it matters most must lie inside the range.'
  else if (bestHigh > high)
    wrong['needs.bestHigh'] = 'Where it matters most must lie inside the range.'
  if (!(accuracy > 0)) wrong['needs.accuracy'] = 'The accuracy needed must be above zero.'
  return wrong
}
