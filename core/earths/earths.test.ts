import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { applyChange, type Build, type Edited } from '../build/index.ts'
import {
  assembleChain,
  assembleOnGround,
  isReaderProven,
  prepareChain,
  readStatus,
  walkForward,
} from '../chain/index.ts'
import {
  groundCost,
  proposeRepairs,
  repaired,
  solvedGround,
  vehicleGround,
  worstShare,
} from '../ground/index.ts'
import {
  brokenRules,
  busiestState,
  groundAdvice,
  groundFrom,
  groundPicture,
  groundSlopes,
  offsetByStrap,
  offBy,
  shieldCosts,
  shieldEnds,
  wantedFor,
  planOf,
  schemesOf,
  TEMPLATES,
} from './index.ts'

const sample = saltmarshNine()
let count = 0
const after = (build: Build, change: Edited): Build =>
  applyChange(build, change, { id: `c${count++}`, at: '2026-11-27T12:00:00Z', by: '' })
const inState = (build: Build, state: string | null): Build =>
  after(build, { kind: 'editVehicle', args: { patch: { state } } })

const all = 'state-all'
const slopes = groundSlopes(sample)
const solved = solvedGround(sample).solved!
const picture = groundPicture({ ...solved.ground, ...solved.estimate }, slopes, all)
const costOf = (read: string) => picture.costs.find((c) => c.read === read)!

describe('what a volt of ground does to a reader', () => {
  it('is what its chain shows when its ground is lifted', () => {
    for (const read of ['rd-oil-display', 'rd-fuel', 'rd-gearbox']) {
      const { at, perVolt } = slopes.find((s) => s.read === read)!
      const shown = (volt: number): number =>
        walkForward(prepareChain(assembleOnGround(sample, read, volt).spec!), at).shown
      expect(shown(0.02) - shown(0)).toBeCloseTo(0.02 * perVolt, 1)
      expect(Math.abs(perVolt)).toBeGreaterThan(1)
    }
  })
  it('is known of every reader that has a chain', () => {
    const readers = sample.channels.flatMap((c) => c.reads)
    const whole = readers.filter((r) => assembleChain(sample, r.id).spec)
    expect(slopes.map((s) => s.read).sort()).toEqual(whole.map((r) => r.id).sort())
  })
})

describe('the grounds of the sample in a state', () => {
  it('are what the public function says of the same network', () => {
    const { reference, loads, feet } = vehicleGround(sample)!
    const { states } = groundCost({
      reference,
      loads: solved.estimate.loads.map((l, i) => ({ ...l, states: loads[i]!.states })),
      wires: solved.estimate.wires,
      readers: [...feet].map(([id, { sensor, converter }]) => ({
        ...{ id, kind: 'fixed' as const, sensorGround: sensor, converterGround: converter },
      })),
    })
    for (const c of picture.costs) expect(c.volt).toBeCloseTo(states[all]!.readerV[c.read]!, 9)
    for (const [post, volt] of Object.entries(picture.volt))
      expect(volt).toBeCloseTo(states[all]!.nodeV[post]!, 9)
  })

  it('lift the display by the fan that shares its wire, and what it reads with it', () => {
    const oil = costOf('rd-oil-display')
    expect(oil.share).toBeGreaterThan(1)
    expect(oil.byLoad[0]!.load).toBe('gl-fan')
    expect(picture.volt['gp-display']!).toBeGreaterThan(picture.volt['gp-bulkhead']!)
    expect(oil.byLoad.reduce((s, l) => s + l.off, 0)).toBeCloseTo(oil.off, 9)
    expect(busiestState(sample)).toBe('state-cranking')
  })

  it('are level at rest, whoever asks', () => {
    const rest = groundPicture({ ...solved.ground, ...solved.estimate }, slopes, null)
    for (const c of rest.costs) expect(c.off).toBeCloseTo(0, 12)
  })

  it('are in the chain of each channel, once the vehicle is looked at in that state', () => {
    const on = inState(sample, all)
    for (const read of ['rd-oil-display', 'rd-gearbox', 'rd-fuel']) {
      const cost = costOf(read)
      const shown = (b: Build): number =>
        walkForward(prepareChain(assembleChain(b, read).spec!), cost.at).shown
      const moved = shown(on) - shown(sample)
      expect(Math.abs(moved - cost.off)).toBeLessThan(0.05 * Math.abs(cost.off) + 0.02)
    }
    expect(readStatus(on, readerOf(on, 'rd-oil-display')).state).toBe('wrong')
  })

  it('leave alone what somebody measured at the pin, and every proof', () => {
    const on = inState(sample, all)
    const shown = (b: Build): number =>
      walkForward(prepareChain(assembleChain(b, 'rd-coolant').spec!), 95).shown
    expect(shown(on)).toBe(shown(sample))
    for (const { read } of sample.proofs)
      expect(isReaderProven(on, read)).toBe(isReaderProven(sample, read))
  })

  it('widen the band of a reader by what is not known of the straps', () => {
    const half = (b: Build): number => readStatus(b, readerOf(b, 'rd-oil-display')).worst!.band
    const on = inState(sample, all)
    const volt = Number((picture.volt['gp-display']! - picture.volt['gp-block']!).toFixed(3))
    const drop = after(on, {
      kind: 'addMeasurement',
      args: {
        measurement: {
          ...{ id: 'd1', at: '2026-11-27T12:00:00Z', by: '', method: 'volt drop', note: '' },
          about: { kind: 'drop', plus: 'gp-display', minus: 'gp-block', state: all },
          readings: [
            { role: 'drop', typed: String(volt), unit: 'V', value: volt, instrument: null },
          ],
          struck: null,
        },
      },
    })
    expect(half(on)).toBeGreaterThan(half(sample))
    expect(half(drop)).toBeLessThan(0.8 * half(on))
  })
})

const readerOf = (build: Build, id: string) =>
  build.channels.flatMap((c) => c.reads).find((r) => r.id === id)!

describe('what is said of the sample’s grounds', () => {
  const advice = groundAdvice(sample, solved, slopes, all)

  it('proposes to take the fan off the display, and the line-up is better for it', () => {
    const [first] = advice.repairs
    expect(first!.repair).toEqual({ kind: 'move-return', load: 'gl-fan', to: 'gp-battery' })
    const on = inState(sample, all)
    const moved = after(on, {
      kind: 'editLoad',
      args: { id: 'gl-fan', patch: { into: 'gp-battery' } },
    })
    const off = (b: Build): number =>
      Math.abs(readStatus(b, readerOf(b, 'rd-oil-display')).worst!.bias)
    expect(off(moved)).toBeLessThan(0.5 * off(on))
    expect(first!.after).toBeLessThan(first!.before)
  })

  it('says of the first repair what the picture then shows', () => {
    const [first] = advice.repairs
    const worst = (b: Build): number => {
      const then = solvedGround(b).solved!
      const shares = groundPicture({ ...then.ground, ...then.estimate }, slopes, all).costs
      return Math.max(...shares.filter((c) => !c.overridden).map((c) => c.share))
    }
    expect(first!.before).toBeCloseTo(worst(sample), 6)
    // the drops that were measured before say something else of a fan that now returns elsewhere
    const unmeasured = {
      ...sample,
      measurements: sample.measurements.filter((m) => m.about.kind !== 'drop'),
    }
    const then = groundAdvice(unmeasured, solvedGround(unmeasured).solved!, slopes, all).repairs[0]!
    if (then.repair.kind !== 'move-return') throw new Error('another repair than was drawn')
    const { load, to } = then.repair
    const moved = after(unmeasured, { kind: 'editLoad', args: { id: load, patch: { into: to } } })
    expect(worst(moved)).toBeCloseTo(then.after, 6)
  })

  it('keeps what drops said when the wiring they were measured on is changed', () => {
    const known = solved.estimate.wires.find((w) => w.id === 'gs-bulkhead-battery')!
    const moved = after(sample, {
      kind: 'rewireGround',
      args: {
        ...{ at: '2026-11-27T12:00:00Z', why: 'the fan’s return was moved' },
        ohms: [{ strap: known.id, ohm: known.ohm, doubt: known.doubt }],
        amperes: [],
        change: { kind: 'editLoad', args: { id: 'gl-fan', patch: { into: 'gp-battery' } } },
      },
    })
    const then = solvedGround(moved).solved!
    expect(then.ground.drops).toEqual([])
    expect(then.estimate.wires.find((w) => w.id === known.id)!.ohm).toBeCloseTo(known.ohm, 9)
    expect(moved.loads.find((l) => l.id === 'gl-fan')!.into).toBe('gp-battery')
    // the volts across it fall with the fan's current, where an old drop would have held them up
    const across = groundPicture({ ...then.ground, ...then.estimate }, slopes, all)
    expect(across.volt['gp-bulkhead']!).toBeLessThan(0.6 * picture.volt['gp-bulkhead']!)
  })

  it('names a drop that would tell more, and bands for every reader', () => {
    const { next, bands } = advice
    expect(next!.after).toBeLessThan(next!.before)
    expect(Object.keys(bands).length).toBeGreaterThan(10)
    expect(bands['rd-oil-display']!).toBeGreaterThan(0)
  })

  it('ranks the schools by the worst reader each leaves', () => {
    const plan = planOf(sample, solved, slopes, all)
    const schemes = schemesOf(sample, plan)
    const worst = schemes.map((s) => s.worst)
    expect(worst).toEqual([...worst].sort((a, b) => a - b))
    expect(new Set(schemes.map((s) => `${s.power} ${s.sensors}`)).size).toBe(schemes.length)
    const local = schemes.find((s) => s.power === 'battery' && s.sensors === 'local')!
    const own = schemes.find((s) => s.power === 'battery' && s.sensors === 'at-the-unit')!
    expect(own.worst).toBeLessThanOrEqual(local.worst)
  })

  it('lifts a shield that is grounded at both ends, and says what that brings', () => {
    const plan = planOf(sample, solved, slopes, all)
    const shield = 'gs-sensors-block'
    const tried = proposeRepairs(plan, 200).find((t) => t.repair.kind === 'lift-shield')
    const without = worstShare({ ...plan, wires: plan.wires.filter((w) => w.id !== shield) })
    if (tried) expect(tried.after).toBeCloseTo(without, 12)
    expect(repaired(plan, { kind: 'lift-shield', wire: shield })!.wires.map((w) => w.id)).toEqual(
      plan.wires.map((w) => w.id).filter((id) => id !== shield),
    )
    // nobody runs a second wire beside a shield
    expect(
      proposeRepairs(plan, 200).some(
        (t) => t.repair.kind === 'double-wire' && t.repair.wire === shield,
      ),
    ).toBe(false)
  })

  it('put what each reader stands off down to the straps, and nothing is left over', () => {
    for (const cost of picture.costs) {
      const parts = offsetByStrap({ ...solved.ground, ...solved.estimate }, picture, cost)
      expect(Object.values(parts).reduce((a, b) => a + b, 0)).toBeCloseTo(cost.volt, 9)
    }
    // the display stands on its own wire and the bulkhead cable: the nose has no part in it
    const parts = offsetByStrap(
      { ...solved.ground, ...solved.estimate },
      picture,
      costOf('rd-oil-display'),
    )
    expect(Math.abs(parts['gs-display-bulkhead']!)).toBeGreaterThan(0.02)
    expect(parts['gs-nose-bulkhead']!).toBeCloseTo(0, 12)
  })

  it('breaks the rules it was drawn to break', () => {
    const codes = brokenRules(sample, picture).map((r) => r.says.code)
    expect(codes).toContain('load-on-device-ground')
    expect(codes).toContain('shield-both-ends')
    // a shield is told as a shield, and not as a stray wire
    expect(codes).not.toContain('sensor-ground-elsewhere')
    const thin = brokenRules(sample, picture).filter((r) => r.says.code === 'thin-wire')
    expect(thin.map((r) => r.post)).toContain('gp-tank')
    const more = after(sample, {
      kind: 'editLoad',
      args: { id: 'gl-pump', patch: { ampere: { value: 22, basis: 'measured', from: [] } } },
    })
    const then = solvedGround(more).solved!
    const hot = groundPicture({ ...then.ground, ...then.estimate }, slopes, all)
    expect(brokenRules(more, hot).map((r) => r.says.code)).toContain('wire-over-rating')
    const bolted = after(sample, {
      kind: 'editLoad',
      args: { id: 'gl-coils', patch: { into: 'gp-bulkhead' } },
    })
    expect(brokenRules(bolted, picture).map((r) => r.says.code)).toContain('pulse-return')
    expect(codes).not.toContain('pulse-return')
    const worse = after(sample, {
      kind: 'editLoad',
      args: { id: 'gl-coils', patch: { into: 'gp-sensors' } },
    })
    expect(brokenRules(worse, picture).map((r) => r.says.code)).toContain('load-in-sensor-ground')
    const again = after(sample, {
      kind: 'addStrap',
      args: { strap: { ...sample.straps[0]!, id: 'gs-x', a: 'gp-sensors', b: 'gp-bulkhead' } },
    })
    expect(brokenRules(again, picture).map((r) => r.says.code)).toContain('sensor-ground-elsewhere')
    const alone = after(sample, { kind: 'removeStrap', args: { id: 'gs-bulkhead-battery' } })
    expect(brokenRules(alone, picture).map((r) => r.says.code)).toContain('battery-lead-missing')
  })
})

describe('templates', () => {
  it.each(TEMPLATES)('$id grounds every device and solves', (template) => {
    let n = 0
    const args = groundFrom(template, sample, () => `t${n++}`)
    const build = after(sample, { kind: 'startGround', args })
    const { solved: found, problem } = solvedGround(build)
    expect(problem).toBe(null)
    for (const d of build.devices)
      expect(build.posts.some((p) => p.device === d.id && p.kind === 'device')).toBe(true)
    expect(found!.offsets.size).toBe(build.channels.flatMap((c) => c.reads).length)
    // all of it is assumed
    expect(build.straps.every((s) => s.ohm === null)).toBe(true)
    expect(build.loads.every((l) => l.ampere.basis === 'assumed')).toBe(true)
  })

  it('say what is wrong where no battery is drawn, or a part hangs from nothing', () => {
    const bare = {
      ...sample,
      posts: sample.posts.filter((p) => p.kind !== 'battery'),
      straps: [],
      loads: [],
    }
    expect(solvedGround(bare).problem).toContain('battery')
    const loose = {
      ...sample,
      straps: sample.straps.filter((s) => s.a !== 'gp-bulkhead'),
      posts: [...sample.posts],
    }
    // what hangs from nothing is named, and the rest is solved without it
    const { solved: rest, problem } = solvedGround(loose)
    expect(problem).toBe(null)
    expect(rest!.ground.loose).toContain('gp-bulkhead')
    expect(rest!.ground.feet.has('rd-fuel')).toBe(false)
    expect(rest!.ground.feet.has('rd-air')).toBe(true)
    const on = { ...loose, vehicle: { ...loose.vehicle, state: all } }
    expect(readStatus(on, readerOf(loose, 'rd-fuel')).chain).not.toBe(null)
  })
})

describe('a shield on the sample', () => {
  const ends = shieldEnds(sample)!
  const of = (lengthM: number) =>
    shieldCosts(solved, slopes, all, { ...ends, far: 'gp-bulkhead', lengthM })

  it('carries nothing at one end, and ground current at both', () => {
    const [unit, far, both] = of(1.5)
    expect(unit!.ampere).toBe(0)
    expect(far!.ampere).toBe(0)
    expect(both!.ampere).toBeGreaterThan(0.1)
    // a longer one carries less
    expect(of(6)[2]!.ampere).toBeLessThan(both!.ampere)
  })

  it('costs the readers on the sensor ground what the network with that wire says', () => {
    const { worst } = of(1.5)[2]!
    const { reference, feet } = vehicleGround(sample)!
    const read = worst!.cost.read
    const foot = feet.get(read)!
    const reader = {
      ...{ id: read, kind: 'fixed' as const },
      ...{ sensorGround: foot.sensor, converterGround: foot.converter },
    }
    const loads = solved.estimate.loads
    const at = (wires: typeof solved.estimate.wires): number =>
      groundCost({ reference, loads, wires, readers: [reader] }).states[all]!.readerV[read]!
    const braid = { id: 'x', a: 'gp-bulkhead', b: 'gp-sensors', ohm: 1.5 * 0.02 + 0.002, doubt: 1 }
    const slope = slopes.find((s) => s.read === read)!
    const moved =
      offBy(slope, at([...solved.estimate.wires, braid])) - offBy(slope, at(solved.estimate.wires))
    expect(worst!.off).toBeCloseTo(moved, 9)
    expect(worst!.share).toBeGreaterThan(0)
  })

  it('lifts the sensor ground over the unit by what the network with that wire says', () => {
    const { liftV } = of(1.5)[2]!
    const { reference } = vehicleGround(sample)!
    const at = (wires: typeof solved.estimate.wires): number =>
      groundCost({
        ...{ reference, wires, loads: solved.estimate.loads },
        readers: [
          { id: 'edge', kind: 'fixed', sensorGround: ends.sensors, converterGround: ends.unit },
        ],
      }).states[all]!.readerV.edge!
    const braid = { id: 'x', a: 'gp-bulkhead', b: ends.sensors, ohm: 1.5 * 0.02 + 0.002, doubt: 1 }
    expect(liftV).toBeCloseTo(at([...solved.estimate.wires, braid]) - at(solved.estimate.wires), 9)
    expect(Math.abs(liftV)).toBeGreaterThan(1e-4)
    expect(of(1.5).map((c) => c.liftV === 0)).toEqual([true, true, false])
  })

  it('is wanted most by edges, and not by what is slow', () => {
    expect(wantedFor('frequency', true).cable).toBe('shielded-pair')
    expect(wantedFor('resistance', false).cable).toBe('single')
  })
})
