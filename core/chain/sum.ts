import type { Build, Channel } from '../build/types.ts'
import { inputOf } from '../build/find.ts'
import { assembleChain } from './spec.ts'
import { linearSpread } from './spread.ts'
import { prepareChain } from './chain.ts'
import { walkForward, type Walked } from './walk.ts'

/** One half of a sum, read by itself. */
export type SummedHalf = {
  read: string
  name: string
  device: string
  truth: number
  walked: Walked
  off: number
  half: number
}

export type Sum = {
  halves: SummedHalf[]
  shown: number
  off: number
  /** 95 % half-width: the halves' own, taken as independent */
  half: number
  problem: string | null
}

/**
 * Two halves on inputs of their own, added in the display: what each shows at a sum filled to the same share, `lean` of
 * it moved into the first, and what they add up to. The first reader of each element counts. `problem` says what is
 * missing; a channel that is no such pair has null.
 */
export function sumOfHalves(build: Build, channel: Channel, truth: number, lean = 0): Sum | null {
  if (channel.combine !== 'separate') return null
  const none = (problem: string): Sum => ({ halves: [], shown: NaN, off: NaN, half: NaN, problem })
  const parts = channel.elements
    .map((id) => channel.reads.find((r) => r.source.id === id))
    .map((read) => (read ? { read, assembled: assembleChain(build, read.id) } : null))
  const chains = parts.map((p) => (p?.assembled.spec ? prepareChain(p.assembled.spec) : null))
  const missing = parts.findIndex((p, i) => !p || !chains[i])
  if (missing >= 0)
    return none(parts[missing]?.assembled.problem ?? 'One half has no reader yet: add one.')
  const whole = chains.reduce((s, c) => s + c!.spec.range[1], 0)
  const level = chains.map((c) => (truth * c!.spec.range[1]) / whole)
  const room = [
    -level[0]!,
    level[1]! - chains[1]!.spec.range[1],
    level[1]!,
    chains[0]!.spec.range[1] - level[0]!,
  ] as const
  const moved = Math.min(room[2], room[3], Math.max(room[0], room[1], lean))
  try {
    const halves = parts.map((p, i): SummedHalf => {
      const chain = chains[i]!,
        at = level[i]! + (i === 0 ? moved : -moved),
        walked = walkForward(chain, at)
      return {
        read: p!.read.id,
        name: p!.assembled.sensor.element.name,
        device: inputOf(build, p!.read.input).device.name,
        truth: at,
        walked,
        off: walked.shown - at,
        half: linearSpread(chain, at).half.shown ?? 0,
      }
    })
    const shown = halves.reduce((s, h) => s + h.walked.shown, 0)
    return {
      halves,
      shown,
      off: shown - truth,
      half: Math.hypot(...halves.map((h) => h.half)),
      problem: null,
    }
  } catch (error) {
    return none((error as Error).message)
  }
}
