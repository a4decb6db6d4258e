import { describe, expect, it } from 'vitest'
import {
  bestNextDrop,
  CONTRADICTS,
  estimateGround,
  linearised,
  readerBands,
  type Drop,
} from './estimate.ts'
import { meterScatterV, seededVehicle, STATES } from './vehicle.fixture.ts'

const VEHICLES = 500

/** A few drops anywhere, as somebody would take them. */
function someDrops(v: ReturnType<typeof seededVehicle>, count: number): Drop[] {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(v.uniform() * list.length)]!
  const drops = new Map<string, Drop>()
  while (drops.size < count) {
    const [plus, minus, state] = [pick(v.nodes), pick(v.nodes), pick(STATES)]
    if (plus === minus) continue
    const drop = v.measure(plus, minus, state)
    drops.set(drop.id, drop)
  }
  return [...drops.values()]
}

describe('ohms found from volt drops', () => {
  it('answer to each ohm and ampere as a small change of it shows', () => {
    const { truth, readers } = seededVehicle(3)
    const { volts, rows } = linearised('-', truth, readers)
    const h = 1e-5
    truth.wires.forEach((w, i) => {
      const moved = truth.wires.map((x, k) => (k === i ? { ...x, ohm: w.ohm * Math.exp(h) } : x))
      const there = linearised('-', { ...truth, wires: moved }, readers).volts
      readers.forEach((_, k) => expect((there[k]! - volts[k]!) / h).toBeCloseTo(rows[k]![i]!, 4))
    })
    truth.loads.forEach((l, i) => {
      const moved = truth.loads.map((x, k) => (k === i ? { ...x, ampere: l.ampere * (1 + h) } : x))
      const there = linearised('-', { ...truth, loads: moved }, readers).volts
      readers.forEach((_, k) =>
        expect((there[k]! - volts[k]!) / h).toBeCloseTo(rows[k]![truth.wires.length + i]!, 4),
      )
    })
  })

  it(`have bands that hold 93 to 98 % of the truth, on ${VEHICLES} vehicles`, () => {
    let inside = 0
    let asked = 0
    for (let seed = 0; seed < VEHICLES; seed++) {
      const v = seededVehicle(1000 + seed)
      const found = estimateGround({ ...v, drops: someDrops(v, 2 + (seed % 7)) })
      found.wires.forEach((w, i) => {
        asked++
        if (Math.abs(Math.log(w.ohm / v.truth.wires[i]!.ohm)) <= 1.96 * w.doubt) inside++
      })
    }
    expect(inside / asked).toBeGreaterThan(0.93)
    expect(inside / asked).toBeLessThan(0.98)
  })

  it('make the offsets of readers known: their bands hold what is true as often', () => {
    let inside = 0
    let asked = 0
    for (let seed = 0; seed < 60; seed++) {
      const v = seededVehicle(5000 + seed)
      const found = estimateGround({ ...v, drops: someDrops(v, 4) })
      const truth = linearised('-', v.truth, v.readers)
      readerBands('-', found, v.readers).forEach(({ volt, band }, k) => {
        asked++
        if (Math.abs(volt - v.readers[k]!.factor * truth.volts[k]!) <= band) inside++
      })
    }
    expect(inside / asked).toBeGreaterThan(0.93)
  })

  it('name the drop that narrows the worst reader more than one taken at random, nine times in ten', () => {
    let better = 0
    const tried = 60
    for (let seed = 0; seed < tried; seed++) {
      const v = seededVehicle(9000 + seed)
      const before = someDrops(v, 2)
      const estimate = estimateGround({ ...v, drops: before })
      const next = bestNextDrop({
        ...v,
        estimate,
        states: STATES,
        sigmaV: meterScatterV,
      })!
      const widest = (drop: Drop): number => {
        const found = estimateGround({ ...v, drops: [...before, drop] })
        const bands = readerBands('-', found, v.readers, 100)
        return Math.max(...bands.map((b, k) => b.band / v.readers[k]!.needV))
      }
      const named = widest(v.measure(next.plus, next.minus, next.state))
      const [random] = someDrops(v, 1)
      if (named < widest(random!) || random!.id === `${next.plus} to ${next.minus}, ${next.state}`)
        better++
    }
    expect(better / tried).toBeGreaterThanOrEqual(0.9)
  })

  it('leave what was never measured as it was believed', () => {
    const v = seededVehicle(1)
    const found = estimateGround({ ...v, drops: [] })
    found.wires.forEach((w, i) => {
      expect(w.ohm).toBeCloseTo(v.wires[i]!.ohm, 12)
      expect(w.doubt).toBeCloseTo(v.wires[i]!.doubt, 9)
    })
  })

  it('tell a drop whose probes were exchanged from those that agree', () => {
    const v = seededVehicle(8)
    const right = ['idle', 'fans', 'all'].map((s) => v.measure('display', '-', s))
    const calm = estimateGround({ ...v, drops: right })
    for (const d of calm.drops) expect(Math.abs(d.strays)).toBeLessThan(CONTRADICTS)
    const wrong = right.map((d, i) => (i === 1 ? { ...d, volt: -d.volt } : d))
    const said = estimateGround({ ...v, drops: wrong })
    const worst = said.drops.reduce((a, b) => (Math.abs(b.strays) > Math.abs(a.strays) ? b : a))
    expect(worst.id).toBe(right[1]!.id)
    expect(Math.abs(worst.strays)).toBeGreaterThan(CONTRADICTS)
  })

  it('refuse a doubt or a meter of nothing', () => {
    const v = seededVehicle(2)
    const sure = v.wires.map((w) => ({ ...w, doubt: 0 }))
    expect(() => estimateGround({ ...v, wires: sure, drops: [] })).toThrow(
      expect.objectContaining({ code: 'not-positive' }),
    )
    const drop = { ...v.measure('block', '-', 'all'), sigmaV: 0 }
    expect(() => estimateGround({ ...v, drops: [drop] })).toThrow(
      expect.objectContaining({ code: 'not-positive' }),
    )
  })
})
