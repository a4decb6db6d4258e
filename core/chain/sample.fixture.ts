import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { readOf, type Build, type Input, type Read } from '../build/index.ts'
import { linspace } from '../math/index.ts'
import { after } from './edited.ts'
import { assembleChain } from './index.ts'

export { after, chainOf } from './edited.ts'

/** The sample as it ships, for tests of its chains. */
export const sample = saltmarshNine()

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
