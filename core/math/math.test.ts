import { EchtError } from '../error.ts'
import { determinant, inverse, Matrix } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import {
  findRoot,
  half95,
  slopeAt,
  generalisedLeastSquares,
  linspace,
  normalStream,
  uniformStream,
  weighed,
} from './index.ts'
import { coded } from '../coded.fixture.ts'

describe('a slope', () => {
  const held = (x: number): number => Math.min(4, Math.max(0, x)) ** 2
  it('is central inside, one-sided at an end, and that of the end beyond it', () => {
    expect(slopeAt(held, 2, 1e-3)).toBeCloseTo(4, 6)
    expect(slopeAt(held, 4, 1e-3, [0, 4])).toBeCloseTo(8, 2)
    expect(slopeAt(held, 5, 1e-3, [0, 4])).toBeCloseTo(8, 2)
    // without knowing the end half of it seems to stand still
    expect(slopeAt(held, 4, 1e-3)).toBeCloseTo(4, 2)
  })
  it('is one-sided where the other side throws or is no number, and no number where both are', () => {
    expect(slopeAt(Math.sqrt, 0, 1e-6)).toBeCloseTo(1000, 0)
    const strict = (x: number): number => {
      if (x > 1) throw new EchtError('beyond-curve', 'beyond')
      return 3 * x
    }
    expect(slopeAt(strict, 1, 1e-3)).toBeCloseTo(3, 9)
    expect(slopeAt(() => NaN, 0, 1)).toBeNaN()
  })
})

describe('the half-width of 95 %', () => {
  it.each([
    ['one normal', [{ sigma: 2, uniform: false }], 3.92],
    ['one uniform, as its limits', [{ sigma: 1, uniform: true }], 0.95 * Math.sqrt(3)],
    ['nothing', [], 0],
  ])('of %s', (_, parts, half) => {
    expect(half95(parts)).toBeCloseTo(half, 6)
  })
  it('holds 95 of 100 draws of any mixture', () => {
    const uniform = uniformStream(3),
      normal = normalStream(uniform)
    for (const [a, b, c] of [
      [1, 1, 0],
      [1, 0.3, 0.1],
      [0.2, 1, 1],
      [2, 1.5, 0.5],
    ] as const) {
      const half = half95([
        { sigma: a, uniform: true },
        { sigma: b, uniform: false },
        { sigma: c, uniform: true },
      ])
      let inside = 0
      for (let k = 0; k < 20000; k++) {
        const flat = (sigma: number): number => sigma * Math.sqrt(3) * (2 * uniform() - 1)
        if (Math.abs(flat(a) + b * normal() + flat(c)) <= half) inside++
      }
      expect(inside / 20000, `${a} ${b} ${c}`).toBeGreaterThan(0.943)
      expect(inside / 20000, `${a} ${b} ${c}`).toBeLessThan(0.962)
    }
  })
})

describe('findRoot', () => {
  it.each([
    ['a cube', (x: number) => x ** 3 - 2, 0, 5, Math.cbrt(2)],
    ['a flat start', (x: number) => x ** 9 - 1e-9, 0, 1, 0.1],
    ['a steep logarithm', (x: number) => Math.log(x) + 5, 1e-9, 10, Math.exp(-5)],
    ['a step of tangent', (x: number) => Math.atan(1e6 * (x - 0.3)), 0, 1, 0.3],
  ])('%s', (_, f, low, high, root) => {
    expect(findRoot(f, low, high, 1e-13)).toBeCloseTo(root, 9)
  })
  it('takes an end that is the root', () => {
    expect([findRoot((x) => x, 0, 1), findRoot((x) => x - 1, 0, 1)]).toEqual([0, 1])
  })
  it('refuses ends of one sign', () => {
    expect(() => findRoot((x) => x * x + 1, -1, 1)).toThrow(coded('no-root'))
  })
})

describe('random streams', () => {
  it('repeat by seed, and neighbouring seeds share nothing', () => {
    const first = Array.from({ length: 2000 }, (_, seed) => uniformStream(seed)())
    expect(uniformStream(5)()).toBe(first[5])
    // successive seeds, as trials use them, give first draws without a pattern
    const mean = first.reduce((a, b) => a + b, 0) / first.length
    const product =
      first.slice(1).reduce((s, v, i) => s + (v - mean) * (first[i]! - mean), 0) /
      (first.length * (1 / 12))
    expect(mean).toBeCloseTo(0.5, 1)
    expect(Math.abs(product)).toBeLessThan(0.08)
  })
  it('normal numbers have mean 0, σ 1 and the tails of a normal', () => {
    const normal = normalStream(uniformStream(3)),
      draws = Array.from({ length: 40000 }, normal)
    const mean = draws.reduce((a, b) => a + b, 0) / draws.length
    expect(Math.abs(mean)).toBeLessThan(0.02)
    expect(Math.sqrt(draws.reduce((s, v) => s + (v - mean) ** 2, 0) / draws.length)).toBeCloseTo(
      1,
      1,
    )
    expect(draws.filter((v) => Math.abs(v) > 1.96).length / draws.length).toBeCloseTo(0.05, 2)
  })
})

describe('generalisedLeastSquares', () => {
  const normal = normalStream(uniformStream(21))
  const x = [0, 1, 2, 3, 5, 8],
    design = x.map((v) => [1, v])
  const y = x.map((v) => 2 + 3 * v + 0.1 * normal())
  const own = x.map((_, i) => 0.01 * (1 + i))
  const correlated = { own, shared: [x.map(() => Math.sqrt(0.004))] }

  it('solves the weighted normal equations', () => {
    // two parameters by hand: sums over V⁻¹, here for a diagonal V
    const weights = own.map((v) => 1 / v)
    const [s, sx, sxx, sy, sxy] = weights.reduce(
      (sum, w, i) => [
        sum[0]! + w,
        sum[1]! + w * x[i]!,
        sum[2]! + w * x[i]! ** 2,
        sum[3]! + w * y[i]!,
        sum[4]! + w * x[i]! * y[i]!,
      ],
      [0, 0, 0, 0, 0],
    ) as [number, number, number, number, number]
    const det = s * sxx - sx ** 2
    const { parameters, covariance } = generalisedLeastSquares(design, y, { own, shared: [] })
    expect(parameters[0]).toBeCloseTo((sxx * sy - sx * sxy) / det, 9)
    expect(parameters[1]).toBeCloseTo((s * sxy - sx * sy) / det, 9)
    expect(covariance[0]![0]).toBeCloseTo(sxx / det, 9)
    expect(covariance[0]![1]).toBeCloseTo(-sx / det, 9)
  })

  it('deleted misses are what fitting without the point really gives', () => {
    const all = generalisedLeastSquares(design, y, { own, shared: [] })
    x.forEach((_, i) => {
      const keep = x.map((__, k) => k).filter((k) => k !== i)
      const rest = generalisedLeastSquares(
        keep.map((k) => design[k]!),
        keep.map((k) => y[k]!),
        { own: keep.map((k) => own[k]!), shared: [] },
      )
      const miss = y[i]! - rest.parameters[0]! - rest.parameters[1]! * x[i]!
      const variance =
        own[i]! +
        rest.covariance[0]![0]! +
        2 * x[i]! * rest.covariance[0]![1]! +
        x[i]! ** 2 * rest.covariance[1]![1]!
      expect(all.deletedResiduals[i]).toBeCloseTo(miss, 9)
      expect(all.deletedMisses[i]).toBeCloseTo(miss / Math.sqrt(variance), 9)
    })
  })

  it('with shared errors is what the whole covariance matrix gives, inverted', () => {
    // two thermometers that overlap, and a meter that took every point
    const errors = {
      own,
      shared: [
        x.map((_, i) => (i < 4 ? 0.2 : 0)),
        x.map((_, i) => (i > 2 ? -0.1 * i : 0)),
        x.map((v) => 0.03 * v),
      ],
    }
    const V = new Matrix(
      x.map((_, i) =>
        x.map(
          (__, j) =>
            (i === j ? own[i]! : 0) + errors.shared.reduce((sum, s) => sum + s[i]! * s[j]!, 0),
        ),
      ),
    )
    const W = inverse(V)
    const X = new Matrix(design)
    const Y = Matrix.columnVector(y)
    const C = inverse(X.transpose().mmul(W).mmul(X))
    const p = C.mmul(X.transpose()).mmul(W).mmul(Y)
    const r = Y.clone().sub(X.mmul(p))
    const Q = W.clone().sub(W.mmul(X).mmul(C).mmul(X.transpose()).mmul(W))
    const e = W.mmul(r)
    const found = generalisedLeastSquares(design, y, errors)
    found.parameters.forEach((v, i) => expect(v).toBeCloseTo(p.get(i, 0), 10))
    found.covariance.flat().forEach((v, i) => expect(v).toBeCloseTo(C.to1DArray()[i]!, 12))
    expect(found.chiSquared).toBeCloseTo(r.transpose().mmul(W).mmul(r).get(0, 0), 9)
    // each shared error put into what was observed moves the parameters by what was said
    errors.shared.forEach((s, k) => {
      const moved = generalisedLeastSquares(
        design,
        y.map((v, i) => v + s[i]!),
        errors,
      ).parameters
      found.sharedMoves[k]!.forEach((by, j) =>
        expect(moved[j]! - found.parameters[j]!).toBeCloseTo(by, 9),
      )
    })
    found.deletedMisses.forEach((z, i) =>
      expect(z).toBeCloseTo(e.get(i, 0) / Math.sqrt(Q.get(i, i)), 9),
    )
    found.deletedResiduals.forEach((z, i) => expect(z).toBeCloseTo(e.get(i, 0) / Q.get(i, i), 9))
    const { chiSquared, logDeterminant } = weighed(r.to1DArray(), errors)
    expect(chiSquared).toBeCloseTo(r.transpose().mmul(W).mmul(r).get(0, 0), 9)
    expect(logDeterminant).toBeCloseTo(Math.log(determinant(V)), 9)
  })

  it('shared errors that dwarf what observations err by themselves are weighed as well as others', () => {
    // one shared error of both, and of the first one more: in closed form by the matrix of two
    for (const big of [1e3, 1e6, 1e9]) {
      const shared = [
        [big, big],
        [2 * big, 0],
      ]
      const { chiSquared, logDeterminant } = weighed([big, 3 * big], { own: [1e-6, 1e-6], shared })
      // V = big²·[[5, 1], [1, 1]] but for the own ones, which vanish beside it
      expect(chiSquared).toBeCloseTo((1 - 2 * 3 + 5 * 9) / 4, 5)
      expect(logDeterminant).toBeCloseTo(Math.log(4) + 4 * Math.log(big), 5)
    }
  })
  it.each([[0], [-1], [NaN], [Infinity]])('an own variance of %s is refused, never NaN', (bad) => {
    const errors = { own: own.map((v, i) => (i === 2 ? bad : v)), shared: [] }
    expect(() => generalisedLeastSquares(design, y, errors)).toThrow(
      expect.objectContaining({ code: 'bad-errors' }),
    )
  })

  it('with correlated errors has misses of unit variance', () => {
    let squares = 0,
      count = 0
    for (let trial = 0; trial < 800; trial++) {
      const shared = Math.sqrt(0.004) * normal()
      const noisy = x.map((v, i) => 2 + 3 * v + shared + Math.sqrt(0.01 * (1 + i)) * normal())
      for (const z of generalisedLeastSquares(design, noisy, correlated).deletedMisses) {
        squares += z ** 2
        count++
      }
    }
    expect(squares / count).toBeCloseTo(1, 1)
  })

  it('is steady where columns differ by ten powers', () => {
    const steep = x.map((v) => [1, v * 1e10])
    const { parameters } = generalisedLeastSquares(
      steep,
      x.map((v) => 1 + 4 * v),
      { own: x.map(() => 1), shared: [] },
    )
    expect(parameters[0]).toBeCloseTo(1, 8)
    expect(parameters[1]! * 1e10).toBeCloseTo(4, 8)
  })

  it('says when points are too few or all alike', () => {
    expect(() => generalisedLeastSquares([[1, 2]], [1], { own: [1], shared: [] })).toThrow(
      /1 points cannot settle 2/,
    )
    expect(() =>
      generalisedLeastSquares(
        [
          [1, 2],
          [1, 2],
          [1, 2],
        ],
        [1, 2, 3],
        { own: [1, 1, 1], shared: [] },
      ),
    ).toThrow(coded('degenerate-points'))
    expect(
      generalisedLeastSquares(
        [
          [1, 0],
          [1, 1],
        ],
        [1, 2],
        { own: [1, 1], shared: [] },
      ).deletedMisses,
    ).toEqual([NaN, NaN])
  })
})

it('linspace has exact ends', () => {
  expect(linspace(-10, 125, 4)).toEqual([-10, 35, 80, 125])
  expect(linspace(0.1, 0.7, 7).at(-1)).toBe(0.7)
})
