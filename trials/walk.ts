import {
  applyChange,
  checkBuild,
  readBuild,
  redo,
  undo,
  writeBuild,
  type Build,
} from '../core/build/index.ts'
import { EchtError } from '../core/error.ts'
import { readStatus } from '../core/chain/index.ts'
import { uniformStream } from '../core/math/index.ts'
import { drawing, randomEdit } from './randomEdits.ts'

type WalkTally = {
  steps: number
  edited: number
  refused: number
  undone: number
  reloaded: number
}

/**
 * A random walk through the record: edits, undo, redo, and now and then through a file and back. After every step
 * the build must pass the whole check; throws an `Error` that names the step where it does not.
 */
export function walk(start: Build, steps: number, seed: number, statusEvery = 0): WalkTally {
  const draw = drawing(uniformStream(seed))
  let build = start
  let made = 0
  const id = (): string => `w${seed}-${++made}`
  const stamp = () => ({ id: id(), at: '2026-11-27T10:00:00Z', by: '' })
  const count: WalkTally = { steps, edited: 0, refused: 0, undone: 0, reloaded: 0 }
  for (let step = 0; step < steps; step++) {
    const what = draw.uniform()
    let did = ''
    try {
      if (what < 0.02) {
        did = 'a file out and in'
        build = readBuild(writeBuild(build)).build
        count.reloaded++
      } else if (what < 0.25) {
        did = draw.uniform() < 0.6 ? 'undo' : 'redo'
        build = (did === 'undo' ? undo : redo)(build, stamp())
        count.undone++
      } else {
        const edit = randomEdit(build, draw, id)
        did = JSON.stringify(edit).slice(0, 300)
        build = applyChange(build, edit, stamp())
        count.edited++
      }
    } catch (error) {
      if (!(error instanceof EchtError)) throw new Error(`step ${step}, ${did}: ${String(error)}`)
      count.refused++
    }
    requireValid(build, `step ${step}, ${did}`)
    if (statusEvery > 0 && step % statusEvery === 0) requireStatus(build, `step ${step}, ${did}`)
  }
  return count
}

function requireValid(build: Build, after: string): void {
  try {
    checkBuild(build)
  } catch (error) {
    throw new Error(`not valid after ${after}: ${(error as Error).message}`)
  }
}

function requireStatus(build: Build, after: string): void {
  for (const channel of build.channels)
    for (const read of channel.reads) {
      try {
        readStatus(build, read)
      } catch (error) {
        throw new Error(`no status of ${read.id} after ${after}: ${String(error)}`)
      }
    }
}
