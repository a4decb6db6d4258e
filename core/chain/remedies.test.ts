import { triesOf } from '../tries.fixture.ts'
import { plainly, written, type Phrase } from '../quantity/index.ts'
import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import {
  assumed,
  type Build,
  type Edited,
  type Input,
  inputOf,
  measured,
  pathOf,
  type WiredRead,
} from '../build/index.ts'
import { orElse } from '../error.ts'
import { uniformStream } from '../math/index.ts'
import { assembleChain, errorAt, errorBudget, prepareChain, type BudgetLine } from './index.ts'
import { after } from './edited.ts'

const sample = saltmarshNine()

const PULL = /^pull (.+)$/
const RAIL = /^rail (.+)$/

/** Does to a build what a line of the budget advises, as the page would. */
function carriedOut(build: Build, readId: string, { id, remedy }: BudgetLine): Build | null {
  const { wired: read } = pathOf(build, readId)
  const inputs = build.devices.flatMap((d) => d.inputs)
  const own = inputOf(build, read.input).input
  const editInput = (patch: Partial<Input>): Build =>
    after(build, { kind: 'editInput', args: { input: own.id, patch } })
  const editRead = (patch: {
    wire?: Partial<WiredRead['wire']>
    face?: Partial<WiredRead['face']>
  }): Build => after(build, { kind: 'editRead', args: { id: readId, patch } } as Edited)
  const pullId = (PULL.exec(id) ?? RAIL.exec(id))?.[1]
  const input = inputs.find((i) => i.pulls.some((p) => p.id === pullId))
  const pull = input?.pulls.find((p) => p.id === pullId)
  const editPull = (patch: object): Build =>
    after(build, {
      kind: 'editPullUp',
      args: { input: input!.id, pull: pull!.id, patch },
    } as Edited)
  if (PULL.test(id))
    return isMeasuring(remedy)
      ? editPull({ ohm: measured(pull!.ohm.value) })
      : editPull({ tolerance: 0.001 })
  if (RAIL.test(id))
    return isMeasuring(remedy)
      ? editPull({ railV: measured(pull!.railV.value) })
      : pull!.railV.value === own.referenceV.value
        ? editPull({ toReference: true })
        : null
  if (id === 'signal wire' && isMeasuring(remedy))
    return editRead({ wire: { signalOhm: measured(read.wire.signalOhm.value) } })
  if (id === 'ground wire' && isMeasuring(remedy))
    return editRead({ wire: { groundOhm: measured(read.wire.groundOhm.value) } })
  if (id === 'ground offset')
    return isMeasuring(remedy)
      ? editRead({ wire: { groundOffsetV: measured(read.wire.groundOffsetV.value) } })
      : editInput({ differential: true })
  if (id === 'sensor supply')
    return editInput({ sensorSupply: { ...own.sensorSupply, toReference: true } })
  if (id === 'reference' && isMeasuring(remedy))
    return editInput({ referenceV: measured(own.referenceV.value) })
  if (id === 'count' && own.table?.axis !== 'counts')
    return own.counter
      ? editInput({ counter: { ...own.counter, gateS: 2 * own.counter.gateS } })
      : editInput({ bits: own.bits! + 1 })
  if (id === 'face') return editRead({ face: { decimals: read.face.decimals + 1 } })
  return null
}

/** A reader of the sample with an input described by chance: what is measured, how good it is, what feeds what. */
function someInput(build: Build, readId: string, seed: number): Build {
  const uniform = uniformStream(seed)
  const between = (low: number, high: number): number => low + (high - low) * uniform()
  const either = <T>(value: T): ReturnType<typeof measured<T>> =>
    uniform() < 0.5 ? measured(value) : assumed(value)
  const { wired: read } = pathOf(build, readId)
  const { input } = inputOf(build, read.input)
  const patch: Partial<Input> = {
    referenceTolerance: between(0.003, 0.05),
    referenceV: either(input.referenceV.value),
    pulls: input.pulls.map((p) => ({
      ...p,
      tolerance: between(0.001, 0.1),
      ohm: either(p.ohm.value),
      toReference: uniform() < 0.5,
      railV: either(input.referenceV.value),
    })),
    sensorSupply: {
      volt: either(input.sensorSupply.volt.value),
      toReference: uniform() < 0.5,
      tolerance: between(0.005, 0.05),
    },
  }
  const wire: Partial<WiredRead['wire']> = {
    signalOhm: either(between(0.05, 2)),
    groundOhm: either(between(0.05, 2)),
    groundOffsetV: either(between(-0.01, 0.02)),
  }
  const face = { decimals: Math.floor(between(0, 3)) }
  return after(after(build, { kind: 'editInput', args: { input: input.id, patch } }), {
    kind: 'editRead',
    args: { id: readId, patch: { wire, face } },
  } as Edited)
}

const reads = sample.channels
  .flatMap((c) => c.reads.map((r) => r.id))
  .filter((id) => assembleChain(sample, id).spec !== null)

describe('what a remedy would leave', () => {
  it('is what is left once it is carried out, for every cause of readers described by chance', () => {
    const carried = new Map<string, number>()
    for (let seed = 0; seed < triesOf(300, 90); seed++) {
      const read = reads[seed % reads.length]!
      const build = someInput(sample, read, seed)
      const { spec } = assembleChain(build, read)
      const chain = prepareChain(spec!)
      const at = spec!.best[0] + 0.4 * (spec!.best[1] - spec!.best[0])
      const budget = orElse(() => errorBudget(chain, at), null)
      if (!budget) continue
      for (const line of budget.lines.filter((l) => l.kind === 'spread')) {
        const done = carriedOut(build, read, line)
        if (done === null) continue
        const left = errorAt(prepareChain(assembleChain(done, read).spec!), at).band
        const said = line.worstAfter - Math.abs(budget.bias)
        expect(left / said, `${read} ${seed} at ${at}: ${line.id}, ${line.remedy}`).toBeGreaterThan(
          0.9,
        )
        expect(left / said, `${read} ${seed} at ${at}: ${line.id}, ${line.remedy}`).toBeLessThan(
          1.1,
        )
        const kind = line.id.split(' ')[0]!
        carried.set(kind, (carried.get(kind) ?? 0) + 1)
      }
    }
    for (const kind of ['pull', 'rail', 'signal', 'ground', 'sensor', 'reference', 'count', 'face'])
      expect(carried.get(kind), kind).toBeGreaterThan(triesOf(5, 1))
  })
})

const isMeasuring = (remedy: Phrase): boolean => written(remedy, plainly).startsWith('Measure')
