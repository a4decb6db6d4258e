import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { applyChange, checkBuild, writeBuild, type Build } from '../build/index.ts'
import {
  proposeRepairs,
  REPAIRS,
  repaired,
  repairEdit,
  repairsOf,
  repairText,
  solvedGround,
  worstShare,
  type Repair,
} from '../ground/index.ts'
import { orElse } from '../error.ts'
import { groundPicture, groundSlopes, planOf } from './index.ts'

const STATE = 'state-all'
const whole = saltmarshNine()
const slopes = groundSlopes(whole)

/** The worst reader's error over its need, as the page draws it. */
function worst(build: Build): number {
  const { solved } = solvedGround(build)
  const { costs } = groundPicture({ ...solved!.ground, ...solved!.estimate }, slopes, STATE)
  return Math.max(...costs.filter((c) => !c.overridden).map((c) => c.share))
}

let made = 0
const newId = (): string => `repair-${++made}`
const edited = (build: Build, repair: Repair): Build => {
  const edit = repairEdit({ build, newId }, solvedGround(build).solved!, repair, AT)
  return applyChange(build, edit!, { id: newId(), at: AT, by: '' })
}
const AT = '2026-11-27T10:00:00Z'

const turned = (build: Build): Build => ({
  ...build,
  straps: build.straps.map((s) => ({ ...s, a: s.b, b: s.a, jointA: s.jointB, jointB: s.jointA })),
})
const unmeasured = (build: Build): Build => ({
  ...build,
  measurements: build.measurements.filter((m) => m.about.kind !== 'drop'),
})
/** A shield grounded at both ends between two places that differ, and dirty joints, so that every kind is there. */
const spoilt = (build: Build): Build => ({
  ...build,
  straps: build.straps.map((s) => ({ ...s, jointA: 'dirty', jointB: 'dirty', ohm: null })),
})

const BUILDS: Record<string, Build> = {
  'as it was drawn and measured': whole,
  'drawn the other way round': turned(whole),
  'without measured drops': unmeasured(whole),
  'without drops, the other way round': turned(unmeasured(whole)),
  'with dirty joints': spoilt(unmeasured(whole)),
  'with dirty joints, measured, the other way round': turned(spoilt(whole)),
}

/** Changes of each kind that are looked at. */
const EACH = 6

describe.each(Object.entries(BUILDS))('grounds %s', (_, drawn) => {
  const build: Build = { ...drawn, changes: [] }
  const plan = planOf(build, solvedGround(build).solved!, slopes, STATE)
  const all = repairsOf(plan)

  it.each(Object.keys(REPAIRS) as Repair['kind'][])(
    '%s, carried out on the record, leaves what it was said to leave',
    (kind) => {
      const own = all.filter((r) => r.kind === kind)
      // joints that are clean already are not cleaned
      if (own.length === 0) expect(kind).toBe('clean-joint')
      const stride = Math.max(1, Math.floor(own.length / EACH))
      let solved = 0
      for (const repair of own.filter((_, i) => i % stride === 0)) {
        const model = repaired(plan, repair)
        // what would leave something hanging from nothing is never proposed
        const said = model && orElse(() => worstShare(model), null)
        if (said === null) continue
        solved++
        const then = edited(build, repair)
        expect(checkBuild(JSON.parse(writeBuild(then))).build).toEqual(then)
        const left = worst(then)
        const words = repairText(build, repair)
        expect(Math.abs(left - said), `${words}: ${left}, said ${said}`).toBeLessThan(0.01 * said)
      }
      if (own.length > 0) expect(solved).toBeGreaterThan(0)
    },
  )
})

it('a repair of what has gone changes nothing', () => {
  for (const repair of [
    { kind: 'double-wire', wire: 'gone' },
    { kind: 'clean-joint', wire: 'gone' },
    { kind: 'move-ground', node: 'gone', to: 'gp-battery' },
  ] satisfies Repair[])
    expect(repairEdit({ build: whole, newId }, solvedGround(whole).solved!, repair, AT)).toBe(null)
  expect(repairText(whole, { kind: 'move-return', load: 'gone', to: 'gone' })).toContain(
    'a post since removed',
  )
})

it('the words of a repair name each thing, and none by its id', () => {
  const plan = planOf(whole, solvedGround(whole).solved!, slopes, STATE)
  for (const { repair } of proposeRepairs(plan, 1000)) {
    expect(repairText(whole, repair)).not.toMatch(/\b(gp|gs|gl|rd)-/)
    expect(repairText(whole, repair).length).toBeGreaterThan(15)
  }
})
