import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../../../demo/saltmarshNine.ts'
import { assembleChain, prepareChain } from '../../../../core/chain/index.ts'
import { quantityOf } from '../../../parts/units.ts'
import { scalesFrame, partCount, keyStep, overviewSpan, overviewY } from './frame.ts'
import { betweenTicks } from './ticks.ts'
import { heightFor, windowAround } from './window.ts'

const chainOf = (read: string) => prepareChain(assembleChain(saltmarshNine(), read).spec!)
const size = { width: 780, height: 500, others: false }

describe('the frame', () => {
  const chain = chainOf('rd-coolant'),
    window = { low: 86, high: 98 },
    frame = scalesFrame(chain, window, size)
  it('puts heights on the paper and takes them back, and holds what lies beyond at the edge', () => {
    for (const h of [86, 90.5, 98]) expect(frame.heightAt(frame.y(h))).toBeCloseTo(h, 9)
    expect([frame.held(120), frame.held(-5)]).toEqual([frame.top, frame.bottom])
    expect([frame.beyond(120), frame.beyond(90), frame.beyond(-5)]).toEqual([
      'above',
      null,
      'below',
    ])
  })
  it('spreads the stages from the first column to the last, and gives other readers room for their names', () => {
    const last = chain.spec.stages.length - 1
    expect(frame.stageX(0)).toBe(frame.first)
    expect(frame.stageX(last)).toBe(frame.last)
    expect(scalesFrame(chain, window, { ...size, others: true }).last).toBeLessThan(
      frame.last - 100,
    )
  })
  it('gives two joined halves a column each between the truth and what they read together', () => {
    const two = chainOf('rd-side-left'),
      wide = scalesFrame(two, { low: 0, high: 20 }, size)
    expect([partCount(two), partCount(chain)]).toEqual([2, 0])
    const columns = [
      wide.stageX(0),
      wide.betweenX(0),
      wide.betweenX(1),
      wide.stageX(1),
      wide.stageX(2),
    ]
    for (let i = 1; i < columns.length; i++)
      expect(columns[i]! - columns[i - 1]!).toBeCloseTo(columns[1]! - columns[0]!, 9)
    expect(frame.stageX(1) - frame.stageX(0)).toBeGreaterThan(columns[1]! - columns[0]!)
  })
  it('gives what the truth is first turned into a column of its own', () => {
    const wheel = chainOf('rd-wheel'),
      { stageX, betweenX } = scalesFrame(wheel, { low: 0, high: 220 }, size)
    expect(betweenX(0) - stageX(0)).toBeCloseTo(stageX(1) - betweenX(0), 9)
    expect(
      betweenTicks(wheel, { low: 0, high: 220 }, (h) => 500 - 2 * h)
        .filter((t) => t.label)
        .map((t) => [Number(t.label), t.height]),
    ).toContainEqual([10, expect.closeTo(10 * 3.6 * 1.83, 6)])
    expect(betweenTicks(chain, window, frame.y)).toEqual([])
  })
  it('keeps a little room around the range on the overview', () => {
    const { low, high } = overviewSpan(chain)
    expect([low, high]).toEqual([
      expect.closeTo(-10 - 0.06 * 135, 9),
      expect.closeTo(125 + 0.06 * 135, 9),
    ])
    expect([overviewY(chain, high, 500), overviewY(chain, low, 500)]).toEqual([
      frame.top,
      frame.bottom,
    ])
  })
  it('steps by round numbers of the unit shown', () => {
    const shown = {
      pressure: 'kPa',
      altitude: 'm',
      volume: 'l',
      speed: 'km/h',
      lambda: 'λ',
    } as const
    expect(keyStep([-10, 125], quantityOf('°C', { temperature: '°C', ...shown }))).toBe(1)
    expect(
      keyStep([-10, 125], quantityOf('°C', { temperature: '°F', ...shown })) * 1.8,
    ).toBeCloseTo(2, 9)
  })
})

describe('the window', () => {
  it('stays inside the range with a little room, and keeps its height', () => {
    for (const truth of [-10, 20, 92, 125]) {
      const w = windowAround(truth, 12, [-10, 125])
      expect(w.high - w.low).toBeCloseTo(12, 9)
      expect(w.low).toBeGreaterThanOrEqual(-10 - 0.06 * 135 - 1e-9)
      expect(w.high).toBeLessThanOrEqual(125 + 0.06 * 135 + 1e-9)
      expect(truth).toBeGreaterThanOrEqual(w.low)
      expect(truth).toBeLessThanOrEqual(w.high)
    }
  })
  it('is never taller than the range, and tall enough for a bend', () => {
    expect(windowAround(50, 1e6, [0, 100])).toEqual({ low: -6, high: 106 })
    expect(heightFor(2, 0.3, [-10, 125])).toBe(12)
    expect(heightFor(2, -20, [-10, 125])).toBe(56)
    expect(heightFor(2, 500, [-10, 125])).toBe(135)
  })
})
