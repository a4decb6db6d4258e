import { describe, expect, it } from 'vitest'
import { applyChange, checkBuild, writeBuild, type Build } from '../../../core/build/index.ts'
import { groundPicture, groundSlopes, planOf } from '../../../core/earths/index.ts'
import {
  measuredStraps,
  proposeRepairs,
  solvedGround,
  type Repair,
} from '../../../core/ground/index.ts'
import { saltmarshNine } from '../../../demo/saltmarshNine.ts'
import { repairEdit, repairText, schemeText } from './words.ts'

const whole = saltmarshNine()
// nothing measured on the wiring: what is carried out is then what was tried
const sample: Build = {
  ...whole,
  measurements: whole.measurements.filter((m) => m.about.kind !== 'drop'),
  changes: [],
}
const STATE = 'state-all'
const slopes = groundSlopes(sample)

const now = (build: Build) => {
  const { solved } = solvedGround(build)
  return { solved, measured: measuredStraps(build, solved) }
}
/** The worst reader's error over its need, as the page draws it. */
function worst(build: Build): number {
  const { solved } = solvedGround(build)
  const { costs } = groundPicture({ ...solved!.ground, ...solved!.estimate }, slopes, STATE)
  return Math.max(...costs.filter((c) => !c.overridden).map((c) => c.share))
}

const plan = planOf(sample, solvedGround(sample).solved!, slopes, STATE)
const tried = proposeRepairs(plan, 1000)
const kinds = [...new Set(tried.map((t) => t.repair.kind))]

describe('a repair that is carried out', () => {
  it('is of most kinds that there are', () => {
    expect(kinds.length).toBeGreaterThanOrEqual(4)
  })
  it.each(kinds)('%s leaves what was said it would leave', (kind) => {
    for (const { repair, after } of tried.filter((t) => t.repair.kind === kind)) {
      const edit = repairEdit(sample, now(sample), repair)
      const stamp = { id: 'c', at: '2026-11-27T10:00:00Z', by: '' }
      const then = applyChange(sample, edit!, stamp)
      expect(checkBuild(JSON.parse(writeBuild(then))).build).toEqual(then)
      const left = worst(then)
      expect(
        Math.abs(left - after),
        `${repairText(sample, repair)}: ${left}, said ${after}`,
      ).toBeLessThan(0.03 * after + 0.02)
    }
  })
  it('is none where what it is about has gone since', () => {
    for (const repair of [
      { kind: 'double-wire', wire: 'gone' },
      { kind: 'move-ground', node: 'gone', to: 'gp-battery' },
    ] satisfies Repair[])
      expect(repairEdit(sample, now(sample), repair)).toBe(null)
  })
})

describe('words', () => {
  it('name each thing of a repair, and none by its id', () => {
    for (const { repair } of tried) {
      const text = repairText(sample, repair)
      expect(text).not.toMatch(/\b(gp|gs|gl|rd)-/)
      expect(text.length).toBeGreaterThan(15)
    }
  })
  it('say of what was removed that it was', () => {
    expect(repairText(sample, { kind: 'move-return', load: 'gone', to: 'gone' })).toContain(
      'a post since removed',
    )
  })
  it('say every scheme', () => {
    for (const power of ['as-it-is', 'block', 'battery', 'stud'] as const)
      for (const sensors of ['as-they-are', 'at-the-unit', 'local'] as const) {
        const said = schemeText({ power, sensors } as Parameters<typeof schemeText>[0])
        expect(said.power.length * said.sensors.length).toBeGreaterThan(0)
      }
  })
})
