import { numbersIn } from '../../quantity/numbersIn.ts'
import { describe, expect, it } from 'vitest'
import { normalStream, uniformStream } from '../../math/index.ts'
import { stoichiometricAfr } from '../../standards/index.ts'
import { familyOf } from '../registry.ts'
import {
  blendInTank,
  feedFindings,
  freeAirFinding,
  groundFromPoints,
  mistakenLambda,
  placementFindings,
  shownAfr,
  switchingVerdict,
  type Feed,
  type Placement,
} from './index.ts'
import { coded } from '../../coded.fixture.ts'

const GOOD: Placement = {
  angleDeg: 20,
  afterCollectorMm: 300,
  toJointMm: 600,
  toOpenEndMm: 1500,
  turbo: 'after',
  gasC: 700,
  limitC: 930,
}
const FEED: Feed = {
  heaterA: 3,
  fuseA: 5,
  crankingV: 9,
  resetsBelowV: 7,
  sharedFuse: false,
  warmUpS: 20,
}

describe('placement', () => {
  it('finds nothing against a good place', () => {
    expect(placementFindings(GOOD)).toEqual([])
  })
  it.each<[Partial<Placement>, string, string]>([
    [{ angleDeg: -15 }, 'points-down', 'wrong'],
    [{ angleDeg: 5 }, 'near-level', 'doubt'],
    [{ afterCollectorMm: 10 }, 'after-collector', 'doubt'],
    [{ toJointMm: 50 }, 'joint-upstream', 'wrong'],
    [{ toJointMm: 200 }, 'joint-upstream', 'doubt'],
    [{ toOpenEndMm: 200 }, 'near-open-end', 'doubt'],
    [{ turbo: 'before' }, 'before-turbine', 'wrong'],
    [{ gasC: 980 }, 'too-hot', 'wrong'],
    [{ gasC: 200 }, 'too-cool', 'doubt'],
  ])('%o: %s', (patch, code, level) => {
    const findings = placementFindings({ ...GOOD, ...patch })
    expect(findings).toHaveLength(1)
    expect(findings[0]).toMatchObject({ level, code })
  })
  it('asks for numbers', () => {
    expect(() => placementFindings({ ...GOOD, gasC: NaN })).toThrow(coded('not-a-number'))
  })
})

describe('the ground difference', () => {
  const line = { slope: 5 / 0.68, offset: -5 }
  it('is found from outputs as the device reads them, to within what it says', () => {
    const normal = normalStream(uniformStream(4))
    let inside = 0
    for (let i = 0; i < 400; i++) {
      const points = [0.8, 0.9, 1, 1.1].map((lambda) => ({
        lambda,
        volt: line.offset + line.slope * lambda + 0.018 + 0.004 * normal(),
        sigmaV: 0.004,
      }))
      const { volt, sigmaV, slopeAgrees } = groundFromPoints(line, points)
      if (Math.abs(volt - 0.018) <= 1.96 * sigmaV) inside++
      expect(slopeAgrees).toBe(true)
    }
    expect(inside / 400).toBeGreaterThan(0.93)
  })
  it('is no ground difference when it grows with the output', () => {
    expect(
      groundFromPoints(
        line,
        [0.7, 0.9, 1.1, 1.3].map((lambda) => ({
          lambda,
          volt: 1.1 * (line.offset + line.slope * lambda),
          sigmaV: 0.004,
        })),
      ).slopeAgrees,
    ).toBe(false)
    expect(() => groundFromPoints(line, [])).toThrow(coded('too-few-points'))
  })
  it('is said by the family’s own checks', () => {
    const family = familyOf('lambda')
    const points = [
      { truth: 0.68, signal: 0, method: 'manual' },
      { truth: 1.36, signal: 5, method: 'manual' },
      { truth: 1, signal: line.offset + line.slope + 0.05, method: 'output' },
    ]
    const [difference] = family.checks(points, family.fit(points, {}), {})
    expect(difference!.code).toBe('ground-difference')
    expect(numbersIn(difference!)).toEqual([50, 0.0068].map((v) => expect.closeTo(v, 4)))
    expect(
      family.checks(
        [
          { truth: 14.7, signal: 1 },
          { truth: 10, signal: 0.2 },
        ],
        family.fit(
          [
            { truth: 14.7, signal: 1 },
            { truth: 10, signal: 0.2 },
          ],
          {},
        ),
        {},
      )[0]!.code,
    ).toBe('no-lambda')
  })
})

describe('fuel', () => {
  it('AFR is λ times the fuel’s own ratio; a gauge that believes another fuel is off by the ratio of both', () => {
    expect(shownAfr(1, 0)).toBeCloseTo(14.7, 9)
    expect(shownAfr(0.85, 0.85)).toBeCloseTo(0.85 * stoichiometricAfr(0.85), 9)
    expect(mistakenLambda(1, 0.85, 0)).toBeCloseTo(stoichiometricAfr(0.85) / 14.7, 9)
    expect(mistakenLambda(0.9, 0.3, 0.3)).toBeCloseTo(0.9, 12)
  })
  it('blends by volume in the tank', () => {
    const { ethanol, afr } = blendInTank([
      { litres: 20, ethanol: 0.05 },
      { litres: 10, ethanol: 0.85 },
    ])
    expect(ethanol).toBeCloseTo(9.5 / 30, 12)
    expect(afr).toBe(stoichiometricAfr(ethanol))
    expect(() => blendInTank([])).toThrow(coded('not-positive'))
  })
})

describe('supply, age and switching sensors', () => {
  const said = (patch: Partial<Feed>): string[] =>
    feedFindings({ ...FEED, ...patch })
      .filter((f) => f.level !== 'note')
      .map((f) => f.code)
  it('a feed is judged by its fuse, its cranking and who shares it', () => {
    expect(said({})).toEqual([])
    expect(said({ fuseA: 3 })).toEqual(['fuse-small'])
    expect(said({ fuseA: 20 })).toEqual(['fuse-large'])
    expect(said({ crankingV: 6 })).toEqual(['resets'])
    expect(said({ sharedFuse: true })).toEqual(['shared-fuse'])
    expect(() => feedFindings({ ...FEED, heaterA: 0 })).toThrow(coded('not-positive'))
  })
  it('free air says how old it is', () => {
    expect(freeAirFinding(0.2095).level).toBe('note')
    expect(freeAirFinding(0.2).level).toBe('doubt')
    expect(freeAirFinding(0.18, 0.2095)).toMatchObject({
      level: 'wrong',
      code: 'air-worn',
    })
    expect(numbersIn(freeAirFinding(0.18, 0.2095)).at(-1)).toBeCloseTo(-0.0295, 9)
  })
  it.each([
    [0.85, 'rich', 'rich'],
    [0.1, 'lean', 'lean'],
    [0.45, 'cold or dead', 'resting'],
    [0.35, 'crossing', 'crossing'],
    [5, 'cold or dead', 'not-switching'],
  ])('%d V of a switching sensor is %s', (volt, side, code) => {
    const verdict = switchingVerdict(volt)
    expect(verdict.side).toBe(side)
    expect(verdict.says.code).toBe(code)
  })
})
