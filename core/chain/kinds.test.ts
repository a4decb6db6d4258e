import { describe, expect, it } from 'vitest'
import { REST } from '../../demo/sensors.ts'
import { type Build, measured, pathOf } from '../build/index.ts'
import { familyOf } from '../curve/registry.ts'
import { normalStream, uniformStream } from '../math/index.ts'
import { FAULTS, keyOnCheck, observe } from '../prove/index.ts'
import {
  assembleChain,
  leftOpen,
  linearSpread,
  monteCarlo,
  prepareChain,
  type Chain,
  proposeTable,
  tableErrors,
  walkBackward,
  walkForward,
} from './index.ts'
import { after, chainOf, inside, sample as build, withRead } from './sample.fixture.ts'

// chains of every kind of element: volts that follow a supply, volts that do not, edges
const isHeld = ({ spec: { table } }: Chain, shown: number): boolean =>
  table !== null && table.y.some((y, i) => y === shown && table.y[i + 1] === shown)
const reads = REST.filter((t) => !t.joins).map((t) => `rd-${t.key}`)

describe('a chain of any kind', () => {
  it.each(reads)(
    '%s: backward from every stage returns to the truth, biases sum, linear and drawn agree',
    (read) => {
      const chain = chainOf(build, read),
        { range, accuracy } = chain.spec
      const span = range[1] - range[0]
      for (const truth of inside(read)) {
        const walked = walkForward(chain, truth)
        expect(walked.biases.reduce((s, b) => s + b.bias, 0)).toBeCloseTo(walked.shown - truth, 6)
        // a clipped converter and what follows it can no longer tell; a dead zone answers with its middle
        const full = chain.spec.converter?.full ?? Infinity
        const clipped = walked.stages.some(
          (s) => s.id === 'converter' && (s.value >= full || s.value <= 0),
        )
        for (const { id, value } of walked.stages) {
          if (clipped && (id === 'converter' || id === 'shown')) continue
          // where a table holds its last good value many truths show the same
          if (id === 'shown' && isHeld(chain, value)) continue
          const found = walkBackward(chain, id, value)
          // the old needle gauge shows what two feeds make of the sender: read backward that may be no truth at all
          if (found.length === 0) {
            expect(read).toBe('rd-fuel')
            continue
          }
          expect(
            Math.min(
              ...found.map((t) => {
                const [least, most] = leftOpen(chain, t)
                return Math.max(least - truth, truth - most, 0)
              }),
            ),
            `${id} at ${truth}`,
          ).toBeLessThan(0.01 * span)
        }
        const linear = linearSpread(chain, truth)
        expect(linear.total).toBeGreaterThan(0)
        const uniform = uniformStream(9)
        const drawn = monteCarlo(chain, truth, {
          draws: 4000,
          uniform,
          normal: normalStream(uniform),
        })
        // at the end of a measured curve what is drawn beyond it is held
        const end = familyOf(chain.spec.sensor.family).reach(chain.spec.sensor.curve)[1]
        // the spoilt fuel channel sits on the bend of its last cell, and a dead zone is a cliff:
        // there a straight line says nothing
        const [least, most] = leftOpen(chain, truth)
        if (
          !clipped &&
          read !== 'rd-fuel' &&
          most - least < accuracy &&
          truth + 3 * linear.total < end &&
          linear.total < 0.1 * span &&
          linear.total < 4 * accuracy
        ) {
          expect(drawn.sigma / linear.total, `at ${truth}`).toBeGreaterThan(0.8)
          expect(drawn.sigma / linear.total, `at ${truth}`).toBeLessThan(1.25)
        }
      }
    },
  )

  it.each(reads)('%s: the proposed table errs no more than it says', (read) => {
    const chain = chainOf(build, read),
      table = pathOf(build, read).input.table
    if (!table) {
      expect(chain.spec.converter).toBeNull()
      return
    }
    const best = proposeTable(chain, table, 'best', { at: '', name: '' })
    const errors = tableErrors(chain, table, best.table)
    expect(errors.length).toBeGreaterThan(60)
    expect(Math.max(...errors.map((e) => Math.abs(e.error)))).toBeLessThanOrEqual(
      best.worst * 1.02 + table.valueStep,
    )
  })
})

describe('a reader that only listens', () => {
  it('lives on what the others feed, and has no error of its own for it', () => {
    const chain = chainOf(build, 'rd-oil-display')
    expect(walkForward(chain, 100).biases.find((b) => b.share === 'shared')!.bias).toBeCloseTo(0, 9)
    // the volts at its pin are those of the other two together
    const pin = (read: string): number =>
      walkForward(chainOf(build, read), 100).stages.find((s) => s.id === 'pin')!.value
    expect(pin('rd-oil-display')).toBeCloseTo(pin('rd-oil'), 1)
    expect(walkBackward(chain, 'pin', pin('rd-oil-display')).map((t) => Math.round(t))).toEqual([
      100,
    ])
  })
})

describe('places of a table', () => {
  const proposed = (read: string) => {
    const chain = chainOf(build, read)
    return proposeTable(chain, pathOf(build, read).input.table!, 'best', { at: '', name: '' })
  }
  const gaps = (x: number[]): number[] => x.slice(1).map((v, i) => v - x[i]!)
  it('are even for a straight sensor, where nothing is gained by others', () => {
    const { table, beyond } = proposed('rd-oil-pressure'),
      inner = gaps(table.x.slice(beyond[0].cells.length, table.x.length - beyond[1].cells.length))
    expect(Math.max(...inner) - Math.min(...inner)).toBeLessThan(0.021)
  })
  it('crowd where a curve bends', () => {
    const inner = gaps(proposed('rd-coolant').table.x.slice(1, -1))
    expect(Math.max(...inner) / Math.min(...inner)).toBeGreaterThan(2)
  })
})

describe('platinum', () => {
  it('on three wires loses its leads, on two it reads them', () => {
    const leads = withRead('rd-gearbox', (r) => ({
      wire: { ...r.wire, signalOhm: measured(1), groundOhm: measured(1) },
    }))
    const two = after(leads, {
      kind: 'editElement',
      args: {
        id: 'el-gearbox',
        patch: {
          settings: { ...build.elements.find((e) => e.id === 'el-gearbox')!.settings, wires: '2' },
        },
      },
    })
    const bias = (b: Build): number =>
      walkForward(chainOf(b, 'rd-gearbox'), 100).biases.find((x) => x.share === 'leads')!.bias
    expect(Math.abs(bias(leads))).toBeLessThan(1e-6)
    expect(bias(two)).toBeCloseTo(2 / 3.79, 1)
  })
})

describe('what was read, on every kind', () => {
  it.each([
    ['rd-map', 93.87],
    ['rd-throttle', 0],
    ['rd-lambda', 1],
    ['rd-egt-1', 20],
    ['rd-wheel', 60],
  ] as const)('%s: agrees when healthy, and names the fault put into it', (read, truth) => {
    const { spec } = assembleChain(build, read)
    const chain = prepareChain(spec!)
    expect(
      keyOnCheck(spec!, truth, spec!.accuracy / 10, { shown: walkForward(chain, truth).shown })
        .agrees,
    ).toBe(true)
    const fits = FAULTS.filter((f) => f.isPossible(spec!))
    expect(fits.length).toBeGreaterThan(3)
    for (const id of spec!.drive.kind === 'frequency'
      ? ['no-edges', 'edges-multiplied']
      : ['signal-open', 'short-supply']) {
      const variant = fits.find((f) => f.id === id)!.variants(spec!)[0]!
      const { shown, pinV } = observe(variant, truth)
      const verdict = keyOnCheck(spec!, truth, spec!.accuracy / 10, { shown, pinV })
      if (verdict.agrees) {
        expect([id, truth]).toEqual(['signal-open', 0])
        continue
      }
      expect(
        verdict.causes.map((c) => c.id),
        `${id} ${shown}`,
      ).toContain(id)
    }
  })
})
