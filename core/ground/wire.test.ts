import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import {
  carriesAmpere,
  chooseWire,
  fuseFor,
  INSULATION_CLASSES,
  ohmByVolts,
  WIRE_SIZES,
  wireFor,
  wireThere,
} from './wire.ts'

/** Fuses that are sold up to 100 A, ISO 8820-3 and -5. */
const SOLD = [1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 100]

describe('the wire for a current', () => {
  const tasks = fc.record({
    ampere: fc.double({ min: 0.2, max: 60, noNaN: true }),
    oneWayM: fc.double({ min: 0.2, max: 6, noNaN: true }),
    allowedDropV: fc.double({ min: 0.2, max: 1, noNaN: true }),
    ambientC: fc.double({ min: -20, max: 70, noNaN: true }),
    standard: fc.constantFrom('mm²' as const, 'awg' as const),
  })

  it('keeps the drop and carries the current, and the next smaller size does not', () => {
    fc.assert(
      fc.property(tasks, (task) => {
        const { areaMm2, dropV, fuseA } = wireFor(task)
        // worked out here by itself: resistivity times length over area, as warm as its current makes it
        const dropOf = (mm2: number): number => {
          const warmC = task.ambientC + 75 * (task.ampere / (18 * mm2 ** 0.65)) ** 2
          const ohm = (1.7241e-8 * 2 * task.oneWayM) / (mm2 * 1e-6)
          return task.ampere * ohm * (1 + 0.00393 * (warmC - 20))
        }
        expect(dropV).toBeCloseTo(dropOf(areaMm2), 9)
        expect(dropV).toBeLessThanOrEqual(task.allowedDropV)
        const sizes = WIRE_SIZES[task.standard]
        const at = sizes.findIndex((s) => s.areaMm2 === areaMm2)
        expect(carriesAmpere(sizes[at]!.ampere, task.ambientC)).toBeGreaterThanOrEqual(task.ampere)
        const carries = carriesAmpere(sizes[at]!.ampere, task.ambientC)
        expect(fuseA).toBeLessThanOrEqual(carries)
        // one that is sold: the least that carries the load, or what comes next below where none lies between
        expect(SOLD).toContain(fuseA)
        if (SOLD.some((f) => f >= task.ampere && f <= carries))
          expect(fuseA).toBeGreaterThanOrEqual(task.ampere)
        else expect(wireFor(task).warnings.join()).toMatch(/take the next size/i)
        if (at === 0) return
        const smaller = sizes[at - 1]!
        expect(
          dropOf(smaller.areaMm2) > task.allowedDropV ||
            carriesAmpere(smaller.ampere, task.ambientC) < Math.max(task.ampere, SOLD[0]!),
        ).toBe(true)
      }),
      { numRuns: 300 },
    )
  })

  it('is thicker in heat, for more current, and for less drop', () => {
    const area = (more: object) =>
      wireFor({ ampere: 12, oneWayM: 2.5, allowedDropV: 0.4, ...more }).areaMm2
    const usual = area({})
    expect(area({ ambientC: 100, oneWayM: 0.3 })).toBeGreaterThan(area({ oneWayM: 0.3 }))
    expect(area({ ampere: 30 })).toBeGreaterThan(usual)
    expect(area({ allowedDropV: 0.1 })).toBeGreaterThan(usual)
  })

  it('carries less in a bundle, by the table of the standard', () => {
    const alone = wireThere({ areaMm2: 2.5, oneWayM: 2, ampere: 10 })
    for (const [bundled, share] of [
      [2, 0.8],
      [4, 0.65],
      [9, 0.5],
      [10, 0.45],
      [60, 0.38],
    ] as const)
      expect(wireThere({ areaMm2: 2.5, oneWayM: 2, ampere: 10, bundled }).carriesA).toBeCloseTo(
        share * alone.carriesA,
        9,
      )
    const task = { ampere: 20, oneWayM: 0.5, allowedDropV: 1 }
    expect(wireFor({ ...task, bundled: 6 }).areaMm2).toBeGreaterThan(wireFor(task).areaMm2)
    expect(() => wireFor({ ...task, bundled: 2.5 })).toThrow(coded('out-of-range'))
  })
  it('warns of heat and of a fuse that runs close to its load', () => {
    expect(
      chooseWire({ ampere: 5, oneWayM: 1, allowedDropV: 0.5, ambientC: 90 }).warnings.map(
        (w) => w.code,
      ),
    ).toContain('hot-place')
    expect(fuseFor(9, 11)).toBe(10)
    expect(fuseFor(12, 14)).toBe(null)
    expect(fuseFor(12, 20)).toBe(15)
  })

  it.each([
    [{ ampere: 0, oneWayM: 1, allowedDropV: 0.5 }, 'not-positive'],
    [{ ampere: 10, oneWayM: -1, allowedDropV: 0.5 }, 'not-positive'],
    [{ ampere: 10, oneWayM: 0, allowedDropV: 0.5 }, 'not-positive'],
    [{ ampere: 10, oneWayM: NaN, allowedDropV: 0.5 }, 'not-a-number'],
    [{ ampere: 10, oneWayM: 1, allowedDropV: 0.5, ambientC: 120 }, 'out-of-range'],
    [{ ampere: 900, oneWayM: 9, allowedDropV: 0.1 }, 'out-of-range'],
    [{ ampere: 9, oneWayM: 1, allowedDropV: 1, standard: 'swg' as 'awg' }, 'out-of-range'],
  ])('refuses what cannot be: %j', (task, code) => {
    expect(() => wireFor(task)).toThrow(expect.objectContaining({ code }))
  })
})

describe('a wire that is there', () => {
  const pump = { areaMm2: 0.75, oneWayM: 1.9, ampere: 8.4, ambientC: 20 }

  it('drops what its copper has, out and back', () => {
    // 1.7241e-8 Ω·m, 3.8 m, 0.75 mm²: 87.35 mΩ at 20 °C; 8.4 of the 14.9 A it carries warm it by 23.7 K
    expect(wireThere(pump).dropV).toBeCloseTo(8.4 * 0.087354 * (1 + 0.00393 * 23.74), 3)
  })
  it('carries what the wire that is chosen for that current carries, and no less', () => {
    for (const s of WIRE_SIZES['mm²']) {
      const { carriesA, fuseA, enough } = wireThere({ ...pump, areaMm2: s.areaMm2, ambientC: 30 })
      expect(carriesA).toBeCloseTo(s.ampere, 9)
      expect(enough).toBe(s.ampere >= 8.4)
      expect(fuseA ?? 0).toBeLessThanOrEqual(carriesA)
      // just what it carries is chosen again as that size, where any drop is allowed
      const again = wireFor({ ampere: carriesA, oneWayM: 0.01, allowedDropV: 9, ambientC: 30 })
      expect(again.areaMm2).toBe(s.areaMm2)
    }
  })
  it('carries more in a better class of insulation, and says which would do', () => {
    const hot = { ...pump, ampere: 14, ambientC: 90 }
    const carries = INSULATION_CLASSES.filter((c) => c.upToC > 90).map(
      (c) => wireThere({ ...hot, insulationC: c.upToC }).carriesA,
    )
    expect(carries).toEqual([...carries].sort((a, b) => a - b))
    const { insulation, enough } = wireThere({ ...hot, insulationC: 100 })
    expect(enough).toBe(false)
    const needed = INSULATION_CLASSES.find((c) => c.id === insulation)!
    expect(wireThere({ ...hot, insulationC: needed.upToC }).enough).toBe(true)
    expect(wireThere({ ...pump, ampere: 400 }).insulation).toBe(null)
    expect(() => wireThere({ ...hot, insulationC: 85 })).toThrow(coded('out-of-range'))
    expect(() => wireThere({ ...hot, areaMm2: 0 })).toThrow(coded('not-positive'))
  })
})

describe('ohms by volts at a known current', () => {
  it('are the truth, whatever the meter shows of its own', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-4, max: 0.5, noNaN: true }),
        fc.double({ min: 0.5, max: 40, noNaN: true }),
        fc.double({ min: -0.002, max: 0.002, noNaN: true }),
        (ohm, ampere, zeroV) => {
          expect(ohmByVolts({ volt: ohm * ampere + zeroV, zeroV, ampere })).toBeCloseTo(ohm, 9)
        },
      ),
    )
  })
  it('refuse volts that vanish once the meter’s own is taken off', () => {
    expect(() => ohmByVolts({ volt: 0.001, zeroV: 0.002, ampere: 5 })).toThrow(
      coded('not-positive'),
    )
    expect(() => ohmByVolts({ volt: 0.1, ampere: 0 })).toThrow(coded('not-positive'))
    expect(() => ohmByVolts({ volt: NaN, ampere: 5 })).toThrow(coded('not-a-number'))
  })
})
