import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import {
  applyChange,
  readOf,
  type Build,
  type Edited,
  type Input,
  type Read,
} from '../build/index.ts'
import { linspace } from '../math/index.ts'
import { assembleChain, prepareChain, type Chain } from './index.ts'

/** The sample as it ships, for tests of its chains. */
export const sample = saltmarshNine()

let made = 0

/** A build after some changes. */
export const after = (build: Build, ...changes: Edited[]): Build =>
  changes.reduce(
    (b, change) => applyChange(b, change, { id: `t${++made}`, at: '2026-11-24T20:00:00Z', by: '' }),
    build,
  )

/** The chain of a reader; the test fails where there is none. */
export const chainOf = (build: Build, read: string): Chain =>
  prepareChain(assembleChain(build, read).spec!)

/** The sample with one of its readers changed. */
export const withRead = (id: string, patch: (read: Read) => Partial<Read>): Build =>
  after(sample, { kind: 'editRead', args: { id, patch: patch(readOf(sample, id).read) } })

/** The sample with the input of a reader changed. */
export const withInput = (read: string, patch: Partial<Input>): Build =>
  after(sample, {
    kind: 'editInput',
    args: { input: readOf(sample, read).read.input, patch },
  })

/** Seven truths over the inner four fifths of what a reader of the sample is asked for. */
export const inside = (read: string): number[] => {
  const { range } = assembleChain(sample, read).channel.needs
  return linspace(range[0] + 0.1 * (range[1] - range[0]), range[0] + 0.9 * (range[1] - range[0]), 7)
}
