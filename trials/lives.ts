import { maker } from '../core/build/make.ts'
import {
  type Build,
  createBuild,
  type Instrument,
  type Measurement,
  withInput,
} from '../core/build/index.ts'
import { familyOf } from '../core/curve/registry.ts'
import { orElse } from '../core/error.ts'
import { enterTable, keyOn, openBuild, proposedTable, readingAt } from '../core/index.ts'
import { interpolate } from '../core/table/interpolate.ts'
import { uniformStream } from '../core/math/index.ts'
import { type DrawBetween } from './tanks.ts'
import { WORLDS, type World } from './worlds.ts'

const AT = '2026-05-02T10:00:00Z'
const WIRE_OHM = 0.1
const GROUND_V = 0.005
const PULL_LIMIT = 0.01
const REFERENCE_LIMIT = 0.01
const SUPPLY_LIMIT = 0.01
const METER_SHARE = 0.005
const SUPPLY_DIGIT = 0.01
const SUPPLY_MOVES = 0.02
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
  { uniform, supplyTyped = false }: { uniform: () => number; supplyTyped?: boolean },
): Build {
  const f = familyOf(family)
  let n = 0
  const make = maker(() => `id-${++n}`)
  const made = make.newInput(
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
  const device = withInput(make.newDevice('unit'), {
    ...made,
    input: { ...made.input, referenceTolerance: REFERENCE_LIMIT },
  })
  const span = world.range[1] - world.range[0]
  const { channel, element } = make.newChannel({
    name: 'one',
    family: f,
    settings: world.settings ?? {},
    input: made.input.id,
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
    // where it is typed with each point it may move from one to the next
    const fed = drawn.supply * (supplyTyped ? 1 + SUPPLY_MOVES * either() : 1)
    const followed = ratio.kind === 'voltage' && ratio.nominalV !== null ? fed / VOLT : 1
    const real = world.really(inside(truth, world)) * followed
    const percent = f.signal === 'frequency' ? 0 : METER_SHARE
    const digit = 10 ** -world.signalDigits
    // one digit is what the meter is stated to, and half of that is its rounding
    const heard =
      real * (1 + drawn.meterGain + (1 - COMMON) * percent * either()) + (digit / 2) * either()
    const typed = heard.toFixed(world.signalDigits)
    // the same meter on the supply, to a hundredth of a volt
    const supply = (
      fed * (1 + drawn.meterGain + (1 - COMMON) * percent * either()) +
      SUPPLY_DIGIT * (either() / 2)
    ).toFixed(2)
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
        ...(supplyTyped
          ? [
              {
                ...{ role: 'supply' as const, typed: supply, unit: 'V' },
                ...{ value: Number(supply), instrument: 'meter' },
              },
            ]
          : []),
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

/** One life: a build with its table entered, the world it was made in, and what that drew for all nobody measured. */
type Life = { build: Build; read: string; world: World; drawn: Drawn; uniform: () => number }

/**
 * One life of a family: an invented sensor and input, instruments within their limits, points written down, the table
 * proposed and entered. Throws `EchtError` where that is refused.
 */
function lived(
  family: string,
  points: number,
  seed: number,
  life: number,
  {
    settings = {},
    supplyTyped = false,
  }: { settings?: Record<string, unknown>; supplyTyped?: boolean } = {},
): Life {
  const uniform = uniformStream(seed * 100_000 + life)
  const draw: DrawBetween = (low, high) => low + (high - low) * uniform()
  const drawnWorld = WORLDS[family]!(draw, life)
  const world = { ...drawnWorld, settings: { ...drawnWorld.settings, ...settings } }
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
  const bare = characterised(family, world, places, drawn, { uniform, supplyTyped })
  const read = bare.channels[0]!.reads[0]!.id
  return { build: enterTable(bare, read, proposedTable(bare, read)), read, world, drawn, uniform }
}

type Covered = { inside: number[]; of: number[]; refused: number }

/** Whole lives of one family with so many points: the reading at every tenth of the range against its band. */
export function lives(
  family: string,
  points: number,
  count: number,
  seed: number,
  how: { supplyTyped?: boolean; lifeOf?: (life: number) => number } = {},
): Covered {
  const covered: Covered = {
    inside: Array<number>(11).fill(0),
    of: Array<number>(11).fill(0),
    refused: 0,
  }
  for (let life = 0; life < count; life++) {
    const made = orElse(
      () => lived(family, points, seed, (how.lifeOf ?? ((n) => n))(life), how),
      null,
    )
    if (!made) {
      covered.refused++
      continue
    }
    const { build, read, world, drawn } = made
    const [low, high] = world.range
    for (let k = 0; k <= 10; k++) {
      const truth = low + ((high - low) * k) / 10
      const { shown, band } = readingAt(build, read, truth)
      covered.of[k]!++
      if (Math.abs(shownReally(build, world, drawn, truth) - shown) <= band) covered.inside[k]!++
    }
  }
  return covered
}

/**
 * Healthy sensors checked at key-on by the display and by a meter across the sensor, its plug off: how many raise an
 * alarm. The display is fed by a sensor its own current warms by `1/mwPerK`; the meter's current does not.
 */
export function unpluggedAlarms(
  family: string,
  mwPerK: number,
  count: number,
  seed: number,
): { tries: number; alarms: number } {
  let alarms = 0
  for (let life = 0; life < count; life++) {
    const { build, read, world, drawn, uniform } = lived(family, 5, seed, life, {
      settings: { dissipationMwPerK: mwPerK },
    })
    const [low, high] = world.range
    const truth = low + (high - low) * uniform()
    const shown = shownReally(build, world, drawn, truth)
    const meter = 1 + METER_SHARE * (2 * uniform() - 1)
    const { agrees } = keyOn(build, read, truth, { shown, sensorOhm: world.really(truth) * meter })
    if (!agrees) alarms++
  }
  return { tries: count, alarms }
}
