import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { pathOf, type Build, type Input, type WiredRead } from '../build/index.ts'
import { linspace } from '../math/index.ts'
import { after } from './edited.ts'
import { assembleChain } from './index.ts'

export { after, chainOf } from './edited.ts'

/** The sample as it ships, for tests of its chains. */
export const sample = saltmarshNine()

/** The sample with one of its readers changed. */
export const withRead = (
  id: string,
  patch: (read: WiredRead) => Partial<Pick<WiredRead, 'wire' | 'face'>>,
): Build =>
  after(sample, { kind: 'editRead', args: { id, patch: patch(pathOf(sample, id).wired) } })

/** The sample with the input of a reader changed. */
export const sampleWithInput = (read: string, patch: Partial<Input>): Build =>
  after(sample, {
    kind: 'editInput',
    args: { input: pathOf(sample, read).input.id, patch },
  })

/** Seven truths over the inner four fifths of what a reader of the sample is asked for. */
export const inside = (read: string): number[] => {
  const { range } = assembleChain(sample, read).channel.needs
  return linspace(range[0] + 0.1 * (range[1] - range[0]), range[0] + 0.9 * (range[1] - range[0]), 7)
}
