import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { keyOn, readingAt } from '../whole/index.ts'
import { expectedReadings } from '../prove/index.ts'
import { normalStream, uniformStream } from '../math/index.ts'
import { chainOf } from './edited.ts'
import {
  errorBudget,
  isReaderProven,
  judgeTable,
  linearSpread,
  monteCarlo,
  prepareChain,
  proposeTable,
  readStatus,
  walkBackward,
  walkForward,
  whyReaderLapsed,
} from './index.ts'
import { inputOf } from '../build/find.ts'
import { heightOf, idealValue, shareBy, shares, stageBy, STAGES, type Step } from './stages.ts'
import { pathOf } from '../build/index.ts'

/** A display that shows half of what the device's table gives: its perfect one shows all of it. */
const HALVED: Step = {
  id: 'halved',
  name: 'on the display',
  where: 'on the display',
  unit: ({ truthUnit }) => truthUnit,
  inTruth: true,
  editedAt: 'face',
  share: {
    id: 'display',
    label: 'display',
    name: 'the display',
    bends: 'halved',
    editedAt: 'face',
    remedy: 'Look at what the display makes of it.',
  },
  stands: ({ converter }) => converter !== null,
  ideal: (_, truth) => truth,
  height: (_, value) => value,
  scale: (_, before) => before / 2,
  back: (_, value) => [2 * value],
  perUnit: () => 1,
  isStraight: () => false,
  causes: () => [],
  restsOn: () => [],
}
const { inTruth: _, ...INSIDE } = HALVED
/** A frame on a data bus: tenths of what stands before it, from −100, in two bytes; and what is made of it. */
const FRAME: Step = {
  ...INSIDE,
  id: 'frame',
  name: 'in the frame',
  where: 'in the frame',
  unit: () => 'counts',
  share: { ...HALVED.share, id: 'frame', label: 'frame', name: 'the frame', bends: 'decoded' },
  ideal: (_, truth) => (truth + 100) * 10,
  height: (_, value) => value / 10 - 100,
  scale: (_, before) => (before + 100) * 10,
  cut: (_, value) => Math.min(2000, Math.max(0, value)),
  back: (_, value) => [value / 10 - 100],
  perUnit: () => 0.1,
  isStraight: () => true,
  causes: () => [
    {
      ...{ id: 'frame count', share: 'frame', label: 'one count of the frame', kind: 'uniform' },
      ...{ size: 0.5, at: 'frame', remedy: { text: 'A frame of finer steps.', leaves: 0.1 } },
    },
  ],
}
const DECODED: Step = {
  ...HALVED,
  id: 'decoded',
  share: FRAME.share,
  scale: (_, before) => before / 10 - 100,
  back: (_, value) => [(value + 100) * 10],
}

const AT = 92
const READ = 'rd-coolant'
/** Another every time: what is computed is kept beside the record it was computed from. */
const fresh = () => structuredClone(saltmarshNine())

const put = (...steps: Step[]): void => {
  beforeEach(() => void STAGES.push(...steps))
  afterEach(() => void STAGES.splice(-steps.length))
}

/** All that a person reads of one reader. */
function told(): Record<string, number | string> {
  const build = fresh()
  const { wired: read } = pathOf(build, READ)
  const chain = chainOf(build, READ)
  const { input } = inputOf(build, read.input)
  const proposed = proposeTable(chain, input.table!, 'best', { at: '', name: '' })
  const { half } = linearSpread(chain, AT)
  return {
    shown: readingAt(build, READ, AT).shown,
    bias: readingAt(build, READ, AT).bias,
    band: readingAt(build, READ, AT).band,
    half: half[chain.spec.stages.at(-1)!]!,
    budget: errorBudget(chain, AT).worst,
    ratio: readStatus(build, read).ratio,
    firstCell: proposed.table.y[0]!,
    worst: judgeTable(chain, input.table!, input.table!.entered!).worst,
    keyOn: String(keyOn(build, READ, AT, { shown: 92 }).agrees),
    proof: String(isReaderProven(build, READ)),
  }
}

const plain = told()

describe('a made-up step that halves the display', () => {
  put(HALVED)

  it('stands last in every chain it belongs to, and in no other', () => {
    expect(chainOf(fresh(), READ).spec.stages.slice(-3)).toEqual(['converter', 'shown', 'halved'])
    expect(chainOf(fresh(), 'rd-wheel').spec.stages).toContain('halved')
    // a needle gauge has no converter
    expect(chainOf(fresh(), 'rd-oil-gauge').spec.stages).not.toContain('halved')
  })
  it('moves shown, bias, band, budget, status, the table, the check and what a proof rests on', () => {
    const now = told()
    expect(now.shown).toBeCloseTo((plain.shown as number) / 2, 9)
    expect(now.bias).toBeCloseTo((plain.shown as number) / 2 - AT, 9)
    expect(now.half).toBe(now.band)
    expect(now.budget).toBeCloseTo(AT - (now.shown as number) + (now.band as number), 9)
    expect(now.ratio).toBeGreaterThan(5 * (plain.ratio as number))
    // the table that makes it good holds twice as much, as far as the device can
    expect(now.worst).toBeGreaterThan(20)
    expect(now.firstCell).not.toBeCloseTo(plain.firstCell as number, 1)
    expect([plain.keyOn, now.keyOn]).toEqual(['true', 'false'])
    expect([plain.proof, now.proof]).toEqual(['true', 'false'])
    expect(whyReaderLapsed(fresh(), READ)).toHaveLength(1)
  })
  it('halves the doubt of all before it as well', () => {
    const chain = chainOf(fresh(), READ)
    const { half } = linearSpread(chain, AT)
    expect(half.halved! / half.shown!).toBeCloseTo(0.5, 6)
  })
  it('is what the error is put down to', () => {
    const { biases, shown } = walkForward(chainOf(fresh(), READ), AT)
    expect(biases.find((b) => b.share === 'display')!.bias).toBeCloseTo(-shown, 9)
    expect(errorBudget(chainOf(fresh(), READ), AT).lines[0]!.id).toBe('bias display')
    expect(shareBy('display').name).toBe('the display')
  })
  it('a table proposed for it shows the truth again', () => {
    const build = fresh()
    const chain = chainOf(build, READ)
    const { input } = pathOf(build, READ)
    const spec = { ...input.table!, valueRange: [-200, 600] as [number, number] }
    const { table, worst } = proposeTable(chain, spec, 'best', { at: '', name: '' })
    expect(worst).toBeLessThan(3)
    const { x, y } = table
    const { axis, beyond } = spec
    const entered = prepareChain({ ...chain.spec, table: { x, y, axis, beyond } })
    expect(Math.abs(walkForward(entered, AT).shown - AT)).toBeLessThan(2)
  })
  it('is gone through backward, and by the draws', () => {
    const chain = chainOf(fresh(), READ)
    const { shown } = walkForward(chain, AT)
    expect(walkBackward(chain, 'halved', shown)[0]).toBeCloseTo(AT, 6)
    const uniform = uniformStream(1)
    const drawn = monteCarlo(chain, AT, { draws: 2000, normal: normalStream(uniform), uniform })
    expect(drawn.middle).toBeCloseTo(shown - AT, 0)
  })
})

describe('a frame on a data bus, and what a display makes of it', () => {
  put(FRAME, DECODED)

  it('is walked forward and back, and has its scale', () => {
    const chain = chainOf(fresh(), READ)
    const { stages, shown } = walkForward(chain, AT)
    const { value, height } = stages.find((s) => s.id === 'frame')!
    expect(shown).toBeCloseTo(plain.shown as number, 9)
    expect(value).toBeCloseTo((shown + 100) * 10, 9)
    expect(height).toBeCloseTo(shown, 9)
    expect(walkBackward(chain, 'frame', value)[0]).toBeCloseTo(AT, 6)
    expect(heightOf(chain, 'frame', idealValue(chain, 'frame', 40))).toBeCloseTo(40, 9)
  })
  it('cuts what it cannot hold', () => {
    const chain = chainOf(fresh(), READ)
    const table = { ...chain.spec.table!, y: chain.spec.table!.y.map((v) => v + 40) }
    expect(walkForward(prepareChain({ ...chain.spec, table }), AT).shown).toBe(100)
  })
  it('adds its rounding to the band, and a line to the budget', () => {
    const chain = chainOf(fresh(), READ)
    const { sigma } = linearSpread(chain, AT)
    const own = (0.1 * 0.5) / Math.sqrt(3)
    expect(sigma.decoded! ** 2 - sigma.shown! ** 2).toBeCloseTo(own ** 2, 9)
    const uniform = uniformStream(1)
    const drawn = monteCarlo(chain, AT, { draws: 20_000, normal: normalStream(uniform), uniform })
    expect(drawn.sigma / sigma.decoded!).toBeGreaterThan(0.97)
    expect(drawn.sigma / sigma.decoded!).toBeLessThan(1.03)
  })
  it('has its expected reading and its basis', () => {
    const chain = chainOf(fresh(), READ)
    const { half } = linearSpread(chain, AT)
    const expected = expectedReadings(chain, AT).find((e) => e.stage === 'frame')!
    expect(expected.high - expected.low).toBeCloseTo(20 * half.frame!, 0)
    expect(chain.spec.basis.frame).toBe(chain.spec.basis.converter)
  })
})

it('every stage and share of the lists has a name, and a place that edits it', () => {
  for (const { name, where, editedAt } of STAGES)
    expect([name, where, editedAt].every((s) => s.length > 2)).toBe(true)
  expect(new Set(STAGES.map((s) => s.id)).size).toBe(STAGES.length)
  expect(new Set(shares().map((s) => s.id)).size).toBe(shares().length)
  for (const { bends } of shares()) if (bends) expect(STAGES).toContain(stageBy(bends))
  expect(() => stageBy('gearbox')).toThrow(RangeError)
})
