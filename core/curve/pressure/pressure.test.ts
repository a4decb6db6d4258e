import { describe, expect, it } from 'vitest'
import { normalStream, uniformStream } from '../../math/index.ts'
import { standardPressureKPa } from '../../standards/index.ts'
import { familyOf } from '../registry.ts'
import type { GivenNumber } from '../recipe.ts'
import {
  fuelOverManifoldKPa,
  GENERIC_TYPES,
  lookAlikes,
  pressureTypes,
  wrongRange,
} from './index.ts'
import { coded } from '../../coded.fixture.ts'
import { orElse } from '../../error.ts'

const AIR = 93.9
const type = (id: string) => GENERIC_TYPES.find((t) => t.id === id)!
const voltsOf = (id: string, kPaAbsolute: number): number => {
  const t = type(id)
  return 0.5 + (4 * (t.face === 'gauge' ? kPaAbsolute - AIR : kPaAbsolute)) / t.high.kPa
}
const given = (value: number): GivenNumber => ({
  value,
  typed: String(value),
  own: 0.1,
  common: 0,
  instrument: null,
})
const method = (family: string, id: string) => familyOf(family).methods.find((m) => m.id === id)!

describe('look-alikes', () => {
  it.each(GENERIC_TYPES.map((t) => t.id))('%s is found from two known pressures', (id) => {
    const top = Math.min(3.5, type(id).high.kPa / 100) * 90
    const points = [AIR, Math.max(20, top)].map((truth) => ({
      truth,
      signal: voltsOf(id, truth),
      truthUncertainty: 0.5,
      signalUncertainty: 0.005,
    }))
    const found = lookAlikes(points, GENERIC_TYPES, AIR)
    // a 160 bar sensor hardly moves for a hand pump: it need only be among those that fit
    if (id === 'gauge-160') expect(found.filter((f) => f.fits).map((f) => f.id)).toContain(id)
    else expect(found[0]!.id).toBe(id)
    expect(found.reduce((s, f) => s + f.probability, 0)).toBeCloseTo(1, 9)
  })
  it('open to the air alone tells absolute ranges apart, and says what test parts the gauge ones', () => {
    const one = lookAlikes(
      [
        {
          truth: AIR,
          signal: voltsOf('absolute-3', AIR),
          truthUncertainty: 0.3,
          signalUncertainty: 0.004,
        },
      ],
      GENERIC_TYPES,
      AIR,
    )
    expect(one[0]!.id).toBe('absolute-3')
    const zero = lookAlikes(
      [{ truth: AIR, signal: 0.5, truthUncertainty: 0.3, signalUncertainty: 0.004 }],
      GENERIC_TYPES,
      AIR,
    )
    expect(zero.slice(0, 4).map((f) => f.type.face)).toEqual(['gauge', 'gauge', 'gauge', 'gauge'])
    expect(zero[0]!.probability).toBeLessThan(0.5)
    expect(zero[0]!.partAt! - AIR).toBeGreaterThanOrEqual(200)
  })
  it('is right with real noise and a part’s tolerance, in nearly every trial', () => {
    const normal = normalStream(uniformStream(11))
    const ids = GENERIC_TYPES.filter((t) => t.id !== 'gauge-160').map((t) => t.id)
    let right = 0
    for (let i = 0; i < 300; i++) {
      const id = ids[i % ids.length]!,
        off = 0.02 * normal()
      const points = [AIR, AIR + 150].map((truth) => ({
        truth,
        signal: Math.min(4.9, voltsOf(id, truth) + off + 0.004 * normal()),
        truthUncertainty: 1,
        signalUncertainty: 0.004,
      }))
      if (lookAlikes(points, GENERIC_TYPES, AIR)[0]!.id === id) right++
    }
    expect(right / 300).toBeGreaterThan(0.9)
  })
  it('refuses volts beyond the rail and nothing at all; a list may be added to', () => {
    expect(() => lookAlikes([{ truth: 100, signal: 7 }], GENERIC_TYPES, AIR)).toThrow(
      /beyond a 5 V supply/,
    )
    expect(() => lookAlikes([], GENERIC_TYPES, AIR)).toThrow(coded('too-few-points'))
    const own = {
      id: 'own-1',
      name: 'Mine',
      face: 'absolute' as const,
      low: { kPa: 20, volt: 0.4 },
      high: { kPa: 250, volt: 4.65 },
    }
    expect(pressureTypes({ types: [own] })[0]).toEqual(own)
    expect(pressureTypes({ types: [{ ...own, high: own.low }] })).toHaveLength(GENERIC_TYPES.length)
    expect(
      familyOf('pressure-absolute').assume({ types: [own], assumedCurve: 'own-1' })!.name,
    ).toBe('Mine')
  })
})

it('the wrong range reads by the ratio of the two', () => {
  const [idle, full] = wrongRange(type('absolute-3'), type('absolute-2-5'), [35, 250], AIR)
  expect(idle!.shownKPa / idle!.trueKPa).toBeCloseTo(2.5 / 3, 6)
  expect(full!.shownKPa).toBeCloseTo(250 * (2.5 / 3), 6)
  // beyond its own range the fitted one sticks
  expect(wrongRange(type('absolute-1'), type('absolute-3'), [250], AIR)[0]!.shownKPa).toBeCloseTo(
    ((4.9 - 0.5) / 4) * 300,
    6,
  )
  expect(
    wrongRange(type('gauge-7'), type('gauge-10'), [AIR + 350], AIR)[0]!.shownKPa - AIR,
  ).toBeCloseTo(500, 6)
})

it('fuel pressure counts against the manifold', () => {
  expect(fuelOverManifoldKPa(300, 100, 100)).toBe(300)
  expect(fuelOverManifoldKPa(300, 220, 100)).toBe(180)
})

describe('how a pressure is made', () => {
  it('a metre of water is 9.79 kPa at 20 °C, above the air where the sensor is absolute', () => {
    expect(method('pressure-gauge', 'column').truth({ height: given(1) }, {})!.value).toBeCloseTo(
      9.789,
      3,
    )
    expect(
      method('pressure-absolute', 'column').truth({ height: given(-1), altitude: given(640) }, {})!
        .value,
    ).toBeCloseTo(standardPressureKPa(640) - 9.789, 3)
  })
  it('five kilograms on a 20 mm piston are 156 kPa; a pump adds to the air', () => {
    expect(
      method('pressure-gauge', 'weight').truth({ mass: given(5), diameter: given(0.02) }, {})!
        .value,
    ).toBeCloseTo((5 * 9.80665) / (Math.PI * 1e-4) / 1000, 6)
    expect(
      method('pressure-absolute', 'pump').truth({ gauge: given(150), pressure: given(99) }, {})!
        .value,
    ).toBeCloseTo(249, 9)
    expect(
      method('pressure-absolute', 'open').truth({ altitude: given(0) }, {})!.common,
    ).toContainEqual(expect.objectContaining({ id: 'weather' }))
  })
})

describe('checks', () => {
  const family = familyOf('pressure-gauge')
  const said = (
    points: { truth: number; signal: number; method?: string }[],
    settings: Record<string, unknown> = { assumedCurve: 'gauge-10' },
  ) => {
    // what the fit refuses it says itself
    const fit = orElse(() => family.fit(points, {}), null)
    return family.checks(points, fit, settings).map((f) => f.code)
  }
  it('name a stuck, a reversed, a shifted and a look-alike sensor, and volts beyond the supply', () => {
    expect(
      said([
        { truth: 0, signal: 0.5 },
        { truth: 400, signal: 0.51 },
      ]),
    ).toEqual(['stuck'])
    expect(
      said([
        { truth: 0, signal: 4.5 },
        { truth: 400, signal: 2.9 },
      ]),
    ).toEqual(['falls'])
    expect(
      said([
        { truth: 0, signal: 0.62 },
        { truth: 400, signal: 2.22 },
      ]),
    ).toEqual(['offset'])
    expect(
      said([
        { truth: 0, signal: 0.5 },
        { truth: 400, signal: 0.5 + 1.6 * (10 / 7) },
      ]),
    ).toEqual(['other-range'])
    expect(said([{ truth: 0, signal: 12 }])).toContain('beyond-supply')
    expect(
      said([
        { truth: 0, signal: 0.5 },
        { truth: 400, signal: 2.1 },
      ]),
    ).toEqual([])
  })
  it('tells a sealed back from a vented one where the air is thin', () => {
    const off = standardPressureKPa(2000) - 101.325
    expect(
      said([{ truth: 0, signal: 0.5 + (4 * off) / 1000, method: 'open' }], {
        assumedCurve: 'gauge-10',
        altitudeM: 2000,
      }),
    ).toEqual(['sealed'])
    expect(
      said([{ truth: 0, signal: 0.5, method: 'open' }], {
        assumedCurve: 'gauge-10',
        altitudeM: 2000,
      }),
    ).toEqual([])
    expect(
      said([{ truth: 0, signal: 0.5, method: 'open' }], {
        assumedCurve: 'gauge-10',
        altitudeM: 100,
      }),
    ).toEqual(['sealed-or-vented'])
  })
  it('warns of a ground through the thread, and of a sender that stands still', () => {
    const sender = familyOf('pressure-sender')
    expect(
      sender
        .checks(
          [
            { truth: 0, signal: 30 },
            { truth: 300, signal: 30.1 },
          ],
          null,
          {},
        )
        .map((f) => f.code),
    ).toEqual(['thread-ground', 'stuck'])
  })
})

it.each([
  ['pressure-absolute', 180],
  ['pressure-gauge', 80],
  ['pressure-sender', 80],
] as const)(
  '%s: beside a trusted gauge the truth is what was typed, and the gauge’s offset is shared',
  (family, kPa) => {
    const beside = method(family, 'beside')
    const worked = beside.truth(
      {
        truth: {
          ...given(kPa),
          common: 0.6,
          instrument: { id: 'g1', name: 'Test gauge' } as GivenNumber['instrument'],
        },
      },
      {},
    )!
    expect(worked.value).toBe(kPa)
    expect(worked.own).toBeCloseTo(Math.hypot(0.5, 0.1), 9)
    expect(worked.common).toEqual([{ id: 'g1', of: 'truth', sigma: 0.6 }])
    expect(beside.truth({}, {})).toBeNull()
    expect(beside.asks.flat().map((a) => a.role)).toEqual(
      family === 'pressure-sender' ? ['truth'] : ['truth', 'supply'],
    )
  },
)
