import { maker } from '../core/build/make.ts'
import { createBuild, type Build, type Instrument, type Measurement } from '../core/build/index.ts'
import { familyOf } from '../core/curve/registry.ts'
import { EchtError } from '../core/error.ts'
import { enterTable, openBuild, proposedTable, readingAt } from '../core/index.ts'
import { interpolate } from '../core/table/interpolate.ts'
import { uniformStream } from '../core/math/index.ts'
import { platinumOhm } from '../core/standards/index.ts'
import { someTank, TANK_KINDS, type Between } from './tanks.ts'

/** A sensor as it really is, and the input it will hang on. */
type World = {
  settings?: Record<string, unknown>
  range: [number, number]
  really: (truth: number) => number
  /** limits of the instrument that says the truth, in its unit; and how it is read */
  truthLimit: number
  truthDigits: number
  signalDigits: number
  pullOhm?: number
  /** it cannot be moved past its range: a tank is never emptier than empty */
  stops?: boolean
}

const ABSOLUTE = 273.15

/** Sensors of each family, drawn by chance, none of them from the library. */
export const WORLDS: Record<string, (draw: Between, seed: number) => World> = {
  thermistor: (draw) => {
    const r25 = Math.exp(draw(Math.log(800), Math.log(8000))),
      beta = draw(3200, 4200),
      bend = draw(0.5e-7, 1.8e-7)
    const l25 = Math.log(r25),
      t25 = 25 + ABSOLUTE
    // a real thermistor is no plain exponential: Steinhart-Hart with its cubic term, by its slope at 25 °C
    const b = 1 / beta - 3 * bend * l25 ** 2,
      a = 1 / t25 - b * l25 - bend * l25 ** 3
    const really = (t: number): number => {
      let l = l25
      for (let k = 0; k < 60; k++)
        l -= (a + b * l + bend * l ** 3 - 1 / (t + ABSOLUTE)) / (b + 3 * bend * l * l)
      return Math.exp(l)
    }
    return {
      range: [0, 120],
      really,
      truthLimit: 0.5,
      truthDigits: 1,
      signalDigits: 0,
      pullOhm: Math.max(100, really(80)),
    }
  },
  platinum: (draw) => {
    const r0 = 1000 * (1 + draw(-0.001, 0.001))
    return {
      settings: { r0Ohm: '1000' },
      range: [0, 200],
      really: (t) => platinumOhm(t, r0),
      truthLimit: 0.5,
      truthDigits: 1,
      signalDigits: 1,
      pullOhm: 2200,
    }
  },
  'pressure-absolute': (draw) => bridge([20, draw(200, 400)], draw),
  'pressure-gauge': (draw) => bridge([0, draw(500, 1100)], draw),
  'pressure-sender': (draw) => {
    const [zero, full] = draw(0, 1) < 0.5 ? [10, 184] : [240, 33]
    const power = draw(0.75, 1.3)
    return {
      range: [0, 700],
      really: (p) => zero! + (full! - zero!) * (p / 700) ** power,
      stops: true,
      truthLimit: 5,
      truthDigits: 0,
      signalDigits: 1,
      pullOhm: 150,
    }
  },
  lambda: (draw) => {
    const [low, high] = [draw(0.62, 0.68), draw(1.3, 1.5)]
    return {
      range: [0.7, 1.3],
      really: (l) => 0.2 + (4.6 * (l - low)) / (high - low),
      truthLimit: 0.002,
      truthDigits: 3,
      signalDigits: 3,
    }
  },
  level: (draw, seed) => {
    const full = Math.round(draw(30, 80))
    const ends = draw(0, 1) < 0.5 ? ([10, 180] as const) : ([240, 33] as const)
    return {
      range: [0, full],
      really: someTank(TANK_KINDS[seed % TANK_KINDS.length]!, full, ends, draw),
      stops: true,
      truthLimit: 0.2,
      truthDigits: 1,
      signalDigits: 1,
      pullOhm: 150,
    }
  },
  'level-volts': (draw, seed) => {
    const full = Math.round(draw(30, 80))
    const ends = draw(0, 1) < 0.5 ? ([0.5, 4.5] as const) : ([4.4, 0.6] as const)
    return {
      range: [0, full],
      really: someTank(TANK_KINDS[seed % TANK_KINDS.length]!, full, ends, draw),
      stops: true,
      truthLimit: 0.2,
      truthDigits: 1,
      signalDigits: 3,
    }
  },
  position: (draw) => {
    const [closed, open] =
      draw(0, 1) < 0.5 ? [draw(0.4, 0.8), draw(4, 4.6)] : [draw(4, 4.6), draw(0.4, 0.8)]
    return {
      range: [0, 100],
      really: (p) => closed + ((open - closed) * p) / 100,
      stops: true,
      truthLimit: 0.5,
      truthDigits: 1,
      signalDigits: 3,
    }
  },
  thermocouple: (draw) => {
    const [gain, offset] = [1 + draw(-0.01, 0.01), draw(-0.01, 0.01)]
    return {
      range: [0, 900],
      really: (t) => offset + 0.005 * gain * t,
      truthLimit: 2,
      truthDigits: 0,
      signalDigits: 3,
    }
  },
  'air-meter-volts': (draw) => {
    const [still, power] = [draw(0.8, 1.4), draw(0.42, 0.6)]
    return {
      range: [10, 500],
      really: (q) => Math.sqrt(still ** 2 + (4.6 ** 2 - still ** 2) * (q / 500) ** power),
      truthLimit: 4,
      truthDigits: 0,
      signalDigits: 3,
    }
  },
  'air-meter-hertz': (draw) => {
    const [still, power] = [draw(800, 2000), draw(0.5, 0.9)]
    return {
      range: [10, 500],
      really: (q) => still + 8000 * (q / 500) ** power,
      truthLimit: 4,
      truthDigits: 0,
      signalDigits: 0,
    }
  },
  speed: (draw) => {
    const perKmh = draw(3, 12)
    return {
      range: [10, 200],
      really: (v) => v * perKmh,
      truthLimit: 0.5,
      truthDigits: 1,
      signalDigits: 1,
    }
  },
}

function bridge(range: [number, number], draw: Between): World {
  const [zero, span] = [0.5 + draw(-0.03, 0.03), 4 + draw(-0.05, 0.05)]
  return {
    range,
    really: (p) => zero + (span * (p - range[0])) / (range[1] - range[0]),
    truthLimit: 1,
    truthDigits: 1,
    signalDigits: 3,
  }
}

const AT = '2026-05-02T10:00:00Z'
const WIRE_OHM = 0.1
const GROUND_V = 0.005
const PULL_LIMIT = 0.01
const REFERENCE_LIMIT = 0.01
const SUPPLY_LIMIT = 0.01
const METER_SHARE = 0.005
const COMMON = 0.8
const BITS = 12
const VOLT = 5

/** What this life drew for all that nobody measured. */
type Drawn = {
  pull: number
  reference: number
  supply: number
  signalOhm: number
  groundOhm: number
  groundV: number
  meterGain: number
  truthOff: number
  /** where in a gate the first edge falls, as its share of a period */
  phase: () => number
}

const instrument = (
  id: string,
  kind: Instrument['kind'],
  percent: number,
  offset: number,
): Instrument => ({
  id,
  name: id,
  kind,
  accuracy: { percent, digits: 1, offset, commonShare: COMMON },
  lagS: null,
  iceCheck: null,
  checkedAt: null,
  note: '',
})

/** A build with one sensor, its points as somebody with those instruments would write them down. */
function characterised(
  family: string,
  world: World,
  places: number[],
  drawn: Drawn,
  uniform: () => number,
): Build {
  const f = familyOf(family)
  let n = 0
  const make = maker(() => `id-${++n}`)
  const input = make.newInput(
    {
      pin: '1',
      signal: f.signal === 'frequency' ? 'frequency' : 'voltage',
      bits: BITS,
      referenceV: VOLT,
      pullOhm: world.pullOhm ?? null,
      pullKind: 'fitted',
      railV: VOLT,
      cells: 16,
      axis: f.signal === 'frequency' ? 'Hz' : 'V',
      highestHz: 20000,
      gateS: 0.2,
    },
    { unit: f.truthUnit, range: world.range },
  )
  const device = {
    ...make.newDevice('unit'),
    inputs: [{ ...input, referenceTolerance: REFERENCE_LIMIT }],
  }
  const span = world.range[1] - world.range[0]
  const { channel, element } = make.newChannel({
    name: 'one',
    family: f,
    settings: world.settings ?? {},
    input: input.id,
    needs: { range: world.range, best: world.range, accuracy: span / 50 },
  })
  const either = (): number => 2 * uniform() - 1
  const measurements = places.map((place, i): Measurement => {
    // the reference shows the truth, its own error and a digit either way; the sensor feels the truth
    const said = place.toFixed(world.truthDigits)
    const lastOfTruth = 10 ** -world.truthDigits
    const alone = ((1 - COMMON) * world.truthLimit + lastOfTruth) * either()
    const truth = Number(said) - drawn.truthOff - alone
    const ratio = f.drive({ ...element.settings })
    const followed = ratio.kind === 'voltage' && ratio.nominalV !== null ? drawn.supply / VOLT : 1
    const real = world.really(inside(truth, world)) * followed
    const percent = f.signal === 'frequency' ? 0 : METER_SHARE
    const digit = 10 ** -world.signalDigits
    // one digit is what the meter is stated to, and half of that is its rounding
    const heard =
      real * (1 + drawn.meterGain + (1 - COMMON) * percent * either()) + (digit / 2) * either()
    const typed = heard.toFixed(world.signalDigits)
    return {
      id: `m-${i}`,
      at: AT,
      by: '',
      about: { kind: 'point', element: element.id },
      method: 'typed',
      note: String(digit),
      struck: null,
      readings: [
        {
          role: 'signal',
          typed,
          unit: f.signalUnit,
          value: Number(typed),
          instrument: f.signal === 'frequency' ? 'counter' : 'meter',
        },
        {
          role: 'truth',
          typed: said,
          unit: f.truthUnit,
          value: Number(said),
          instrument: 'reference',
        },
      ],
    }
  })
  return openBuild({
    ...createBuild('life', 'A life', AT),
    instruments: [
      instrument('meter', 'meter', 100 * METER_SHARE, 0),
      instrument('counter', 'meter', 0, 0),
      instrument('reference', 'gauge', 0, world.truthLimit),
    ],
    devices: [device],
    elements: [element],
    channels: [channel],
    measurements,
  })
}

const inside = (truth: number, { range, stops }: World): number =>
  stops ? Math.min(range[1], Math.max(range[0], truth)) : truth

/** What the device really shows at a truth, by plain arithmetic: a divider, a converter, the table that was entered. */
function shownReally(build: Build, world: World, drawn: Drawn, truth: number): number {
  const [input] = build.devices[0]!.inputs
  const table = input!.table!.entered!
  const family = familyOf(build.elements[0]!.family)
  const rounded = (v: number): number => {
    const { decimals } = build.channels[0]!.reads[0]!.face
    return Number(v.toFixed(decimals))
  }
  const drive = family.drive({ ...build.elements[0]!.settings })
  if (drive.kind === 'frequency') {
    const { gateS } = input!.counter!
    const counts = Math.floor(world.really(truth) * gateS + drawn.phase())
    return rounded(interpolate(table, counts / gateS))
  }
  const counted = (volt: number): number => {
    const counts = Math.round((volt / drawn.reference) * 2 ** BITS)
    return (Math.min(2 ** BITS - 1, Math.max(0, counts)) / 2 ** BITS) * VOLT
  }
  if (drive.kind === 'resistance') {
    const divider = (ohm: number): number => {
      const below = ohm + drawn.signalOhm + drawn.groundOhm
      return (drawn.reference - drawn.groundV) / (drawn.pull + below)
    }
    const heat = family.heatingPerMw?.(build.elements[0]!.settings) ?? 0
    let ohm = world.really(truth)
    for (let k = 0; heat > 0 && k < 20; k++) {
      const ampere = divider(ohm)
      const warm = heat * ampere ** 2 * ohm * 1000
      ohm = world.really(truth + warm)
    }
    const pin = drawn.groundV + divider(ohm) * (ohm + drawn.signalOhm + drawn.groundOhm)
    return rounded(interpolate(table, counted(pin)))
  }
  const ground = drawn.groundV + (drive.supplyMa / 1000) * drawn.groundOhm
  const share =
    drive.nominalV === null
      ? 1
      : (drawn.reference - ground - (drive.supplyMa / 1000) * WIRE_OHM) / drive.nominalV
  return rounded(interpolate(table, counted(ground + world.really(truth) * share)))
}

export type Covered = { inside: number[]; of: number[]; refused: number }

/**
 * Whole lives of one family with so many points: an invented sensor and input, instruments within their limits, points
 * written down, the table proposed and entered, and the reading at every tenth of the range against what the band says.
 */
export function lives(family: string, points: number, count: number, seed: number): Covered {
  const covered: Covered = {
    inside: Array<number>(11).fill(0),
    of: Array<number>(11).fill(0),
    refused: 0,
  }
  for (let life = 0; life < count; life++) {
    const uniform = uniformStream(seed * 100_000 + life)
    const draw: Between = (low, high) => low + (high - low) * uniform()
    const world = WORLDS[family]!(draw, life)
    const drawn: Drawn = {
      pull: (world.pullOhm ?? 0) * (1 + draw(-PULL_LIMIT, PULL_LIMIT)),
      reference: VOLT * (1 + draw(-REFERENCE_LIMIT, REFERENCE_LIMIT)),
      supply: VOLT * (1 + draw(-SUPPLY_LIMIT, SUPPLY_LIMIT)),
      signalOhm: draw(0.5, 1.5) * WIRE_OHM,
      groundOhm: draw(0.5, 1.5) * WIRE_OHM,
      groundV: draw(-GROUND_V, GROUND_V),
      meterGain:
        familyOf(family).signal === 'frequency' ? 0 : COMMON * draw(-METER_SHARE, METER_SHARE),
      phase: uniform,
      truthOff: COMMON * draw(-world.truthLimit, world.truthLimit),
    }
    const [low, high] = world.range
    const places = Array.from({ length: points }, (_, i) => low + ((high - low) * i) / (points - 1))
    const bare = characterised(family, world, places, drawn, uniform)
    const read = bare.channels[0]!.reads[0]!.id
    try {
      const build = enterTable(bare, read, proposedTable(bare, read))
      for (let k = 0; k <= 10; k++) {
        const truth = low + ((high - low) * k) / 10
        const { shown, band } = readingAt(build, read, truth)
        covered.of[k]!++
        if (Math.abs(shownReally(build, world, drawn, truth) - shown) <= band) covered.inside[k]!++
      }
    } catch (error) {
      if (!(error instanceof EchtError)) throw error
      covered.refused++
    }
  }
  return covered
}
