import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { readingAt } from '../whole/index.ts'
import { expectedReadings } from '../prove/index.ts'
import { chainOf } from './edited.ts'
import { errorBudget, readStatus, linearSpread, walkBackward, walkForward } from './index.ts'
import { readOf } from '../build/find.ts'
import { SHARES } from './shares.ts'
import { heightOf, idealValue, stageBy, STAGES, type Stage } from './stages.ts'

const build = saltmarshNine()
/** A frame on a data bus: tenths of what the device's table gives, from −100. */
const FRAME: Stage = {
  id: 'frame',
  name: 'in the frame',
  where: 'in the frame',
  unit: () => 'counts',
  editedAt: 'table',
  stands: ({ converter }) => converter !== null,
  ideal: (_, truth) => (truth + 100) * 10,
  height: (_, value) => value / 10 - 100,
  real: (_, { shown }) => Math.round((shown + 100) * 10),
  back: (chain, value) => walkBackward(chain, 'shown', value / 10 - 100),
  doubtOf: 'face',
  restsOn: () => [],
}
const AT = 92

describe('a made-up stage put into the list', () => {
  beforeEach(() => void STAGES.splice(STAGES.indexOf(stageBy('shown')), 0, FRAME))
  afterEach(() => void STAGES.splice(STAGES.indexOf(FRAME), 1))

  it('stands in every chain it belongs to, before what is shown, and in no other', () => {
    expect(chainOf(build, 'rd-coolant').spec.stages.slice(-3)).toEqual([
      'converter',
      'frame',
      'shown',
    ])
    expect(chainOf(build, 'rd-wheel').spec.stages).toContain('frame')
    // a needle gauge has no converter
    expect(chainOf(build, 'rd-oil-gauge').spec.stages).not.toContain('frame')
  })
  it('is walked forward and back, and has its scale', () => {
    const chain = chainOf(build, 'rd-coolant')
    const { stages, shown } = walkForward(chain, AT)
    const { value, height } = stages.find((s) => s.id === 'frame')!
    expect(value).toBe(Math.round((shown + 100) * 10))
    expect(height).toBeCloseTo(shown, 1)
    expect(walkBackward(chain, 'frame', value)[0]).toBeCloseTo(AT, 0)
    expect(heightOf(chain, 'frame', idealValue(chain, 'frame', 40))).toBeCloseTo(40, 9)
  })
  it('has its band, its expected reading and its basis', () => {
    const chain = chainOf(build, 'rd-coolant')
    const { half } = linearSpread(chain, AT)
    expect(half.frame!).toBeGreaterThanOrEqual(half.converter! * 0.9)
    const expected = expectedReadings(chain, AT).find((e) => e.stage === 'frame')!
    expect(expected.high - expected.low).toBeCloseTo(20 * half.frame!, 0)
    expect(chain.spec.basis.frame).toBe(chain.spec.basis.converter)
  })
  it('leaves the status, the budget and what is shown as they were', () => {
    const { read } = readOf(build, 'rd-coolant')
    const { ratio } = readStatus(build, read)
    const { shown, stages } = readingAt(build, 'rd-coolant', AT)
    const budget = errorBudget(chainOf(build, 'rd-coolant'), AT)
    expect(stages.map((s) => s.id)).toContain('frame')
    STAGES.splice(STAGES.indexOf(FRAME), 1)
    const fresh = saltmarshNine()
    expect(readStatus(fresh, readOf(fresh, 'rd-coolant').read).ratio).toBeCloseTo(ratio, 12)
    expect(readingAt(fresh, 'rd-coolant', AT).shown).toBe(shown)
    expect(errorBudget(chainOf(fresh, 'rd-coolant'), AT).worst).toBeCloseTo(budget.worst, 12)
    STAGES.splice(STAGES.indexOf(stageBy('shown')), 0, FRAME)
  })
})

it('every stage and share of the lists has a name, and a place that edits it', () => {
  for (const { name, where, editedAt } of STAGES)
    expect([name, where, editedAt].every((s) => s.length > 2)).toBe(true)
  expect(new Set(STAGES.map((s) => s.id)).size).toBe(STAGES.length)
  for (const { bends } of SHARES) if (bends) expect(STAGES).toContain(stageBy(bends))
  expect(() => stageBy('gearbox')).toThrow(RangeError)
})
