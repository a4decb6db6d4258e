import { refusal } from '../error.ts'
import type { Build, Channel } from '../build/types.ts'
import { wiredReads } from '../build/find.ts'
import { prepareChain, type Chain } from './chain.ts'
import { sourceBy } from './source.ts'
import { assembleChain, type Assembled } from './spec.ts'
import { linearSpread } from './spread.ts'
import { walkForward, type Walked } from './walk.ts'

/** One part of a sum, read by itself. */
export type SummedPart = {
  read: string
  name: string
  device: string
  truth: number
  walked: Walked
  off: number
  /** 95 % half-width, truth unit */
  half: number
}

export type Sum = {
  parts: SummedPart[]
  shown: number
  off: number
  /** 95 % half-width: the parts' own, taken as independent */
  half: number
  problem: string | null
}

/**
 * What the readers of a channel show together, where each reads a part and a display adds them: at a truth all parts
 * of which are filled to the same share. The first reader of each sensor counts. `problem` says what is missing; null
 * for a channel whose readers read all of it.
 */
export function sumOfReaders(build: Build, channel: Channel, truth: number): Sum | null {
  if (!sourceBy(channel).adds) return null
  const none = (problem: string): Sum => ({ parts: [], shown: NaN, off: NaN, half: NaN, problem })
  const readers = channel.elements
    .map((id) => wiredReads(channel).find((r) => r.source.id === id))
    .map((read) => (read ? assembleChain(build, read.id) : null))
  const chains = readers.flatMap((r) =>
    r?.spec ? [{ assembled: r, chain: prepareChain(r.spec) }] : [],
  )
  if (chains.length < readers.length) {
    const missing = readers.find((r) => !r?.spec)
    return none(missing?.problem ?? 'One half has no reader yet: add one.')
  }
  const whole = chains.reduce((s, { chain }) => s + chain.spec.range[1], 0)
  try {
    const parts = chains.map(({ assembled, chain }) =>
      partAt(assembled, chain, (truth * chain.spec.range[1]) / whole),
    )
    const shown = parts.reduce((s, p) => s + p.walked.shown, 0)
    const half = Math.hypot(...parts.map((p) => p.half))
    return { parts, shown, off: shown - truth, half, problem: null }
  } catch (error) {
    return none(refusal(error).message)
  }
}

function partAt({ read, sensor, sends }: Assembled, chain: Chain, truth: number): SummedPart {
  const walked = walkForward(chain, truth)
  return {
    read: read.id,
    name: sensor.element.name,
    device: sends.name,
    truth,
    walked,
    off: walked.shown - truth,
    half: linearSpread(chain, truth).band,
  }
}
