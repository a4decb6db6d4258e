import { applyChange, type Build } from '../core/build/index.ts'
import { readStatus } from '../core/chain/index.ts'
import { EchtError } from '../core/error.ts'
import { uniformStream } from '../core/math/index.ts'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { drawing, randomEdit, type Draw } from './randomEdits.ts'

/** A build with one random edit more, or the same where it was refused. */
function slipped(build: Build, draw: Draw, id: () => string): Build {
  try {
    const stamp = { id: id(), at: '2026-11-27T10:00:00Z', by: '' }
    return applyChange(build, randomEdit(build, draw, id), stamp)
  } catch (error) {
    if (error instanceof EchtError) return build
    throw error
  }
}

/**
 * So many readers of builds into which numbers slipped: each must have a status, whatever was typed. A few slips
 * are heaped upon each other, then it begins again. Throws an `Error` that names the reader.
 */
export function slips(tries: number, seed: number): { tries: number; outcome: string } {
  const draw = drawing(uniformStream(seed))
  let made = 0
  const id = (): string => `s${++made}`
  const sample = { ...saltmarshNine(), changes: [] }
  const states: Record<string, number> = {}
  for (let i = 0; i < tries;) {
    let build: Build = sample
    const heap = 1 + draw.below(6)
    for (let k = 0; k < heap; k++) build = slipped(build, draw, id)
    for (const channel of build.channels)
      for (const read of channel.reads) {
        const before = sample.channels.find((c) => c.id === channel.id)
        // what no slip touched was looked at already
        if (before === channel && build.devices === sample.devices && draw.uniform() < 0.9) continue
        try {
          const { state } = readStatus(build, read)
          states[state] = (states[state] ?? 0) + 1
        } catch (error) {
          throw new Error(`try ${i}: no status of ${read.id}: ${String(error)}`)
        }
        i++
      }
  }
  return {
    tries,
    outcome: Object.entries(states)
      .map(([s, n]) => `${n} ${s}`)
      .join(', '),
  }
}
