import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../../../demo/saltmarshNine.ts'
import { assembleChain, heightOf, idealValue, prepareChain } from '../../../../core/chain/index.ts'
import { findFamily } from '../../../../core/curve/index.ts'
import { parseQuantity } from '../../../../core/quantity/index.ts'
import { quantityOf, type Quantity } from '../../../parts/units.ts'
import { stageTicks } from './ticks.ts'
import { DEFAULTS } from '../../../store/settings.ts'

const chain = prepareChain(assembleChain(saltmarshNine(), 'rd-coolant').spec!)
const SETTINGS = DEFAULTS
const quantity = (temperature: '°C' | '°F'): Quantity =>
  quantityOf('°C', { ...SETTINGS, temperature })
const window = { low: 86, high: 98 }
const y = (h: number): number => 500 - ((h - window.low) / (window.high - window.low)) * 440

describe('ticks', () => {
  it.each(chain.spec.stages)(
    '%s: stand where a perfect chain puts their value, with room between labels',
    (stage) => {
      const ticks = stageTicks(chain, stage, window, y, quantity('°C'))
      const labels = ticks.filter((t) => t.label !== null)
      expect(labels.length).toBeGreaterThanOrEqual(4)
      for (const t of labels) {
        const value = Number(t.label!.replace('−', '-'))
        expect(heightOf(chain, stage, value)).toBeCloseTo(t.height, 6)
        expect(idealValue(chain, stage, t.height)).toBeCloseTo(value, 4)
      }
      const places = labels.map((t) => y(t.height)).sort((a, b) => a - b)
      for (let i = 1; i < places.length; i++)
        expect(places[i]! - places[i - 1]!).toBeGreaterThanOrEqual(26 - 1e-6)
      for (const t of ticks) {
        expect(t.height).toBeGreaterThanOrEqual(window.low - 1e-6)
        expect(t.height).toBeLessThanOrEqual(window.high + 1e-6)
      }
    },
  )
  it('crowd as the sensor does: more ohms a degree where it is cold', () => {
    const wide = { low: 0, high: 120 },
      at = (h: number): number => 500 - (h / 120) * 440
    const heights = stageTicks(chain, 'element', wide, at, quantity('°C')).map((t) => t.height)
    expect(heights.filter((h) => h < 40).length).toBeGreaterThan(
      heights.filter((h) => h > 80).length,
    )
  })
  it('are round in the unit a person chose', () => {
    for (const t of stageTicks(chain, 'truth', window, y, quantity('°F')))
      if (t.label) expect(Number(t.label) % 1).toBe(0)
  })
  it.each(['rd-fuel', 'rd-map', 'rd-throttle', 'rd-surge-pot', 'rd-wheel'])(
    'none stands below nothing, though the window reaches below it: %s',
    (read) => {
      const low = prepareChain(assembleChain(saltmarshNine(), read).spec!)
      const [least, most] = low.spec.range
      const below = { low: least - (most - least), high: most }
      const at = (h: number): number => 500 - ((h - below.low) / (below.high - below.low)) * 440
      const unit = findFamily(low.spec.sensor.family)!.truthUnit
      for (const stage of low.spec.stages)
        for (const { label } of stageTicks(low, stage, below, at, quantityOf(unit, SETTINGS)))
          if (label !== null && unit !== '%') expect(label).not.toMatch(/^[−-]/)
    },
  )
  it('can be typed back: no thousands commas', () => {
    for (const t of stageTicks(
      chain,
      'element',
      { low: -10, high: 60 },
      (h) => 500 - h * 6,
      quantity('°C'),
    ))
      if (t.label) expect(parseQuantity(t.label, 'Ω')).toBe(Number(t.label))
  })
})
