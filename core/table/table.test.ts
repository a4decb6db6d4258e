import { some } from '../tries.fixture.ts'
import { solve } from 'yalps'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { thermistorC, type ThermistorCurve } from '../curve/thermistor/model.ts'
import { linspace } from '../math/index.ts'
import { buildTable, interpolate, invertTable, worstError } from './index.ts'
import { coded } from '../coded.fixture.ts'

const THERMISTOR: ThermistorCurve = {
  model: 'steinhart-hart',
  coefficients: [1.45e-3, 2.38e-4, 1.0e-7],
}
const divided =
  (pull: number) =>
  (counts: number): number =>
    thermistorC(THERMISTOR, (pull * counts) / (4096 - counts))

const CURVES: [string, (x: number) => number, [number, number]][] = [
  ['exp', Math.exp, [0, 3]],
  ['root', (x) => Math.sqrt(x + 0.01), [0, 1]],
  ['thermistor behind 2.49k', divided(2490), [200, 3700]],
  ['thermistor behind 1k', divided(1000), [90, 3700]],
  ['thermistor by ohms', (r) => thermistorC(THERMISTOR, r), [100, 15000]],
  ['log', Math.log, [0.01, 5]],
]

/** (∫√|f″|)²/16, by fine differences. */
function limitFor(f: (x: number) => number, [a, b]: [number, number]): number {
  const n = 60000,
    h = (b - a) / n
  let s = 0
  for (let i = 1; i < n; i++) {
    const x = a + h * i
    s += Math.sqrt(Math.abs((f(x + h) - 2 * f(x) + f(x - h)) / h / h)) * h
  }
  return s ** 2 / 16
}

/** Worst error looked for on our own, point by point. */
function missOf(
  f: (x: number) => number,
  t: { x: number[]; y: number[] },
  [a, b]: [number, number],
): number {
  let worst = 0
  for (const x of linspace(a, b, 30001)) worst = Math.max(worst, Math.abs(interpolate(t, x) - f(x)))
  return worst
}

describe('best places', () => {
  it.each(CURVES)('%s: within 1.05 of the limit, on the curve and free', (_, curve, range) => {
    const limit = limitFor(curve, range)
    for (const cells of some([16, 17, 24, 33, 64], (n) => n === 17 || n === 24)) {
      const free = buildTable({ curve, range, cells, placement: 'best' })
      expect(free.worstError).toBeLessThanOrEqual((1.05 * limit) / (cells - 1) ** 2)
      expect(missOf(curve, free, range)).toBeLessThanOrEqual(1.002 * free.worstError)
      const onCurve = buildTable({ curve, range, cells, placement: 'best', onCurve: true })
      expect(onCurve.worstError).toBeLessThanOrEqual((1.05 * 2 * limit) / (cells - 1) ** 2)
      onCurve.x.forEach((x, i) => expect(onCurve.y[i]).toBeCloseTo(curve(x), 9))
    }
  })

  it.each(CURVES)('%s: never worse than even spacing, at 2 to 64 cells', (_, curve, range) => {
    for (const onCurve of [false, true])
      for (const cells of some(
        [2, 3, 4, 5, 6, 7, 9, 12, 16, 24, 40, 64],
        (n) => n < 6 || n === 16,
      )) {
        const best = buildTable({ curve, range, cells, placement: 'best', onCurve }),
          even = buildTable({ curve, range, cells, placement: 'even', onCurve })
        expect(best.x).toHaveLength(cells)
        expect(best.worstError).toBeLessThanOrEqual(even.worstError * (1 + 1e-9))
        expect([best.x[0], best.x.at(-1)]).toEqual(range)
        expect(even.x[1]! - even.x[0]!).toBeCloseTo((range[1] - range[0]) / (cells - 1), 6)
      }
  })
})

describe('a fixed axis', () => {
  it.each(CURVES)('%s: values within 1.01 of the linear program’s optimum', (_, curve, range) => {
    for (const fixedX of [
      linspace(...range, 6),
      [
        range[0],
        range[0] + 0.13 * (range[1] - range[0]),
        range[0] + 0.2 * (range[1] - range[0]),
        range[0] + 0.7 * (range[1] - range[0]),
        range[1],
      ],
    ]) {
      const table = buildTable({ curve, range, cells: fixedX.length, fixedX, placement: 'best' })
      // the same as a linear program, solved by a general solver over places of its own
      const constraints = new Map<string, { min?: number; max?: number }>()
      const variables = new Map<string, Map<string, number>>([
        ['E', new Map([['cost', 1]])],
        ...fixedX.map(
          (__, i) => [`y${i}`, new Map<string, number>()] as [string, Map<string, number>],
        ),
      ])
      linspace(...range, 161).forEach((x, k) => {
        const c = Math.min(
            fixedX.length - 2,
            Math.max(
              0,
              fixedX.findLastIndex((v) => v <= x),
            ),
          ),
          t = (x - fixedX[c]!) / (fixedX[c + 1]! - fixedX[c]!)
        for (const [name, sign] of [
          [`u${k}`, 1],
          [`l${k}`, -1],
        ] as const) {
          constraints.set(name, sign > 0 ? { max: curve(x) + 1000 } : { min: curve(x) + 1000 })
          variables.get(`y${c}`)!.set(name, 1 - t)
          variables.get(`y${c + 1}`)!.set(name, t)
          variables.get('E')!.set(name, -sign)
        }
      })
      // yalps keeps variables at zero or above: the curve is lifted by 1000
      const { status, result } = solve({
        direction: 'minimize',
        objective: 'cost',
        constraints,
        variables,
      })
      expect(status).toBe('optimal')
      expect(table.worstError).toBeLessThanOrEqual(1.01 * result + 1e-9 + 0.002 * table.worstError)
      expect(missOf(curve, table, range)).toBeCloseTo(table.worstError, 2)
    }
  })

  it('holds beyond its ends, and counts what that costs', () => {
    const table = buildTable({
      curve: (x) => x,
      range: [0, 10],
      cells: 3,
      fixedX: [2, 5, 8],
      placement: 'best',
    })
    expect(table.worstError).toBeCloseTo(1, 2)
  })
})

describe('steps', () => {
  const onSteps = (values: number[], step: number): void => {
    for (const v of values) expect(Math.abs(v / step - Math.round(v / step))).toBeLessThan(1e-6)
  }

  it('are kept, and the range is spanned', () => {
    const table = buildTable({
      curve: divided(2490),
      range: [203, 3701],
      cells: 16,
      xStep: 8,
      yStep: 0.5,
      placement: 'best',
    })
    onSteps(table.x, 8)
    onSteps(table.y, 0.5)
    expect(table.x[0]).toBeLessThanOrEqual(203)
    expect(table.x.at(-1)).toBeGreaterThanOrEqual(3701)
    expect(missOf(divided(2490), table, [203, 3701])).toBeLessThanOrEqual(1.002 * table.worstError)
  })

  it('are the best table on the steps, found by trying every one', () => {
    const curve = (x: number): number => 20 * Math.exp(-x / 3),
      range: [number, number] = [0, 8]
    const table = buildTable({ curve, range, cells: 4, xStep: 1, yStep: 1, placement: 'best' })
    let best = Infinity
    for (let a = 1; a < 7; a++)
      for (let b = a + 1; b < 8; b++) {
        for (let i = 0; i < 7 ** 4; i++) {
          const x = [0, a, b, 8]
          const y = x.map((v, k) => Math.round(curve(v)) - 3 + (Math.floor(i / 7 ** k) % 7))
          let worst = 0
          for (let p = 0; p <= 64 && worst < best; p++)
            worst = Math.max(worst, Math.abs(interpolate({ x, y }, p / 8) - curve(p / 8)))
          best = Math.min(best, worst)
        }
      }
    expect(table.worstError).toBeLessThanOrEqual(best * 1.01)
  })

  it('cost less than rounding the best table without them', () => {
    const curve = divided(2490),
      range: [number, number] = [200, 3700]
    const free = buildTable({ curve, range, cells: 16, placement: 'best' })
    const rounded = { x: free.x.map(Math.round), y: free.y.map((v) => Math.round(v / 0.5) * 0.5) }
    const stepped = buildTable({ curve, range, cells: 16, xStep: 1, yStep: 0.5, placement: 'best' })
    expect(stepped.worstError).toBeLessThan(missOf(curve, rounded, range))
    expect(stepped.worstError).toBeLessThanOrEqual(free.worstError + 0.25)
  })
})

describe('what is refused', () => {
  const task = {
    curve: Math.exp,
    range: [0, 1] as [number, number],
    cells: 8,
    placement: 'best' as const,
  }
  it.each([
    ['too-few-cells', { ...task, cells: 1 }],
    ['bad-range', { ...task, range: [1, 0] as [number, number] }],
    ['not-positive', { ...task, xStep: 0 }],
    ['not-positive', { ...task, yStep: -1 }],
    ['too-many-cells', { ...task, xStep: 0.25 }],
    ['bad-curve', { ...task, curve: () => NaN }],
    ['bad-table', { ...task, fixedX: [0, 0.5, 0.5, 1] }],
  ])('%s', (code, wrong) => {
    expect(() => buildTable(wrong)).toThrow(expect.objectContaining({ code }))
  })
  it('a table that does not rise', () => {
    expect(() => interpolate({ x: [1, 1], y: [0, 1] }, 0)).toThrow(coded('bad-table'))
    expect(() => interpolate({ x: [0, 1], y: [0, 1] }, NaN)).toThrow(coded('not-a-number'))
  })
})

describe('interpolate and invertTable', () => {
  it('hold beyond the ends', () => {
    const t = { x: [1, 2, 4], y: [10, 20, 0] }
    expect([0, 1, 1.5, 3, 4, 9].map((x) => interpolate(t, x))).toEqual([10, 10, 15, 10, 0, 0])
  })
  it('find every branch of a table that turns back', () => {
    expect(invertTable({ x: [0, 1, 2], y: [0, 10, 0] }, 5)).toEqual([0.5, 1.5])
    expect(invertTable({ x: [0, 1], y: [0, 10] }, 11)).toEqual([])
  })
  it('invert each other on rising tables', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 1000 }), { minLength: 2, maxLength: 20 }),
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        (axis, share) => {
          const x = [...axis].sort((a, b) => a - b),
            t = { x, y: x.map((v, i) => v * 2 + i) }
          const at = x[0]! + share * (x.at(-1)! - x[0]!)
          const found = invertTable(t, interpolate(t, at))
          return found.length === 1 && Math.abs(found[0]! - at) < 1e-6
        },
      ),
    )
  })
  it('judge a table where it is worst', () => {
    expect(worstError({ x: [0, 2], y: [0, 4] }, (x) => x * x, [0, 2])).toEqual({
      error: expect.closeTo(1, 4),
      x: expect.closeTo(1, 2),
    })
  })
})

it('more cells on steps are never worse than fewer, beyond what can be tried together as well', () => {
  const errors = [24, 30, 31, 32, 36, 44].map(
    (cells) =>
      buildTable({
        curve: (x) => 150 - 60 * Math.log(1 + 9 * x),
        range: [0.1, 4.9],
        cells,
        xStep: 0.01,
        yStep: 0.5,
        placement: 'best',
      }).worstError,
  )
  for (let i = 1; i < errors.length; i++)
    expect(errors[i]!).toBeLessThanOrEqual(errors[i - 1]! + 1e-9)
})
